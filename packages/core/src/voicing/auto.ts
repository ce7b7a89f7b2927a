import { parseChord } from '../theory/chordGrammar';
import { candidates, type Aim, type Candidate } from './candidates';
import { movingCost } from './costs';
import { cheapestPath } from './path';

/** A chord to be voiced: a symbol with its aim, or tones set by hand, which stay as they are. */
export interface ToVoice {
  readonly symbol: string;
  readonly aim: Aim;
  readonly fixed?: readonly number[] | null;
}

/** Candidates by chord and aim. Pure values, so a shared memory changes no result. */
const memory = new Map<string, readonly Candidate[]>();

function candidatesOf(symbol: string, aim: Aim): readonly Candidate[] {
  const key = `${symbol}|${aim.voices}|${aim.register}|${aim.spread}|${aim.low}|${aim.high}|${aim.bassPlays}`;
  let known = memory.get(key);
  if (!known) {
    known = candidates(parseChord(symbol), aim);
    if (memory.size > 4000) memory.clear();
    memory.set(key, known);
  }
  return known;
}

const EMPTY = new Float64Array(0);

/** Costs between the candidates of two chords: songs go the same way again and again. */
const moveMemory = new WeakMap<readonly Candidate[], WeakMap<readonly Candidate[], Float64Array>>();

function movesBetween(from: readonly Candidate[], to: readonly Candidate[]): Float64Array {
  let known = moveMemory.get(from);
  if (!known) moveMemory.set(from, (known = new WeakMap()));
  let costs = known.get(to);
  if (!costs) {
    costs = new Float64Array(from.length * to.length);
    let at = 0;
    for (const a of from) for (const b of to) costs[at++] = movingCost(a.pitches, b.pitches);
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
  const layers = chords.map(({ symbol, aim, fixed }) => {
    // A cluster is its exact tones wherever it sounds.
    const exact = fixed?.length ? fixed : parseChord(symbol).exact;
    return exact ? [{ pitches: [...exact].sort((a, b) => a - b), cost: 0 }] : candidatesOf(symbol, aim);
  });
  const moves = layers.map((layer, i) => (i ? movesBetween(layers[i - 1]!, layer) : EMPTY));
  const width = layers.map((layer) => layer.length);
  return cheapestPath(
    layers,
    (c) => c.cost,
    (layer, from, to) => moves[layer]![from * width[layer]! + to]!,
  ).map((c) => c.pitches);
}
