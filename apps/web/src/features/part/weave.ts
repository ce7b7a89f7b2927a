import type { PageNote, PagePart } from '../../shared/sentBand';
import { firstFrom } from '@backline/core/time/search';

/** Notes of a sorted list that start within a stretch of ticks. */
export const notesWithin = (notes: readonly PageNote[], from: number, to: number): readonly PageNote[] =>
  notes.slice(firstFrom(notes, from), firstFrom(notes, to));

/** A stroke of the weave: where in the stretch (0–1) and how strong (0–1). */
export interface Stroke {
  readonly at: number;
  readonly strength: number;
}

/**
 * A part's rhythm in a stretch: one stroke for all that is struck together, as tall as its strongest.
 * `apart` is the least distance of two strokes as a share of the stretch, so that a small picture stays legible.
 */
export function strokesOf(part: PagePart, from: number, to: number, apart = 0): Stroke[] {
  const together = Math.max(60, apart * (to - from));
  const strokes: { at: number; strength: number }[] = [];
  let last = -Infinity;
  for (const { start, velocity } of notesWithin(part.notes, from, to)) {
    const strength = velocity / 127;
    const current = strokes[strokes.length - 1];
    if (current && start - last < together) {
      current.strength = Math.max(current.strength, strength);
      continue;
    }
    last = start;
    strokes.push({ at: (start - from) / (to - from), strength });
  }
  return strokes;
}
