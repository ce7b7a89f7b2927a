import type { Chord } from '../theory/chord';
import { candidates, type Aim, type Candidate } from './candidates';
import { transitionCost, strictCost } from './costs';
import { cheapestPath } from './path';

/** A chord to be voiced, with its aim, or tones set by hand, which stay as they are. */
export interface ToVoice {
  readonly chord: Chord;
  readonly aim: Aim;
  readonly fixed?: readonly number[] | null;
}

/** Candidates by chord and aim. Pure values, so a shared memory changes no result. */
const memory = new Map<string, readonly Candidate[]>();

function candidatesOf(chord: Chord, aim: Aim): readonly Candidate[] {
  const key = `${chord.symbol}|${aim.voices}|${aim.register}|${aim.spread}|${aim.low}|${aim.high}|${aim.bassPlays}|${aim.voicingType ?? 'free'}|${aim.strict ?? false}|${aim.agreed ?? false}`;
  let known = memory.get(key);
  if (!known) {
    known = candidates(chord, aim);
    if (memory.size > 4000) memory.clear();
    memory.set(key, known);
  }
  return known;
}

const EMPTY = new Float64Array(0);

/** How much more a move weighs that goes on from a chord that is set. */
export const GOES_ON = 1.5;

/** Costs between the candidates of two chords: songs go the same way again and again. */
const moveMemory = new WeakMap<readonly Candidate[], WeakMap<readonly Candidate[], Float64Array>>();

function movesBetween(
  from: readonly Candidate[],
  to: readonly Candidate[],
  strict: readonly [Chord, Chord] | null,
): Float64Array {
  let known = moveMemory.get(from);
  if (!known) moveMemory.set(from, (known = new WeakMap()));
  let costs = known.get(to);
  if (!costs) {
    costs = new Float64Array(from.length * to.length);
    let at = 0;
    for (const a of from) {
      for (const b of to) {
        const rules = strict ? strictCost(a.pitches, b.pitches, ...strict) : 0;
        costs[at++] = transitionCost(a.pitches, b.pitches) + rules;
      }
    }
    known.set(to, costs);
  }
  return costs;
}

/**
 * Voicings for a run of chords: the path of least total cost through their candidates.
 * A chord set by hand is a fixed node on the path.
 * @returns for each chord its pitches as MIDI numbers, ascending.
 */
export function voice(chords: readonly ToVoice[]): (readonly number[])[] {
  const layers = chords.map(({ chord, aim, fixed }) => {
    // A cluster is its exact tones wherever it sounds.
    const exact = fixed?.length ? fixed : chord.exact;
    return exact ? [{ pitches: [...exact].sort((a, b) => a - b), cost: 0 }] : candidatesOf(chord, aim);
  });
  const moves = layers.map((layer, i) => {
    if (!i) return EMPTY;
    const { chord, aim } = chords[i]!;
    const strict = aim.strict ? ([chords[i - 1]!.chord, chord] as const) : null;
    return movesBetween(layers[i - 1]!, layer, strict);
  });
  const width = layers.map((layer) => layer.length);
  // What goes on from a chord that is there already goes on from it closely.
  const goesOn = width[0] === 1 ? GOES_ON : 1;
  return cheapestPath(
    layers,
    (c) => c.cost,
    (layer, from, to) => (layer === 1 ? goesOn : 1) * moves[layer]![from * width[layer]! + to]!,
  ).map((c) => c.pitches);
}
