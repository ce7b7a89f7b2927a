import { hash, noise } from '../../random/stream';
import { isConditional } from '../../style/pattern';
import { barIndexAt } from '../../time/bars';
import { beatsOf, type Beat } from '../../time/beats';
import type { Into } from '../../timeline/agreement';
import { ticksInto } from '../../timeline/patternCells';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { EIGHTH, PPQ, quarters } from '../../time/ticks';
import { velocityOf, type Note } from '../note';
import { lastHit } from '../ending';
import { placeFree, type PlacedEvent } from '../placing';
import { barVariations } from '../barVariation';
import { figuresOf, type FillUse } from './fills';
import { DRUMS, PERCUSSION } from './percussionMap';
import { onChosen } from './kit';
import type { DrumsEvent, DrumsPattern, PercussionPattern } from './pattern';
import type { Ticks } from '../../units/units';

/** Drums: the groove on the agreed kicks, what marks pushed chords, fills where phrases turn, a hit to end on. */
export function drumsNotes(region: Region<DrumsPattern>): Note[] {
  return region.settingsSpans.flatMap((stretch) =>
    stretch.settings.on ? stretchNotes(region, stretch) : [],
  );
}

/** Where the last chord is struck: where it is felt. */
function hitFelt(region: Region): number | null {
  const hit = lastHit(region);
  return region.terms.marks.find(({ beat }) => beat === hit)?.at ?? hit;
}

/** Ticks around a marked chord that are kept clear for it. */
const CLEAR = EIGHTH / 2;

function stretchNotes(region: Region<DrumsPattern>, stretch: SettingsSpan<DrumsPattern>): Note[] {
  const hit = hitFelt(region);
  const { terms } = region;
  const turned = withTurns(region, stretch, grooveEvents(region, stretch));
  const lifted = withLiftedHats(region, stretch, turned);
  // What has no hats to open fills.
  const fills = fillsOf(region, stretch, hit, lifted !== turned);
  const until = Math.min(hit ?? Infinity, stretch.end);
  const inFill = (tick: Ticks): boolean => fills.some(({ from, to }) => tick >= from && tick < to);
  const inStretch = (tick: Ticks): boolean => tick < until && (tick >= stretch.start || stretch.start === 0);
  const strike = strikerOf(stretch);
  const cleared = terms.marks.filter(({ at }) => at !== hit);
  const marked = cleared.filter(({ at }) => inStretch(at));
  const groove = lifted
    .filter(({ start, event }) => inStretch(start) && !inFill(start) && !clearedFor(cleared, start, event))
    .map(({ start, event: asked }) => {
      const event = onChosen(asked, stretch.settings);
      return strike(start, event, event.drum);
    });
  const marks = marked.flatMap(({ at, beat }) => [
    strike(at, beat === 0 ? CRASH : MARK, 'mark'),
    strike(at, KICK, 'kick'),
  ]);
  const notes = [
    ...groove,
    ...marks,
    ...fills.flatMap((fill) => fillNotes(stretch, fill, region.length, cleared)),
  ];
  if (entersWithCrash(region, stretch)) notes.push(strike(0, CRASH, 'crash'));
  if (hit !== null && hit >= stretch.start && hit < stretch.end) {
    notes.push(...ENDING.map((event) => strike(hit, event, 'last hit')));
  }
  return notes.filter((n) => n !== null);
}

const event = (drum: DrumsEvent['drum'], accent: number): DrumsEvent => ({
  at: 0,
  for: 1,
  minDensity: 1,
  accent,
  drum,
});
const CRASH = event('crash', 1.1);
const KICK = event('kick', 1);
/** What marks a chord that is felt early, with the kick. */
const MARK = event('open hat', 1.05);
const ENDING: readonly DrumsEvent[] = [CRASH, event('kick', 1.1)];

/** The pattern's events; where kick and bass have agreed on their places the kicks come from there. */
function grooveEvents(
  region: Region<DrumsPattern>,
  stretch: SettingsSpan<DrumsPattern>,
): PlacedEvent<DrumsEvent>[] {
  const placed = placeFree(region, stretch, stretch.pattern.grids);
  const { kicks } = region.terms;
  if (!kicks) return placed;
  const agreed = new Set(kicks);
  return placed.flatMap((p) => {
    if (p.event.drum !== 'kick' || isConditional(p.event)) return [p];
    return agreed.delete(p.start) ? [{ ...p, event: { ...p.event, minDensity: 1 } }] : [];
  });
}

/** Cymbals and hats that give way to a mark, and kicks on the beat that it leaves. */
const clearedFor = (marks: Region['terms']['marks'], tick: Ticks, { drum }: DrumsEvent): boolean =>
  marks.some(
    ({ at, beat }) =>
      (Math.abs(tick - at) < CLEAR && (drum.endsWith('hat') || drum === 'kick')) ||
      (drum === 'kick' && tick > at - CLEAR && tick <= beat),
  );

/** At the fourth bar of a phrase the last of the hats opens, or the ride's bell is struck. */
function withTurns(
  region: Region,
  stretch: SettingsSpan,
  events: readonly PlacedEvent<DrumsEvent>[],
): readonly PlacedEvent<DrumsEvent>[] {
  const seed = hash(`${region.sectionSeed}/turns/${stretch.settings.variation}`);
  if (stretch.settings.repeatVariation === 'exactly') return events;
  const last = new Map<number, PlacedEvent<DrumsEvent>>();
  for (const one of events) {
    const bar = barIndexAt(region.bars, one.start);
    const opens = one.event.drum === 'closed hat' || one.event.drum === 'ride';
    if (opens && region.terms.bars[bar]?.turn === 'small' && one.event.minDensity <= 2) last.set(bar, one);
  }
  const turned = new Set(
    [...last].filter(([bar]) => noise(seed, region.firstBar + bar) < 0.7).map(([, one]) => one),
  );
  return events.map((one) => {
    if (!turned.has(one)) return one;
    const drum = one.event.drum === 'ride' ? 'ride bell' : 'open hat';
    return { ...one, event: { ...one.event, drum } };
  });
}

/** Beats in which the hats open before another section. */
const LIFTED = 2;

/** Where the hats lead into another section they open between its last beats; the very same events where none is heard there. */
function withLiftedHats(
  region: Region,
  { settings: { density } }: SettingsSpan,
  events: readonly PlacedEvent<DrumsEvent>[],
): readonly PlacedEvent<DrumsEvent>[] {
  if (region.terms.transition !== 'hats') return events;
  const beats = region.bars
    .slice(-2)
    .flatMap((bar) => beatsOf(bar))
    .slice(-LIFTED);
  const from = beats[0]?.start ?? Infinity;
  const onBeat = new Set(beats.map(({ start }) => start));
  const opens = ({ start, event: { drum, minDensity } }: PlacedEvent<DrumsEvent>): boolean =>
    start >= from &&
    !onBeat.has(start) &&
    minDensity <= density &&
    (drum === 'closed hat' || drum === 'ride');
  if (!events.some(opens)) return events;
  return events.map((one) =>
    opens(one)
      ? { ...one, event: { ...one.event, drum: one.event.drum === 'ride' ? 'ride bell' : 'open hat' } }
      : one,
  );
}

/** Who come in by a run or a run-up have been announced: no crash. */
const ANNOUNCED: readonly Region['terms']['entersBy'][] = ['run', 'pickup'];

/** Whether a crash opens a new section on its first beat; where its first chord is felt early the mark does. */
const entersWithCrash = ({ entersNew, first, firstBar, terms }: Region, stretch: SettingsSpan): boolean =>
  entersNew &&
  !ANNOUNCED.includes(terms.entersBy) &&
  !first &&
  stretch.start === 0 &&
  firstBar === 0 &&
  !terms.marks.some(({ beat }) => beat === 0);

interface FillPlace {
  readonly from: number;
  readonly to: number;
  readonly beats: readonly number[];
  readonly figure: readonly DrumsEvent[];
}

/** Beats of a fill by what it leads into. */
const SIZES: Readonly<Record<Into | 'turn' | 'led', readonly number[]>> = {
  repeat: [1, 1, 2],
  turn: [1],
  drop: [1, 2],
  section: [2, 2, 4],
  ending: [2],
  // Others lead: the drums say so with a beat.
  led: [1],
};

/** Fills of a region: into what follows it, and where a phrase of eight bars turns. */
function fillsOf(
  region: Region,
  stretch: SettingsSpan<DrumsPattern>,
  hit: number | null,
  hatsLead: boolean,
): FillPlace[] {
  const { terms, bars, firstBar } = region;
  if (!terms.fills) return [];
  const places: FillPlace[] = [];
  const way = barVariations(region, stretch);
  terms.bars.forEach(({ turn }, i) => {
    const bar = bars[i]!;
    const end = bar.start + bar.length;
    if (turn !== 'large' || end === region.length || firstBar + i + 1 < 2) return;
    // An inner turn is not always filled; told exactly it is, each time alike.
    if (way(i) !== 'less') places.push(...fillBefore(region, stretch, end, 'turn'));
  });
  const into = hit !== null ? 'ending' : terms.into;
  const end = hit ?? region.length;
  const led = into === 'section' ? ledBy(terms.transition, hatsLead) : into;
  if (led && end > 0 && (firstBar > 0 || bars.length > 1)) {
    places.push(...fillBefore(region, stretch, end, led));
  }
  return places;
}

/** What the drums play where a section leads into another: nothing where all stop, or where their hats do it. */
function ledBy(transition: Region['terms']['transition'], hatsLead: boolean): 'section' | 'led' | null {
  if (transition === 'stop' || hatsLead) return null;
  return transition === null || transition === 'fill' || transition === 'hats' ? 'section' : 'led';
}

/** What kind of figure leads into what follows; the song's first playing may bring the band in. */
function useOf({ first }: Region, into: Into | 'turn' | 'led'): FillUse {
  if (into === 'ending') return 'ending';
  if (into === 'drop') return 'break';
  return first && into === 'section' ? 'intro' : 'fill';
}

/** A figure in front of a tick, in the beats before it; a fill of four beats only where a bar has them. */
function fillBefore(
  region: Region,
  stretch: SettingsSpan<DrumsPattern>,
  to: number,
  into: Into | 'turn' | 'led',
): FillPlace[] {
  const last = barIndexAt(region.bars, to - 1);
  const beats: Beat[] = region.bars
    .slice(Math.max(0, last - 1), last + 1)
    .flatMap((bar) => beatsOf(bar))
    .filter((beat) => beat.start < to);
  const inBar = beats.filter((beat) => beat.start >= region.bars[last]!.start).length;
  const { repeatVariation: how, swing, variation } = stretch.settings;
  // Told exactly a fill is the same at every playing.
  const seed = hash(
    `${how === 'exactly' ? `${region.kind.id}/${into}` : `${region.seed}/fill`}/${variation}`,
  );
  const place = region.firstBar + last;
  const sizes = SIZES[into].filter((size) => size <= Math.max(1, inBar));
  const size = sizes[Math.floor(noise(seed, place, 41) * sizes.length)] ?? 1;
  const own = beats.slice(-size);
  const { fill, facts } = stretch.pattern;
  const ternary = swing > 55 || own.every((b) => b.length >= PPQ * 1.5);
  const figures = figuresOf(useOf(region, into), own.length, ternary, facts?.energy ?? 3, fill);
  const figure = figures[Math.floor(noise(seed, place, 42) * figures.length)];
  if (!figure || !own.length) return [];
  return [{ from: own[0]!.start, to, beats: own.map((b) => b.length), figure }];
}

function fillNotes(
  stretch: SettingsSpan,
  { from, to, beats, figure }: FillPlace,
  length: Ticks,
  marks: Region['terms']['marks'],
): (Note | null)[] {
  const strike = strikerOf(stretch);
  return figure
    .map((struck) => ({ struck, tick: from + Math.round(ticksInto(beats, struck.at, false)) }))
    .filter(({ tick }) => tick >= stretch.start && tick < Math.min(stretch.end, to, length))
    .filter(({ tick, struck }) => !clearedFor(marks, tick, struck))
    .map(({ struck, tick }) => strike(tick, struck, 'fill'));
}

/** What a struck event needs: the drum, and when and how. */
type DrumStroke = Omit<DrumsEvent, 'drum'> & { drum: keyof typeof KEYS };

const KEYS = { ...DRUMS, ...PERCUSSION };

const strikerOf =
  (stretch: SettingsSpan) =>
  (tick: Ticks, event: DrumStroke, why: string): Note | null =>
    event.minDensity > stretch.settings.density
      ? null
      : {
          start: tick,
          duration: Math.max(1, quarters(Math.min(event.for, 0.5))),
          pitch: KEYS[event.drum],
          velocity: velocityOf(stretch.settings, event.accent),
          noteFunction: event.accent <= 0.5 ? 'ghost' : why,
          span: -1,
        };

/** Percussion: its groove, up to the band's last hit, on which it strikes what begins its pattern. */
export function percussionNotes(region: Region<PercussionPattern>): Note[] {
  const hit = hitFelt(region);
  return region.settingsSpans.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const until = Math.min(hit ?? Infinity, stretch.end);
    const strike = strikerOf(stretch);
    const { grids } = stretch.pattern;
    const notes = placeFree(region, stretch, grids)
      .filter((p) => p.start < until)
      .map((p) => strike(p.start, p.event, p.event.drum));
    const first = grids[0]!.events.find((e) => e.at === 0 && e.minDensity === 1);
    if (hit !== null && first && hit >= stretch.start && hit < stretch.end) {
      notes.push(strike(hit, { ...first, accent: 1.1 }, 'last hit'));
    }
    return notes.filter((n) => n !== null);
  });
}
