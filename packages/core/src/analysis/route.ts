/** Routes: the smoothest ways from one chord to another chord or key in a given number of steps. */
import { parseChord } from '../theory/chordGrammar';
import { chordPitchClasses, type Chord } from '../theory/chord';
import { keyOf, keyText, parseKey, romanNumeral, type Key } from '../theory/key';
import { noteName, pitchClass } from '../theory/pitch';
import { spellFor } from '../theory/transposition';
import { reason } from './ideas';
import { keyContextOf, costInKey, stepCost, within, type KeyContext } from './stepCost';

export const ROUTE_STEPS = { least: 1, most: 12 } as const;

/** A way that is looked for: from one chord to another in so many steps. */
export interface RouteAsked {
  readonly from: string;
  /** A chord to arrive at, or a key whose tonic chord is reached through its dominant. */
  readonly to: { readonly chord: string } | { readonly key: string };
  /** Moves from the first chord to the last: one less than the chords of the route. */
  readonly steps: number;
  readonly key: string;
}

/** Chords that lead from one to another, with the sum of what its steps cost. */
export interface Route {
  /** All chords, the first and the last included. */
  readonly chords: readonly string[];
  /** Numerals, each in the key its chord is heard in. */
  readonly numerals: readonly string[];
  /** Why each chord but the first stands there. */
  readonly why: readonly string[];
  readonly cost: number;
}

/** How many partial routes are kept at each chord: enough that the few best differ. */
const KEPT = 4;
/** What a route costs for each root it comes back to, the one it will arrive at included. */
const RETURN = 1.2;
/** Chords a route goes through: triads, and sevenths that lead. */
const COLOURS = ['', 'm', '7', 'm7', 'maj7', 'm7b5'] as const;

const nodesOf = (key: Key): Chord[] =>
  COLOURS.flatMap((quality) =>
    Array.from({ length: 12 }, (_, pc) => parseChord(noteName(spellFor(pc, key)) + quality)),
  );

interface Partial {
  readonly path: readonly Chord[];
  /** The roots it has been on, a bit each. */
  readonly roots: number;
  readonly cost: number;
}

const textOf = ({ path }: Partial): string => path.map((c) => c.symbol).join();

const byCost = (a: Partial, b: Partial): number => a.cost - b.cost || (textOf(a) < textOf(b) ? -1 : 1);

const same = (a: Chord, b: Chord): boolean =>
  chordPitchClasses(a).join() === chordPitchClasses(b).join() && pitchClass(a.bass) === pitchClass(b.bass);

const tonicSymbol = (key: Key): string => noteName(key.tonic) + (key.mode === 'minor' ? 'm' : '');

/** A key as the ground a route goes over: its chords, and what each step there costs, worked out once. */
interface Ground {
  readonly home: KeyContext;
  readonly nodes: readonly Chord[];
  readonly costOf: (from: Chord, to: Chord) => number;
}

/** Pure values, so a shared memory changes no result. */
const grounds = new Map<string, Ground>();

function groundOf(key: Key): Ground {
  let ground = grounds.get(keyText(key));
  if (!ground) {
    const home = keyContextOf(key);
    ground = { home, nodes: nodesOf(key), costOf: remembering(home) };
    grounds.set(keyText(key), ground);
  }
  return ground;
}

function remembering(home: KeyContext): Ground['costOf'] {
  const known = new WeakMap<Chord, WeakMap<Chord, number>>();
  return (from, to) => {
    let row = known.get(from);
    if (!row) known.set(from, (row = new WeakMap()));
    let cost = row.get(to);
    if (cost === undefined) row.set(to, (cost = stepCost(from, to, home)));
    return cost;
  };
}

/** The ground a route arrives on: the key asked for, or that of a last chord foreign to where it began. */
function arrival(asked: RouteAsked, start: Ground, last: Chord): Ground {
  if ('key' in asked.to) return groundOf(keyOf(asked.to.key));
  if (within(last, start.home.own)) return start;
  const mode = last.degrees.includes('b3') ? 'minor' : 'major';
  const key = parseKey(noteName(last.root) + (mode === 'minor' ? 'm' : ''));
  return key ? groundOf(key) : start;
}

/** The ground of each step: where it began for the first half, then where it arrives. */
function groundsAlong(asked: RouteAsked, last: Chord): Ground[] {
  const start = groundOf(keyOf(asked.key));
  const end = arrival(asked, start, last);
  return Array.from({ length: asked.steps }, (_, step) => (2 * (step + 1) > asked.steps ? end : start));
}

/**
 * The few routes of least total cost, by shortest path through layers of chords over the costs
 * of {@link stepCost}. Every chord but the first is also charged for how foreign it is to the key.
 * @throws RangeError for a number of steps outside {@link ROUTE_STEPS}.
 */
export function routes(asked: RouteAsked, count = 3): Route[] {
  const { steps } = asked;
  if (!Number.isInteger(steps) || steps < ROUTE_STEPS.least || steps > ROUTE_STEPS.most) {
    throw new RangeError(`A route has ${ROUTE_STEPS.least} to ${ROUTE_STEPS.most} steps.`);
  }
  const first = parseChord(asked.from);
  const last = parseChord('key' in asked.to ? tonicSymbol(keyOf(asked.to.key)) : asked.to.chord);
  const along = groundsAlong(asked, last);
  let layer: Partial[] = [{ path: [first], roots: bitOf(first), cost: 0 }];
  for (let step = 0; step + 1 < steps; step++) layer = onward(along[step]!, layer, last);
  return arrived(layer, last, along[steps - 1]!, count).map(({ path, cost }) => described(path, cost, along));
}

const bitOf = (chord: Chord): number => 1 << pitchClass(chord.root);

const endOf = ({ path }: Partial): Chord => path[path.length - 1]!;

const sameRoot = (a: Chord, b: Chord): boolean => pitchClass(a.root) === pitchClass(b.root);

/** Every partial route one chord longer; of those that end on one chord the best few are kept. */
function onward({ home, nodes, costOf }: Ground, layer: readonly Partial[], last: Chord): Partial[] {
  return nodes.flatMap((chord) => {
    const own = costInKey(chord, home) + (sameRoot(chord, last) ? RETURN : 0);
    const best: { from: Partial; cost: number }[] = [];
    for (const from of layer) {
      const end = endOf(from);
      if (same(end, chord)) continue;
      const cost = from.cost + own + costOf(end, chord) + (from.roots & bitOf(chord) ? RETURN : 0);
      if (best.length === KEPT && cost >= best[KEPT - 1]!.cost) continue;
      const at = best.findIndex((b) => cost < b.cost);
      best.splice(at < 0 ? best.length : at, 0, { from, cost });
      if (best.length > KEPT) best.pop();
    }
    return best.map(({ from, cost }) => ({
      path: [...from.path, chord],
      roots: from.roots | bitOf(chord),
      cost,
    }));
  });
}

const arrived = (layer: readonly Partial[], last: Chord, { costOf }: Ground, count: number): Partial[] =>
  layer
    .map((partial) => ({
      path: [...partial.path, last],
      roots: partial.roots,
      cost: partial.cost + costOf(endOf(partial), last) + (same(endOf(partial), last) ? RETURN : 0),
    }))
    .sort(byCost)
    .slice(0, count);

function described(path: readonly Chord[], cost: number, along: readonly Ground[]): Route {
  const homeOf = (index: number): KeyContext => along[Math.max(0, index - 1)]!.home;
  return {
    chords: path.map((c) => c.symbol),
    numerals: path.map((c, i) => romanNumeral(c, homeOf(i).key)),
    why: path.slice(1).map((c, i) => reason(c, path[i]!, path[i + 2] ?? null, homeOf(i + 1))),
    cost: Math.round(cost * 1000) / 1000,
  };
}

/** The target of a route in words: a chord's symbol or a key such as `Eb major`. */
export function readTarget(text: string): RouteAsked['to'] {
  const named = /^([A-G][b#♭♯]?)\s*(major|minor)$/i.exec(text.trim());
  if (named) {
    const tonic = named[1]!.charAt(0).toUpperCase() + named[1]!.slice(1);
    return { key: keyText(keyOf(tonic + (named[2]!.toLowerCase() === 'minor' ? 'm' : ''))) };
  }
  return { chord: parseChord(text.trim()).symbol };
}
