import { hash, noise, stream } from '../../random/stream';
import type { LinePattern } from './pattern';
import { mod, nearestOf } from '../../theory/pitch';
import { barAt, barIndexAt } from '../../time/bars';
import { beatPosition } from '../../time/beats';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { EIGHTH, PPQ } from '../../time/ticks';
import { cheapestPath } from '../../voicing/path';
import { atDensity, levelAt, type LevelledNote } from './density';
import { PACE } from '../../timeline/patternCells';
import { intoRange, velocityOf, noteFunctionOf, type Note } from '../note';
import { lastHit, lastLength } from '../ending';
import { soundsUntil } from '../placing';
import { barVariations } from '../barVariation';
import { harmonyReader, isSemitoneClash, toneCost, type Harmony } from './harmony';
import { turnBack, type Allowed } from './leaps';
import { withRunUp } from './runUp';
import { CONTOURS, planPhrases, planTune, type Onset, type Phrase } from './phrases';
import type { MidiNote, Ticks } from '../../units/units';

/**
 * A single line: planned in phrases, then given a rhythm, then pitches between chord tones on strong beats. It is
 * planned over all bars there are, and its chance hangs on them: settings that leave its way as it is, as how loud or
 * how full it plays, take nothing else up where they begin.
 */
export function lineNotes(region: Region<LinePattern>): Note[] {
  const { settingsSpans } = region;
  let previous: number | null = null;
  return waysOf(settingsSpans).flatMap((way) => {
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
}

/** What a line's way hangs on: where any of it is another, the line is another from there on. */
const WAY = ['pace', 'register', 'octave', 'variation', 'repeatVariation', 'tones'] as const;

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

/** A place of the rhythm with what it may draw on. */
interface Spot extends Onset {
  readonly harmony: Harmony;
  /** Where the phrase's shape wants the line, MIDI number. */
  readonly aim: number;
  /** True where the note carries the line: strong beat, long, first or last of its phrase. */
  readonly anchor: boolean;
  readonly beatInBar: number;
}

interface Reach {
  readonly low: number;
  readonly high: number;
  readonly leap: number;
  readonly seed: number;
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
  const [begins, ends] = [stretch.start, way[way.length - 1]!.end];
  const { register, octave, variation } = stretch.settings;
  const [lowest, highest] = region.kind.range;
  const wanted = Math.max(lowest, Math.min(register + 12 * octave - 3, highest - 15));
  const low = Math.max(wanted, region.registerRange[0]);
  // Told freely a line is another each time; else it is the section's own, of which some phrases turn out otherwise.
  const free = stretch.settings.repeatVariation === 'freely';
  const key = `${free ? region.seed : region.sectionSeed}/${region.kind.id}/${variation}/${region.bars[0]!.start}`;
  const reach: Reach = { low, high: Math.min(highest, low + 17), leap: pattern.leap, seed: hash(key) };
  const anew: Reach = { ...reach, seed: hash(`${region.seed}/anew/${variation}`) };
  const told = barVariations(region, stretch);
  const readHarmony = harmonyReader(region, stretch.settings.tones);
  const until = Math.min(lastHit(region) ?? Infinity, ends < region.length ? ends : Infinity);
  const line: LevelledNote[] = [];
  let previous = from ?? Math.round((reach.low + reach.high) / 2);
  const pace = PACE[stretch.settings.pace];
  const tune = pattern.form === 'four parts';
  // A tune's motif is the section's, wherever in it the tune begins again.
  const phrases = tune
    ? planTune(region.bars, pattern, pace, stream(`${region.sectionSeed}/motif/${variation}`))
    : planPhrases(region.bars, pattern, pace, stream(key));
  let motif: Motif = [];
  for (const whole of phrases) {
    const phrase = { ...whole, notes: whole.notes.filter((n) => n.start >= begins && n.start < ends) };
    if (!phrase.notes.length) continue;
    const spots = spotsOf(region, phrase, reach, readHarmony, until);
    if (!spots.length) continue;
    const toldAnew = !free && told(barIndexAt(region.bars, phrase.start)) !== 'as written';
    const own = toldAnew ? anew : reach;
    if (phrase.motif) motif = phrase.motif;
    else if (!phrase.takesUp) motif = [];
    const drawn = phrasePitches(spots, previous, own, pattern, motif);
    const pitches = turnBack(drawn, allowedIn(spots, own));
    motif = withMotif(motif, spots, pitches);
    previous = pitches[pitches.length - 1]!;
    line.push(...phraseNotes(spots, pitches));
  }
  return { line, last: previous };
}

function spotsOf(
  region: Region,
  phrase: Phrase,
  reach: Reach,
  readHarmony: ReturnType<typeof harmonyReader>,
  until: Ticks,
): Spot[] {
  const spots: Spot[] = [];
  const last = phrase.notes[phrase.notes.length - 1]!;
  for (const [i, beat] of phrase.notes.entries()) {
    const harmony = readHarmony(beat.start);
    if (!harmony || beat.start >= until) continue;
    const chordEnds = soundsUntil(region, harmony.span);
    const nextStart = phrase.notes[i + 1]?.start ?? Infinity;
    const length = Math.min(beat.length, chordEnds - beat.start, nextStart - beat.start, until - beat.start);
    if (length < 30) continue;
    const beatInBar = beatPosition(barAt(region.bars, beat.start), beat.start);
    const height = CONTOURS[phrase.shape]((beat.start - phrase.start) / (last.start - phrase.start + 1));
    spots.push({
      ...beat,
      length,
      harmony,
      beatInBar,
      aim: reach.low + height * (reach.high - reach.low),
      anchor: i === 0 || beat === last || length >= PPQ || beatInBar % 2 === 0,
    });
  }
  // A phrase ends on a tone that carries it, also where a hit cuts it short.
  const end = spots.pop();
  return end ? [...spots, { ...end, anchor: true }] : [];
}

/** Tones that may stand at a place of a phrase: chord tones where the line is carried, else the scale's that do not rub. */
const allowedIn =
  (spots: readonly Spot[], reach: Reach): Allowed =>
  (index, pitch) => {
    const { anchor, harmony, length } = spots[index]!;
    if (pitch < reach.low || pitch > reach.high) return false;
    if (anchor) return inChord(harmony, pitch);
    return inScale(harmony, pitch) && !(isSemitoneClash(harmony, pitch) && length > EIGHTH);
  };

const inScale = (harmony: Harmony, pitch: MidiNote): boolean => harmony.scale.includes(mod(pitch, 12));
const inChord = (harmony: Harmony, pitch: MidiNote): boolean => harmony.tones.includes(mod(pitch, 12));

function pitchesIn(reach: Reach, test: (pitch: MidiNote) => boolean): number[] {
  const found: number[] = [];
  for (let p = reach.low; p <= reach.high; p++) if (test(p)) found.push(p);
  return found;
}

/** Steps are free, thirds cheap, wide leaps dear and repeated tones dull. Unit: a semitone off the aim. */
function stepCost(from: number, to: number, leap: number): number {
  const size = Math.abs(to - from);
  if (size === 0) return 2.5;
  if (size <= 2) return 0;
  if (size <= 4) return 0.8;
  return size > leap ? 8 + size : 0.4 * size;
}

/** Pitches of the anchors by the phrase's shape, then of what lies between them by the smoothest path. */
function phrasePitches(
  spots: readonly Spot[],
  previous: number,
  reach: Reach,
  pattern: LinePattern,
  heard: Motif,
): number[] {
  const pitches: number[] = [];
  let motif = heard;
  let from = previous;
  let i = 0;
  while (i < spots.length) {
    const step = stepWithin(motif, spots, i);
    if (step !== null) {
      from = takenUp(spots[i]!, from, step, reach, allowedIn(spots, reach), i);
      pitches.push(from);
      i++;
      continue;
    }
    let end = i;
    while (!spots[end]!.anchor && stepWithin(motif, spots, end + 1) === null) end++;
    const anchor = anchorPitch(spots[end]!, from, reach);
    const run = fill(spots.slice(i, end), from, anchor, reach, pattern);
    pitches.push(...run, anchor);
    motif = withMotif(motif, spots, pitches);
    from = anchor;
    i = end + 1;
  }
  return pitches;
}

/** Pitches of the notes of a motif as they were heard first, by their position in it. */
type Motif = readonly (number | undefined)[];

/** A motif with what has been heard of it now. */
function withMotif(motif: Motif, spots: readonly Spot[], pitches: readonly number[]): Motif {
  const heard = [...motif];
  pitches.forEach((pitch, i) => {
    const at = spots[i]!.motif;
    if (at >= 0) heard[at] ??= pitch;
  });
  return heard;
}

/** The step by which a motif that returns comes to a note from the one before it; null where it does not return there. */
function stepWithin(motif: Motif, spots: readonly Spot[], index: number): number | null {
  const at = spots[index]?.motif ?? -1;
  if (at < 1 || spots[index - 1]?.motif !== at - 1) return null;
  const [before, there] = [motif[at - 1], motif[at]];
  return before === undefined || there === undefined ? null : there - before;
}

/** A note of a motif that returns: it goes the way it went, as far as the chord lets it. */
function takenUp(
  spot: Spot,
  from: number,
  step: number,
  reach: Reach,
  allowed: Allowed,
  index: number,
): number {
  const cost = (p: number): number =>
    Math.abs(p - from - step) +
    (Math.sign(p - from) === Math.sign(step) ? 0 : 7) +
    0.02 * Math.abs(p - spot.aim);
  const options = pitchesIn(reach, (p) => allowed(index, p));
  const fitting = options.length ? options : pitchesIn(reach, (p) => inChord(spot.harmony, p));
  return fitting.reduce((a, b) => (cost(b) < cost(a) ? b : a));
}

/** A chord tone near the aim. */
function anchorPitch(spot: Spot, from: number, reach: Reach): number {
  const options = pitchesIn(reach, (p) => inChord(spot.harmony, p));
  let best = options[0]!;
  let bestCost = Infinity;
  for (const p of options) {
    const cost =
      0.45 * Math.abs(p - spot.aim) +
      stepCost(from, p, reach.leap) +
      1.2 * toneCost(spot.harmony.chord, p) +
      2.4 * noise(reach.seed, spot.start, p);
    if (cost < bestCost) [best, bestCost] = [p, cost];
  }
  return best;
}

/** Scale tones and half-step approaches between two anchors, by the path of least cost. */
function fill(
  spots: readonly Spot[],
  from: number,
  to: number,
  reach: Reach,
  pattern: LinePattern,
): number[] {
  if (!spots.length) return [];
  const layers = spots.map((spot, i) => {
    const last = i === spots.length - 1;
    return pitchesIn(reach, (p) => {
      if (inScale(spot.harmony, p)) return !(isSemitoneClash(spot.harmony, p) && spot.length > EIGHTH);
      return last && Math.abs(p - to) === 1 && spot.length <= EIGHTH;
    }).map((pitch) => ({ pitch, cost: fillCost(spot, pitch, i, spots.length, from, to, reach) }));
  });
  const ends = [{ pitch: to, cost: 0 }];
  const starts = [{ pitch: from, cost: 0 }];
  const all = [starts, ...layers, ends];
  const path = cheapestPath(
    all,
    (c) => c.cost,
    (layer, from, to) => stepCost(all[layer - 1]![from]!.pitch, all[layer]![to]!.pitch, pattern.leap),
  );
  return path.slice(1, -1).map((c) => c.pitch);
}

function fillCost(
  spot: Spot,
  pitch: MidiNote,
  index: number,
  count: number,
  from: number,
  to: number,
  reach: Reach,
): number {
  const straight = from + ((to - from) * (index + 1)) / (count + 1);
  const bow = 3 * (noise(reach.seed, spot.start, 1) - 0.5) + (spot.aim - straight) * 0.25;
  const chromatic = inScale(spot.harmony, pitch) ? 0 : 1.6;
  const tone = inChord(spot.harmony, pitch) ? 0 : 0.4;
  return (
    0.5 * Math.abs(pitch - straight - bow) + chromatic + tone + 1.8 * noise(reach.seed, spot.start, pitch)
  );
}

function lineNoteFunction(spots: readonly Spot[], pitches: readonly number[], i: number): string {
  const { harmony } = spots[i]!;
  const pitch = pitches[i]!;
  if (inChord(harmony, pitch)) return noteFunctionOf(harmony.chord, pitch);
  const before = pitches[i - 1];
  const after = pitches[i + 1];
  if (before !== undefined && before === after) return 'neighbour';
  if (after !== undefined && Math.abs(after - pitch) === 1 && !inScale(harmony, pitch)) return 'approach';
  return 'passing tone';
}

function phraseNotes(spots: readonly Spot[], pitches: readonly number[]): LevelledNote[] {
  return spots.map((spot, i) => {
    const accent = (spot.anchor ? 1.02 : 0.9) + 0.08 * ((pitches[i]! % 12) / 12);
    const note = {
      start: spot.start,
      duration: Math.max(30, Math.round(spot.length * 0.94)),
      written: spot.length,
      pitch: pitches[i]!,
      velocity: accent,
      noteFunction: lineNoteFunction(spots, pitches, i),
      span: spot.harmony.span,
    };
    return { level: levelAt(spot.beatInBar, spot.anchor, spot.length >= PPQ), gap: spot.length, note };
  });
}

/** The last hit: a tone of the last chord near where the line stands. */
function lastNote(region: Region, stretch: SettingsSpan, previous: number): Note[] {
  const hit = lastHit(region);
  if (hit === null || hit < stretch.start || hit >= stretch.end) return [];
  const harmony = harmonyReader(region, stretch.settings.tones)(hit);
  if (!harmony) return [];
  const options = harmony.tones.map((pc) => intoRange(nearestOf(pc, previous), region.kind.range));
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
