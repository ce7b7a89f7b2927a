/** Gestures of windows and playings as those of a part through the song. */
import { AT_REST, type Gesture, type Moved } from '../groove/gestures';
import { PPQ } from '../time/ticks';
import type { Ticks } from '../units/units';

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
  readonly until: Ticks;
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

/** Furthest that expression goes at once, and how long and in how many steps it takes otherwise, ticks. */
const AT_ONCE = 5;
const GLIDES = PPQ / 2;
const GLIDE_STEPS = 8;

/** Expression in even steps from one value to where it stands at the end of a glide. */
function glide(from: number, moves: readonly Gesture[], until: Ticks): Gesture[] {
  const { start } = moves[0]!;
  const to = moves[moves.length - 1]!.value;
  return Array.from({ length: GLIDE_STEPS }, (_, step) => ({
    moves: 'expression',
    start: start + Math.round(((until - start) * step) / (GLIDE_STEPS - 1)),
    value: Math.round(from + ((to - from) * (step + 1)) / GLIDE_STEPS),
  }));
}

/**
 * Where expression would jump, because another way of swelling begins, it glides: nothing clicks in what still sounds.
 * A part is silent before its first gesture, which may stand anywhere.
 * @param end ticks: nothing glides on behind it.
 */
export function gliding(gestures: readonly Gesture[], end: Ticks): readonly Gesture[] {
  let before: number | null = null;
  const isJump = ({ moves, value }: Gesture): boolean => {
    if (moves !== 'expression') return false;
    const jumps = before !== null && Math.abs(value - before) > AT_ONCE;
    before = value;
    return jumps;
  };
  if (!gestures.some(isJump)) return gestures;
  const expression = gestures.filter(({ moves }) => moves === 'expression');
  const smooth: Gesture[] = [];
  for (let i = 0; i < expression.length; i++) {
    const own = expression[i]!;
    const from = smooth[smooth.length - 1]?.value;
    if (from === undefined || Math.abs(own.value - from) <= AT_ONCE) {
      smooth.push(own);
      continue;
    }
    const met = expression.slice(i).findIndex(({ start }) => start >= own.start + GLIDES);
    const passed = met < 0 ? expression.length - i : met;
    const next = expression[i + passed]?.start ?? end + 1;
    const until = Math.max(own.start, Math.min(own.start + GLIDES, next - 1));
    smooth.push(...glide(from, expression.slice(i, i + passed), until));
    i += passed - 1;
  }
  const others = gestures.filter(({ moves }) => moves !== 'expression');
  return [...others, ...smooth].sort((a, b) => a.start - b.start);
}
