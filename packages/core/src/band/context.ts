/** What notes are heard against, made once for all notes of a chord. */
import { keyOf } from '../theory/key';
import { barIndexAt, type Bar } from '../time/bars';
import { metreOf } from '../time/metre';
import type { ChordSpan } from '../timeline/chordSpans';
import type { NoteContext } from './bandNote';

/** Contexts as they were made last: all notes of a chord in bars of one key and metre share one. */
const contexts = new WeakMap<object, Map<string, NoteContext>>();

/**
 * Chord, key and metre of notes.
 * @returns by the tick at which a note is written, from where the bars begin, and its chord's place among the spans
 *   (−1 for none).
 */
export function contextsIn({
  spans,
  bars,
}: {
  readonly spans: readonly ChordSpan[];
  readonly bars: readonly Bar[];
}): (at: number, span: number) => NoteContext {
  return (at, index) => {
    const span = spans[index];
    const bar = bars[barIndexAt(bars, at)]!;
    const owner = span ?? bar.groups;
    let known = contexts.get(owner);
    if (!known) contexts.set(owner, (known = new Map()));
    const name = `${bar.key} ${bar.metre}`;
    let context = known.get(name);
    if (!context) {
      context = { chord: span?.chord ?? null, key: keyOf(bar.key), metre: metreOf(bar.metre) };
      known.set(name, context);
    }
    return context;
  };
}
