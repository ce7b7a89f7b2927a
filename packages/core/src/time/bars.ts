/** The bars of a section: where each begins, how long it is, and what holds in it. */
import { inQuarters, metreOf, type Metre } from './metre';
import type { BarIndex, Bpm, Ticks } from '../units/units';

/** Beats through which one bar of a pattern goes. */
export interface BeatGroup {
  /** Ticks from the bar's start; below 0 in a pick-up, which holds only the end of its group. */
  readonly at: number;
  /** The length of each beat, ticks. */
  readonly beats: readonly number[];
}

/** One bar of a section: ticks from the section's start, with what holds in it. */
export interface Bar {
  readonly start: Ticks;
  readonly length: Ticks;
  readonly metre: string;
  readonly groups: readonly BeatGroup[];
  readonly key: string;
  /** Quarter notes a minute where the bar begins, and where it ends. */
  readonly tempo: Bpm;
  readonly tempoTo: Bpm;
}

/** What a song has for all of its bars; a tempo counts the metre's beat. */
interface Defaults {
  readonly key: string;
  readonly metre: string;
  readonly tempo: Bpm;
}

/** What a section says of its bars, in order of them. */
interface SectionTime {
  /** How many there are. */
  readonly bars: number;
  readonly changes: readonly {
    readonly bar: BarIndex;
    readonly key?: string;
    readonly metre?: string;
    readonly tempo?: Bpm;
    readonly over?: number;
  }[];
  readonly ownLengths: readonly { readonly bar: BarIndex; readonly length: Ticks }[];
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, n) => all + n, 0);

const wholeGroups = new Map<string, readonly BeatGroup[]>();

/** The groups of a whole bar; bars of one metre share them. */
function groupsOf(metre: Metre): readonly BeatGroup[] {
  let groups = wholeGroups.get(metre.name);
  if (!groups) {
    let at = 0;
    groups = metre.groups.map((beats) => {
      const group = { at, beats };
      at += sum(beats);
      return group;
    });
    wholeGroups.set(metre.name, groups);
  }
  return groups;
}

/** The groups of a bar that is shorter than its metre: a pick-up holds the end of it, any other the beginning. */
function shortGroups(metre: Metre, length: Ticks, isPickUp: boolean): readonly BeatGroup[] {
  const missing = isPickUp ? metre.length - length : 0;
  return groupsOf(metre)
    .map(({ at, beats }) => ({ at: at - missing, beats }))
    .filter(({ at, beats }) => at < length && at + sum(beats) > 0);
}

type Frame = Omit<Bar, 'tempo' | 'tempoTo'>;

/** A bar of a metre, as long as is wanted where that is shorter; the first of its section is then a pick-up. */
function frameOf(metre: Metre, wanted: number, isFirst: boolean, key: string): Frame {
  const isShort = wanted < metre.length;
  const length = isShort ? wanted : metre.length;
  const groups = isShort ? shortGroups(metre, length, isFirst) : groupsOf(metre);
  return { start: 0, length, metre: metre.name, groups, key };
}

/** Bars without their tempos. */
function frames(section: SectionTime, song: Defaults): Frame[] {
  const made: Frame[] = [];
  let { key } = song;
  let metre = metreOf(song.metre);
  let start = 0;
  let change = 0;
  let own = 0;
  // Read once: sections under an edit answer slowly.
  const { bars: count, changes, ownLengths } = section;
  const changed = changes.length;
  const shortened = ownLengths.length;
  for (let i = 0; i < count; i++) {
    for (; change < changed && changes[change]!.bar <= i; change++) {
      key = changes[change]!.key ?? key;
      const other = changes[change]!.metre;
      if (other !== undefined) metre = metreOf(other);
    }
    while (own < shortened && ownLengths[own]!.bar < i) own++;
    const isOwn = own < shortened && ownLengths[own]!.bar === i;
    const wanted = isOwn ? ownLengths[own]!.length : metre.length;
    const frame = frameOf(metre, wanted, i === 0, key);
    made.push({ ...frame, start });
    start += frame.length;
  }
  return made;
}

/** A tempo on its way from one value to another between two ticks. */
interface TempoRamp {
  readonly from: Bpm;
  readonly to: Bpm;
  readonly start: Ticks;
  readonly end: Ticks;
}

const rampAt = ({ from, to, start, end }: TempoRamp, tick: Ticks): number =>
  tick >= end ? to : from + ((to - from) * (tick - start)) / (end - start);

/** Bars as they were made last: a section whose time did not change has the very same ones. */
const known = new Map<string, readonly Bar[]>();
const MOST_KNOWN = 1000;

/** The bars of a section: the song's key, metre and tempo, changed as the section says. Eighths keep their pace where only the metre changes. */
export function sectionBars(section: SectionTime, song: Defaults): readonly Bar[] {
  const { bars, changes, ownLengths } = section;
  const key = `${bars}|${song.key}|${song.metre}|${song.tempo}|${JSON.stringify([changes, ownLengths])}`;
  let made = known.get(key);
  if (!made) {
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(key, (made = makeBars(section, song)));
  }
  return made;
}

function makeBars(section: SectionTime, song: Defaults): Bar[] {
  const made = frames(section, song);
  const end = barsLength(made);
  const tempo = inQuarters(song.tempo, metreOf(song.metre));
  let ramp: TempoRamp = { from: tempo, to: tempo, start: 0, end: 0 };
  const { changes } = section;
  const count = changes.length;
  let change = 0;
  return made.map((frame, i): Bar => {
    for (; change < count && changes[change]!.bar <= i; change++) {
      const { tempo: wanted, over } = changes[change]!;
      if (wanted === undefined) continue;
      const to = inQuarters(wanted, metreOf(frame.metre));
      const from = over === undefined ? to : rampAt(ramp, frame.start);
      ramp = {
        from,
        to,
        start: frame.start,
        end: over === undefined ? frame.start : (made[i + over]?.start ?? end),
      };
    }
    return { ...frame, tempo: rampAt(ramp, frame.start), tempoTo: rampAt(ramp, frame.start + frame.length) };
  });
}

/** Length of a run of bars in ticks. */
export function barsLength(bars: readonly Pick<Bar, 'start' | 'length'>[]): number {
  const last = bars[bars.length - 1];
  return last ? last.start + last.length : 0;
}

/** Index of the bar in which a tick lies; ticks before or after the run give its first or last. */
export function barIndexAt(bars: readonly { readonly start: Ticks }[], tick: Ticks): number {
  let low = 0;
  let high = bars.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (bars[middle]!.start <= tick) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The bar in which a tick lies. */
export const barAt = <B extends { readonly start: Ticks }>(bars: readonly B[], tick: Ticks): B =>
  bars[barIndexAt(bars, tick)]!;

/** Quarter notes a minute at a tick of a bar. */
export const tempoIn = (bar: Pick<Bar, 'start' | 'length' | 'tempo' | 'tempoTo'>, tick: Ticks): number =>
  bar.tempo === bar.tempoTo
    ? bar.tempo
    : bar.tempo + ((bar.tempoTo - bar.tempo) * (tick - bar.start)) / bar.length;

/** A bar that stands alone: the whole bar of a metre. */
export const wholeBar = (metre: string, key: string): Frame => shortBar(metre, key, Infinity, false);

/** A bar that stands alone, cut to a length; where it is the first of its section it is a pick-up. */
export const shortBar = (metre: string, key: string, length: Ticks, isFirst: boolean): Frame =>
  frameOf(metreOf(metre), length, isFirst, key);
