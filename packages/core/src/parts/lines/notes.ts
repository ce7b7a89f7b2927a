import { hash, stream, type Stream } from '../../random/stream';
import type { LinePattern } from './pattern';
import { nearestOf } from '../../theory/pitch';
import { barIndexAt, type Bar } from '../../time/bars';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { PPQ } from '../../time/ticks';
import type { BarIndex, Ticks } from '../../units/units';
import { atDensity, levelAt, type LevelledNote } from './density';
import { PACE } from '../../timeline/patternCells';
import { intoRange, velocityOf, noteFunctionOf, type Note } from '../note';
import { lastHit, lastLength } from '../ending';
import { barVariations } from '../barVariation';
import { LINE_CONTROLS, planOf, type LinePlan } from './asked';
import { barCells } from './cells';
import type { Delay } from './habits';
import { inGaps, notesInGaps } from './gaps';
import { harmonyReader, inChord, inScale, toneCost } from './harmony';
import { motifOf, type Motif } from './motif';
import { ornamented } from './ornaments';
import { ledInto } from './pickups';
import { phrasePitches, type Pitched } from './pitches';
import { reachOf, type Reach } from './reach';
import { withRunUp } from './runUp';
import { entryOf, planPhrases, type Phrase, type PlanAsked } from './phrases';
import { spotsOf, type Spot } from './spots';
import { planTune, tuneCells } from './tune';

/**
 * A single line: planned in phrases, then given a rhythm, then pitches between tones that carry it. It is planned over
 * all bars there are, and its chance hangs on them: settings that leave its way as it is, as how loud or how full it
 * plays, take nothing else up where they begin.
 */
export function lineNotes(region: Region<LinePattern>): Note[] {
  const { settingsSpans } = region;
  let previous: number | null = null;
  const played = waysOf(settingsSpans).flatMap((way) => {
    const { line, last } = lineOf(region, way, previous);
    previous = last;
    return way.flatMap((stretch) => {
      if (!stretch.settings.on) return [];
      const from = stretch === settingsSpans[0] ? -Infinity : stretch.start;
      const rests = settingsSpans[settingsSpans.indexOf(stretch) + 1]?.settings.on === false;
      const until = rests ? stretch.end : Infinity;
      const sung = atDensity(line, stretch.settings.density);
      return [...withRunUp(region, stretch, sung), ...lastNote(region, stretch, last)]
        .filter(({ start }) => start >= from && start < stretch.end)
        .map((note) => ({
          ...note,
          duration: Math.min(note.duration, until - note.start),
          velocity: velocityOf(stretch.settings, note.velocity),
        }));
    });
  });
  return ornamented(region, notesInGaps(played, region.gaps));
}

/** What a line's way hangs on: where any of it is another, the line is another from there on. */
const WAY = [
  'pace',
  'register',
  'octave',
  'instrument',
  'variation',
  'repeatVariation',
  'tones',
  ...LINE_CONTROLS,
] as const;

/** Stretches through which a line goes one way. */
function waysOf(stretches: readonly SettingsSpan<LinePattern>[]): (readonly SettingsSpan<LinePattern>[])[] {
  const ways: SettingsSpan<LinePattern>[][] = [];
  for (const stretch of stretches) {
    const before = ways.at(-1)?.at(-1);
    const goesOn =
      before?.pattern === stretch.pattern &&
      WAY.every((name) => before.settings[name] === stretch.settings[name]);
    if (goesOn) ways.at(-1)!.push(stretch);
    else ways.push([stretch]);
  }
  return ways;
}

/** A motif is drawn as evenly as a line is told in the middle of its course, over so many bars at most. */
const EVENLY = 0.5;
const MOTIF_BARS = 2;

/** How bars are told: as those of their section from a bar on, which chance hangs on. */
interface Telling {
  readonly as: BarIndex;
  /** Phrases that begin before this tick are told so. */
  readonly until: Ticks;
}

/** A solo of so many bars comes home: its last quarter begins as its first did, for so many bars. */
const COMES_HOME = 24;
const LAST_QUARTER = 0.75;
const HOME_BARS = 6;

/**
 * How the bars of a region are told. A tune begins again as it began, every other time; a long solo, towards its end,
 * as at its beginning: theme, leaving, height, return (common practice).
 */
function tellingsOf({ bars, firstBar, ofBars, kind }: Region, isTune: boolean): readonly Telling[] {
  const own: Telling = { as: firstBar, until: Infinity };
  const window = kind.window ?? bars.length;
  if (isTune) return [Math.round(firstBar / window) % 2 === 0 ? { ...own, as: 0 } : own];
  const home = window * Math.floor((LAST_QUARTER * ofBars) / window);
  const isHome = ofBars >= COMES_HOME && firstBar <= home && home < firstBar + bars.length;
  return isHome ? [{ as: 0, until: bars[HOME_BARS]?.start ?? Infinity }, own] : [own];
}

/** A phrase with what its chance hangs on. */
interface Told {
  readonly phrase: Phrase;
  readonly as: BarIndex;
}

/** Notes at the end of a motif that are other where it is told anew. */
const ENDS_OTHERWISE = 2;

/** Draws of a motif until one begins on its beat, so that something can lead up to it. */
const DRAWS = 4;

function drawnMotif(bars: readonly Bar[], pattern: LinePattern, pace: number, next: Stream): Motif {
  const draw = () =>
    motifOf(
      bars.slice(0, MOTIF_BARS).flatMap((bar) => barCells(bar, pattern, pace, EVENLY, next)),
      next,
    );
  let motif = draw();
  for (let n = 1; n < DRAWS && motif.struck[0]![0] > 0; n++) motif = draw();
  return motif;
}

/** The phrases of a line over all bars of a region, as one of its stretches has it. */
function planned(region: Region<LinePattern>, stretch: SettingsSpan<LinePattern>, key: string): Told[] {
  const { bars, firstBar, ofBars, sectionSeed, length, next } = region;
  const { settings } = stretch;
  const line = planOf(stretch);
  const { pattern, habits } = line;
  const pace = PACE[settings.pace];
  const isTune = line.theme !== null;
  // A motif is the section's, wherever in it the line begins again.
  const home = `${sectionSeed}/motif/${pattern.id}/${settings.variation}`;
  const drawn = stream(home);
  const entryInto = (bar: BarIndex) => entryOf(habits, `${key}/into/${bar}`);
  const tune = isTune ? tuneCells({ bars, plan: line, pace }, `${home}/tune`) : null;
  const motif = tune ? motifOf(tune.statement.flat(), drawn) : drawnMotif(bars, pattern, pace, drawn);
  const told: Told[] = [];
  let from = -Infinity;
  for (const { as, until } of tellingsOf(region, isTune)) {
    const plan: PlanAsked = {
      bars,
      firstBar: as,
      ofBars,
      standsAt: firstBar,
      plan: line,
      pace,
      key,
      motif,
      entry: entryInto(firstBar),
    };
    const phrases = tune ? planTune(plan, tune) : planPhrases(plan);
    const own = phrases.filter(({ start }) => start >= from && start < until);
    told.push(...own.map((phrase) => ({ phrase, as })));
    from = own[own.length - 1]?.end ?? from;
  }
  // Only what follows of the same section is known to go on.
  const goesOn = next !== null && !next.newSection && firstBar + bars.length < ofBars;
  const following = goesOn ? entryInto(firstBar + bars.length).pickup : 0;
  return ledInto(
    told.map(({ phrase }) => phrase),
    bars,
    following,
    length,
  ).flatMap((phrase, i) =>
    inGaps(phrase, region.gaps).map((own) => ({ phrase: own, as: told[i]?.as ?? firstBar })),
  );
}

/**
 * A line through the stretches of one way: its notes, each with its accent in place of its velocity, and the pitch it
 * ends on.
 * @param from the pitch it goes on from, MIDI number; null where it begins.
 */
function lineOf(
  region: Region<LinePattern>,
  way: readonly SettingsSpan<LinePattern>[],
  from: number | null,
): { line: readonly LevelledNote[]; last: number } {
  const stretch = way[0]!;
  const { pattern } = stretch;
  const plan = planOf(stretch);
  const { habits, chromatic } = plan;
  const [begins, ends] = [stretch.start, way[way.length - 1]!.end];
  const { variation } = stretch.settings;
  // Told freely a line is another each time; else it is the section's own, of which some phrases turn out otherwise.
  const free = stretch.settings.repeatVariation === 'freely';
  const key = `${free ? region.seed : region.sectionSeed}/${region.kind.id}/${pattern.id}/${variation}`;
  const room = { ...reachOf(region, stretch), leap: pattern.leap };
  const varied = barVariations(region, stretch);
  const readHarmony = harmonyReader(region, stretch.settings.tones);
  const until = Math.min(lastHit(region) ?? Infinity, ends < region.length ? ends : Infinity);
  const line: LevelledNote[] = [];
  let previous = from ?? Math.round((room.low + room.high) / 2);
  for (const { phrase: whole, as } of planned(region, stretch, key)) {
    const phrase = { ...whole, notes: whole.notes.filter((n) => n.start >= begins && n.start < ends) };
    if (!phrase.notes.length) continue;
    const isAnew = !free && varied(barIndexAt(region.bars, Math.max(0, phrase.start))) !== 'as written';
    const reach: Reach = { ...room, seed: hash(isAnew ? `${region.seed}/anew/${as}` : `${key}/${as}`) };
    const spots = spotsOf(region, phrase, reach, habits, readHarmony, until);
    if (!spots.length) continue;
    // A line whose energy is asked for goes by that, its theme as well.
    const isHome = phrase.isHome && !plan.byEnergy;
    // Told anew, a motif is known by how it begins and ends otherwise.
    const contour = isAnew ? phrase.contour.slice(0, -ENDS_OTHERWISE) : phrase.contour;
    const pitched = phrasePitches({ spots, reach, habits, contour, isHome, chromatic }, previous);
    previous = pitched.pitches[pitched.pitches.length - 1]!;
    line.push(...phraseNotes(spots, pitched, phrase, plan));
  }
  return { line, last: previous };
}

function lineNoteFunction(
  spots: readonly Spot[],
  pitches: readonly number[],
  delays: readonly (Delay | null)[],
  i: number,
): string {
  const { harmony } = spots[i]!;
  const pitch = pitches[i]!;
  if (delays[i]) return delays[i];
  if (inChord(harmony, pitch)) return noteFunctionOf(harmony.chord, pitch);
  const before = pitches[i - 1];
  const after = pitches[i + 1];
  if (before !== undefined && before === after) return 'neighbour';
  if (after !== undefined && Math.abs(after - pitch) === 1 && !inScale(harmony, pitch)) return 'approach';
  return inScale(harmony, pitch) ? 'passing tone' : 'blue note';
}

/** Accents: a line's tones that carry it, those between, and what leans on a beat before it goes on. */
const CARRIES = 1;
const BETWEEN = 0.93;
const LEANS = 1.05;
/** Pickups play from this density on. */
const PICKUP_LEVEL = 3;
/** How much stronger a solo is at its height. */
const HEIGHT = 0.08;
/** How much stronger where it is asked how full it is on its way, and how many steps of density fuller. */
const ASKED_HEIGHT = 0.25;
const LIVELIER = 1.4;

function phraseNotes(
  spots: readonly Spot[],
  { pitches, delays }: Pitched,
  { energy, start }: Phrase,
  { habits: { swell }, byEnergy }: LinePlan,
): LevelledNote[] {
  const height = byEnergy ? ASKED_HEIGHT : HEIGHT;
  const livelier = byEnergy ? Math.round(LIVELIER * (2 * energy - 1)) : 0;
  const [first, last] = [spots[0]!.start, spots[spots.length - 1]!.start];
  return spots.map((spot, i) => {
    // A phrase grows to a little behind its middle and falls to its end.
    const along = last > first ? (spot.start - first) / (last - first) : 0.5;
    const grown = swell * (Math.sin(Math.PI * along ** 1.2) - 0.5);
    const role = delays[i] ? LEANS : spot.anchor ? CARRIES : BETWEEN;
    const note = {
      start: spot.start,
      duration: Math.max(30, Math.round(spot.length * 0.94)),
      written: spot.length,
      pitch: pitches[i]!,
      velocity: role + grown + height * (energy - 0.5),
      noteFunction: lineNoteFunction(spots, pitches, delays, i),
      span: spot.harmony.span,
    };
    // What came late is heard wherever it leaned, and what leads up to a phrase wherever it begins.
    const heard = delays[i - 1] ? spots[i - 1]! : spot;
    const level = levelAt(heard.beatInBar, heard.inThirds, heard.anchor, heard.length >= PPQ);
    return {
      level: Math.max(1, (spot.start < start ? Math.min(level, PICKUP_LEVEL) : level) - livelier),
      gap: spot.length,
      note,
      leans: delays[i] !== null,
      passes: !delays[i] && !inChord(spot.harmony, pitches[i]!),
    };
  });
}

/** The last hit: a tone of the last chord near where the line stands. */
function lastNote(region: Region, stretch: SettingsSpan, previous: number): Note[] {
  const hit = lastHit(region);
  if (hit === null || hit < stretch.start || hit >= stretch.end) return [];
  const harmony = harmonyReader(region, stretch.settings.tones)(hit);
  if (!harmony) return [];
  const { low, high } = reachOf(region, stretch);
  const options = harmony.tones.map((pc) => intoRange(nearestOf(pc, previous), [low, high]));
  const cost = (p: number) => Math.abs(p - previous) + 2 * toneCost(harmony.chord, p);
  const pitch = options.reduce((a, b) => (cost(b) < cost(a) ? b : a));
  return [
    {
      start: hit,
      duration: lastLength(region, hit),
      pitch,
      velocity: 1,
      noteFunction: noteFunctionOf(harmony.chord, pitch),
      span: harmony.span,
    },
  ];
}
