/** Chords that all feel early together, beside those the writer pushes. */
import { derived } from '../memo/derived';
import { hash, noise } from '../random/stream';
import type { ChordEvent } from '../song/schema';
import type { Style } from '../style/schema';
import { chordsInUse } from '../song/inUse';
import { gapBefore, type Occurrence } from '../timeline/occurrences';
import { EIGHTH, PPQ } from '../time/ticks';
import type { Ticks } from '../units/units';

/** A chord has to last this long on both sides of an early change, ticks. */
const LEAST = 2 * PPQ;

/** Chords by what was agreed on last, so that those of a section that stays are the very same. */
const known = new WeakMap<
  readonly ChordEvent[],
  { readonly key: string; readonly chords: readonly ChordEvent[] }
>();

/**
 * Ticks early that players agree to take a chord; 0 where they take it on its beat. Never the first
 * chord of a section, so that what comes before hears nothing of it.
 */
function agreedAnticipation(
  draws: number,
  share: number,
  chord: ChordEvent,
  before: ChordEvent | undefined,
): number {
  if (!before || chord.anticipation !== undefined || chord.symbol === null || before.symbol === null)
    return 0;
  // A chord that is only written again is no change that could be felt.
  if (before.symbol === chord.symbol || before.start + before.length !== chord.start) return 0;
  if (before.length < LEAST || chord.length < LEAST || gapBefore(before.length) < EIGHTH) return 0;
  return noise(draws, chord.start, chord.length) < share ? EIGHTH : 0;
}

const copies = new WeakMap<ChordEvent, ChordEvent>();

/** A chord with a push, the same one for the same chord. */
function anticipated(chord: ChordEvent, push: Ticks): ChordEvent {
  const found = copies.get(chord);
  if (found?.anticipation === push) return found;
  const copy = { ...chord, anticipation: push };
  copies.set(chord, copy);
  return copy;
}

const occurrenceWith = derived(
  ({ occurrence, chords }: { occurrence: Occurrence; chords: Occurrence['chords'] }): Occurrence => ({
    ...occurrence,
    chords,
  }),
);

/** A playing with other chords, the very same one for the same chords. */
const withChords = (occurrence: Occurrence, chords: Occurrence['chords']): Occurrence =>
  occurrenceWith(occurrence, 'chords', { occurrence, chords });

/** A playing whose chords carry the pushes that were agreed. */
export function withAnticipations(occurrence: Occurrence, seed: number, style: Style): Occurrence {
  const { share } = style.anticipation;
  if (share === 0) return occurrence;
  const key = `${seed}/${occurrence.section.id}/${share}`;
  const found = known.get(occurrence.chords);
  if (found?.key === key) return withChords(occurrence, found.chords);
  const draws = hash(`${seed}/${occurrence.section.id}/early`);
  const chords = occurrence.chords.map((chord, i) => {
    const push = agreedAnticipation(draws, share, chord, occurrence.chords[i - 1]);
    return push ? anticipated(chord, push) : chord;
  });
  known.set(occurrence.chords, { key, chords });
  return withChords(occurrence, chords);
}

/** Chords pushed by one value, as they were made last. */
const pushedLists = new WeakMap<
  readonly ChordEvent[],
  { readonly push: Ticks; readonly chords: readonly ChordEvent[] }
>();

/** A playing whose chords are all taken early by one value; those with a push of their own, even of none, keep it. */
export function withPush(occurrence: Occurrence, push: Ticks): Occurrence {
  const found = pushedLists.get(occurrence.chords);
  if (found?.push === push) return withChords(occurrence, found.chords);
  const own = new Set(
    chordsInUse(occurrence.section).flatMap((c) => (c.anticipation === undefined ? [] : [c.id])),
  );
  const chords = occurrence.chords.map((chord) =>
    own.has(chord.id) || chord.symbol === null ? chord : anticipated(chord, push),
  );
  pushedLists.set(occurrence.chords, { push, chords });
  return withChords(occurrence, chords);
}
