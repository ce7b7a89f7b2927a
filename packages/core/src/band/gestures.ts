/** Gestures of windows and playings as those of a part through the song. */
import { AT_REST, type Gesture, type Moved } from '../groove/gestures';

/** Gestures in the song's time, and what they take up from those before and leave to those after. */
export interface Gestures {
  /**
   * List after list in order of time; none of them moves a thing to where the one before left it. They are put
   * together once, for the whole part: some parts have thousands, and an edit changes a window of them.
   */
  readonly lists: readonly (readonly Gesture[])[];
  /** The first and the last that moves each thing they move. */
  readonly firsts: readonly Gesture[];
  readonly lasts: readonly Gesture[];
  /** Ticks of the first and of the last. */
  readonly from: number;
  readonly until: number;
}

const NONE: Gestures = { lists: [], firsts: [], lasts: [], from: Infinity, until: -Infinity };

/** Gestures in order of time without those that move nothing, or are moved on at once. */
function tidied(gestures: readonly Gesture[]): Gestures {
  const all: Gesture[] = [];
  /** Where among them each thing is moved first, and where last. */
  const firsts: number[] = [];
  const last: Partial<Record<Moved, number>> = {};
  for (const gesture of gestures) {
    const { moves } = gesture;
    const at = last[moves];
    const before = at === undefined ? null : all[at]!;
    if (before?.start === gesture.start) all[at!] = gesture;
    else if (before?.value !== gesture.value) {
      if (!before) firsts.push(all.length);
      last[moves] = all.length;
      all.push(gesture);
    }
  }
  const found = (places: readonly number[]) => places.map((at) => all[at]!);
  return {
    lists: [all],
    firsts: found(firsts),
    lasts: found(Object.values(last)),
    from: all[0]!.start,
    until: all[all.length - 1]!.start,
  };
}

/** A window's gestures in the song's time, ticks. */
export const gesturesAt = (at: number, own: readonly Gesture[]): Gestures =>
  own.length === 0
    ? NONE
    : tidied(own.map(({ start, moves, value }) => ({ start: Math.max(0, at + start), moves, value })));

/** A list without some of its gestures, which mostly stand at its head. */
function without(list: readonly Gesture[], idle: readonly Gesture[]): readonly Gesture[] {
  let head = 0;
  while (head < list.length && idle.includes(list[head]!)) head++;
  return head === idle.length ? list.slice(head) : list.filter((gesture) => !idle.includes(gesture));
}

/** What of lists is left without gestures that stand in the first of them: what comes after those is taken as it is. */
function moving(lists: Gestures['lists'], idle: readonly Gesture[]): Gestures['lists'] {
  if (!idle.length) return lists;
  const begins: (readonly Gesture[])[] = [];
  for (let left = idle.length; left > 0;) {
    const list = lists[begins.length]!;
    const kept = without(list, idle);
    left -= list.length - kept.length;
    begins.push(kept);
  }
  return begins.concat(lists.slice(begins.length));
}

/** Gestures one run after another. They are looked at where runs meet: each is in order in itself. */
export function joined(runs: readonly Gestures[]): Gestures {
  const sounding = runs.filter(({ lists }) => lists.length > 0);
  if (sounding.length < 2) return sounding[0] ?? NONE;
  const lists: (readonly Gesture[])[] = [];
  const firsts: Gesture[] = [];
  const held: Partial<Record<Moved, Gesture>> = {};
  let until = -Infinity;
  for (const run of sounding) {
    if (run.from <= until) return woven(sounding);
    const idle: Gesture[] = [];
    for (const gesture of run.firsts) {
      const before = held[gesture.moves];
      if (!before) firsts.push(gesture);
      else if (before.value === gesture.value) idle.push(gesture);
    }
    for (const list of moving(run.lists, idle)) lists.push(list);
    for (const gesture of run.lasts) held[gesture.moves] = gesture;
    until = run.until;
  }
  return { lists, firsts, lasts: Object.values(held), from: sounding[0]!.from, until };
}

const oneList = (lists: Gestures['lists']): Gesture[] => ([] as Gesture[]).concat(...lists);

/** Gestures of runs with what comes next taking over each thing from where it first moves it. */
function takenOver(before: readonly Gesture[], { lists, firsts, from }: Gestures): Gesture[] {
  const begins = new Map(firsts.map(({ moves, start }) => [moves, start]));
  let at = before.length;
  while (at > 0 && before[at - 1]!.start >= from) at--;
  const late = before.slice(at).filter(({ moves, start }) => start < (begins.get(moves) ?? Infinity));
  const together = late.concat(oneList(lists)).sort((a, b) => a.start - b.start);
  return before.slice(0, at).concat(together);
}

/**
 * Gestures of runs that reach into each other: one may begin before its bar line, where a chord is pushed. The one
 * before it then lets go.
 */
const woven = (runs: readonly Gestures[]): Gestures => tidied(runs.reduce<Gesture[]>(takenOver, []));

/** Gestures of a part that begins with everything at rest. */
export const fromRest = ({ lists, firsts }: Gestures): readonly Gesture[] =>
  oneList(
    moving(
      lists,
      firsts.filter(({ moves, value }) => AT_REST[moves] === value),
    ),
  );
