/** Gestures of windows and playings as those of a part through the song. */
import { AT_REST, type Gesture, type Moved } from '../groove/gestures';

/** Gestures in the song's time, and what they take up from those before and leave to those after. */
export interface Gestures {
  /** In order of time; none of them moves a thing to where the one before left it. */
  readonly all: readonly Gesture[];
  /** The first and the last that moves each thing they move. */
  readonly firsts: readonly Gesture[];
  readonly lasts: readonly Gesture[];
}

const NONE: Gestures = { all: [], firsts: [], lasts: [] };

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
  return { all, firsts: found(firsts), lasts: found(Object.values(last)) };
}

/** A window's gestures in the song's time, ticks. */
export const gesturesAt = (at: number, own: readonly Gesture[]): Gestures =>
  own.length === 0
    ? NONE
    : tidied(own.map(({ start, moves, value }) => ({ start: Math.max(0, at + start), moves, value })));

/** What of gestures moves anything, where each thing stands as `held` says. */
function moving({ all, firsts }: Gestures, held: (thing: Moved) => number | undefined): readonly Gesture[] {
  const idle = firsts.filter(({ moves, value }) => held(moves) === value);
  if (!idle.length) return all;
  // They stand near the beginning: what comes after them is taken as it is.
  const from = Math.max(...idle.map((gesture) => all.indexOf(gesture))) + 1;
  const begins = all.slice(0, from).filter((gesture) => !idle.includes(gesture));
  return begins.concat(all.slice(from));
}

/** Gestures one run after another. They are looked at where runs meet: each is in order in itself. */
export function joined(runs: readonly Gestures[]): Gestures {
  const sounding = runs.filter(({ all }) => all.length > 0);
  if (sounding.length < 2) return sounding[0] ?? NONE;
  const kept: (readonly Gesture[])[] = [];
  const firsts: Gesture[] = [];
  const held = new Map<Moved, Gesture>();
  let until = -Infinity;
  for (const run of sounding) {
    const { all, lasts } = run;
    if (all[0]!.start <= until) return woven(sounding);
    kept.push(moving(run, (thing) => held.get(thing)?.value));
    firsts.push(...run.firsts.filter(({ moves }) => !held.has(moves)));
    for (const gesture of lasts) held.set(gesture.moves, gesture);
    until = all[all.length - 1]!.start;
  }
  return { all: ([] as Gesture[]).concat(...kept), firsts, lasts: [...held.values()] };
}

/** Gestures of runs that reach into each other: one may begin before its bar line, where a chord is pushed. */
function woven(runs: readonly Gestures[]): Gestures {
  const all = ([] as Gesture[]).concat(...runs.map((run) => run.all));
  return tidied(all.sort((a, b) => a.start - b.start));
}

/** Gestures of a part that begins with everything at rest. */
export const fromRest = (gestures: Gestures): readonly Gesture[] =>
  moving(gestures, (thing) => AT_REST[thing]);
