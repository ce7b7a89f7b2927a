import { hash, noise } from '../../random/stream';
import type { ArpPattern } from './pattern';
import { barAt, barIndexAt, type Bar } from '../../time/bars';
import { beatPosition } from '../../time/beats';
import type { Grid, TimedEvent } from '../../style/pattern';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { PPQ } from '../../time/ticks';
import { intoRange, velocityOf, noteFunctionOf, type Note } from '../note';
import { lastHit, lastLength } from '../ending';
import { endOnHit, placeOnChords, restarts, soundsFrom, soundsUntil } from '../placing';
import { barVariations } from '../barVariation';
import type { SpanVoicing } from '../voicings';
import { accentOf, barBeat, stepTicks, stepsAsSet } from './steps';
import type { Ticks } from '../../units/units';

export const ARP_RANGE = [36, 96] as const;

/** Arpeggio: the voicing's tones one after another, in the pattern's order over its octaves. */
export function arpNotes(region: Region<ArpPattern>, voicings: readonly SpanVoicing[]): Note[] {
  return region.settingsSpans.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const way = barVariations(region, stretch);
    const own = { ...stretch, pattern: stepsAsSet(stretch.pattern, stretch.settings) };
    const { strokes } = own.pattern;
    if (strokes) return strokeNotes(region, own, strokes, voicings);
    return region.spans.flatMap((_, i) => spanNotes(region, own, i, voicings[i]!.pitches, way));
  });
}

/** The tones one cycle passes through. */
export function cycle(order: ArpPattern['order'], tones: readonly number[], octaves: number): number[] {
  const up = Array.from({ length: octaves }, (_, o) => tones.map((p) => p + 12 * o)).flat();
  switch (order) {
    case 'down':
      return [...up].reverse();
    case 'up-down':
      return [...up, ...up.slice(1, -1).reverse()];
    case 'converging':
      return up.map((_, i) => (i % 2 === 0 ? up[i / 2]! : up[up.length - (i + 1) / 2]!));
    default:
      return up;
  }
}

/** Density level of a step by its place in the beat: the beat first, then its halves, then the rest. */
function stepLevel(bar: Bar, tick: Ticks): number {
  const place = beatPosition(bar, tick);
  const into = (parts: number): boolean => Math.abs(place * parts - Math.round(place * parts)) < 1e-6;
  if (into(0.5)) return 1;
  if (into(1)) return 2;
  const isDotted = barBeat(bar) > PPQ;
  if (into(isDotted ? 3 : 2)) return 3;
  return into(isDotted ? 6 : 4) || into(3) ? 4 : 5;
}

/**
 * What a density adds that has no steps of its own: accented tones struck twice, then all, then the octaves of
 * both.
 */
const MORE = ['accents twice', 'all twice', 'accents doubled', 'all doubled'] as const;

/** How many densities up to one have no step of their own in a bar: each of them adds something of the above. */
function without(pattern: ArpPattern, bar: Bar, rate: number, density: number): number {
  const present = new Set<number>();
  for (let step = 0; step * rate < bar.length; step++) {
    if (!pattern.rests.includes(step)) present.add(stepLevel(bar, bar.start + step * rate));
  }
  return [2, 3, 4, 5].filter((level) => level <= density && !present.has(level)).length;
}

const TURN = { less: 1, more: 2, other: 3 } as const;

/** Tones that lie in the part's room, octaves down where a pattern reaches over it. */
const withinRoom = (tones: readonly number[], top: number): readonly number[] =>
  tones.map((pitch) => pitch - 12 * Math.max(0, Math.ceil((pitch - top) / 12)));

/** A step: when it is struck and until when, how many came before it, from which density on, how strongly. */
interface ArpStep {
  readonly tick: Ticks;
  readonly end: Ticks;
  readonly count: number;
  readonly level: number;
  readonly accent: number;
}

/** The notes of a chord's steps, each on the tone whose turn it is. */
function sounding(
  region: Region,
  stretch: SettingsSpan<ArpPattern>,
  index: number,
  voicing: readonly number[],
) {
  const { pattern, settings } = stretch;
  const { chord } = region.spans[index]!;
  const orderedBy = (order: ArpPattern['order']) =>
    withinRoom(cycle(order, voicing, pattern.octaves), region.registerRange[1]);
  const usual = orderedBy(pattern.order);
  const { turn = pattern.order } = pattern;
  const turning = turn === pattern.order ? usual : orderedBy(turn);
  const seed = hash(`${region.sectionSeed}/arp/${settings.variation}`);
  return ({ tick, end, count, accent }: ArpStep): Note => {
    const turns = (region.terms.bars[barIndexAt(region.bars, tick)]?.turn ?? 'none') !== 'none';
    const tones = turns ? turning : usual;
    const isRandom = (turns ? turn : pattern.order) === 'random';
    const at = isRandom ? Math.floor(noise(seed, tick) * tones.length) : count % tones.length;
    const pitch = intoRange(tones[at]! + 12 * settings.octave, ARP_RANGE);
    const velocity = velocityOf(settings, accent);
    return {
      start: tick,
      duration: end - tick,
      pitch,
      velocity,
      noteFunction: noteFunctionOf(chord!, pitch),
      span: index,
    };
  };
}

/** What a density adds to a step. */
function enriched(
  region: Region,
  note: Note,
  rate: number,
  accented: boolean,
  until: Ticks,
  adds: (what: (typeof MORE)[number]) => boolean,
): Note[] {
  const half = Math.round(rate / 2);
  const twice = note.start + rate <= until && adds(accented ? 'accents twice' : 'all twice');
  const struck = Math.min(half, note.duration);
  const notes = twice
    ? [
        { ...note, duration: struck },
        { ...note, start: note.start + half, duration: struck },
      ]
    : [note];
  if (!adds(accented ? 'accents doubled' : 'all doubled')) return notes;
  const { pitch } = note;
  const octave = pitch + 12 <= Math.min(region.registerRange[1], ARP_RANGE[1]) ? pitch + 12 : pitch - 12;
  const chord = region.spans[note.span]!.chord!;
  return octave < ARP_RANGE[0]
    ? notes
    : [...notes, { ...note, pitch: octave, noteFunction: noteFunctionOf(chord, octave) }];
}

/** When a chord's steps begin and end within a stretch, and where the song's last hit falls among them. */
function boundsOf(region: Region, stretch: SettingsSpan<ArpPattern>, index: number) {
  const span = region.spans[index]!;
  const hit = lastHit(region);
  const from = Math.max(
    soundsFrom(span),
    stretch.start - (span.start <= stretch.start ? span.anticipation : 0),
  );
  const until = Math.min(soundsUntil(region, index), stretch.end, hit ?? Infinity);
  const isOn = (start: Ticks, end: Ticks): boolean => hit !== null && hit >= start && hit < end;
  const ends = isOn(span.start, span.end) && isOn(stretch.start, stretch.end) ? hit : null;
  return { from, until, ends };
}

/** Where a chord came in that goes on here, ticks: it, or the first of those that only write it again. */
function tookUpAt({ spans }: Region, index: number): Ticks {
  let first = index;
  while (first > 0 && !spans[first]!.isChange) first--;
  return spans[first]!.start;
}

function spanNotes(
  region: Region,
  stretch: SettingsSpan<ArpPattern>,
  index: number,
  voicing: readonly number[],
  way: ReturnType<typeof barVariations>,
): Note[] {
  const span = region.spans[index]!;
  if (span.chord === null) return [];
  const { pattern, settings } = stretch;
  const { from, until, ends } = boundsOf(region, stretch, index);
  const noteOf = sounding(region, stretch, index, voicing);
  const first = barAt(region.bars, span.start);
  const rate = stepTicks(pattern, first, settings.pace);
  const more = without(pattern, first, rate, settings.density);
  const notes: Note[] = [];
  const add = (step: ArpStep): void => {
    if (step.level > settings.density) return;
    const adds = (what: (typeof MORE)[number]): boolean => MORE.indexOf(what) < more;
    notes.push(...enriched(region, noteOf(step), rate, step.accent > 1, until, adds));
  };
  const origin = restarts(stretch) ? tookUpAt(region, index) : 0;
  const firstStep = Math.ceil((Math.max(span.start, stretch.start) - origin) / rate);
  // A pushed chord's first tone sounds early, in place of the one on its beat.
  if (span.anticipation > 0 && from < span.start && span.start >= stretch.start) {
    add({ tick: from, end: Math.min(span.start, until), count: firstStep, level: 1, accent: 1 });
  }
  // A rest swallows no tone: the next step goes on from the one before it.
  let sounded = firstStep;
  for (let step = firstStep; origin + step * rate < until; step++) {
    const tick = origin + step * rate;
    const bar = barAt(region.bars, tick);
    const inBar = Math.round((tick - bar.start) / rate);
    // The first tone of a chord always plays, whatever rests the pattern has.
    const onset = tick === span.start && span.isChange;
    if (pattern.rests.includes(inBar) && !onset) continue;
    const end = Math.min(tick + Math.round(rate * pattern.gate), until);
    // A bar that is told otherwise goes through the same tones from another on.
    const how = way(barIndexAt(region.bars, tick));
    const count = onset || how === 'as written' ? sounded : sounded + TURN[how];
    sounded++;
    add({
      tick,
      end,
      count,
      level: onset ? 1 : stepLevel(bar, tick),
      accent: accentOf(pattern, step),
    });
  }
  if (ends !== null) {
    add({ tick: ends, end: ends + lastLength(region, ends), count: 0, level: 1, accent: 1 });
  }
  return notes;
}

/** What takes up a chord on which the other part strikes nothing. */
const TAKEN_UP: TimedEvent = { at: 0, for: 1, minDensity: 1, accent: 1 };

/** The same tones in turn, struck where another part's pattern strikes. */
function strokeNotes(
  region: Region,
  stretch: SettingsSpan<ArpPattern>,
  strokes: readonly Grid<TimedEvent>[],
  voicings: readonly { readonly pitches: readonly number[] }[],
): Note[] {
  const counts = new Map<number, number>();
  const noteOf = region.spans.map((span, i) =>
    span.chord ? sounding(region, stretch, i, voicings[i]!.pitches) : null,
  );
  const placed = placeOnChords(region, stretch, strokes, TAKEN_UP);
  return endOnHit(region, stretch, placed, TAKEN_UP).flatMap(({ start, end, event, span }) => {
    const note = noteOf[span];
    if (!note || event.minDensity > stretch.settings.density) return [];
    const count = counts.get(span) ?? 0;
    counts.set(span, count + 1);
    const { minDensity: level, accent } = event;
    return [note({ tick: start, end, count, level, accent })];
  });
}
