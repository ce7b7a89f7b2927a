/** Figures that lead from one stretch of a song into the next, as data: by how long they are and how their beats divide. */
import type { DrumsEvent } from './pattern';

type Drum = DrumsEvent['drum'];

/** Drum, place in beats from the figure's start, level of density from which it plays, accent. */
type Stroke = readonly [drum: Drum, at: number, level: number, accent: number];

export interface Fill {
  /** Beats it lasts. */
  readonly beats: number;
  readonly strokes: readonly Stroke[];
}

/** Common practice of kit players: rolls on the snare, a way down the toms, a stop before the next beat. */
const BINARY: readonly Fill[] = [
  {
    beats: 1,
    strokes: [
      ['snare', 0, 1, 0.85],
      ['snare', 0.5, 1, 0.95],
      ['snare', 0.75, 3, 0.8],
    ],
  },
  {
    beats: 1,
    strokes: [
      ['snare', 0, 1, 0.9],
      ['high tom', 0.5, 1, 0.9],
      ['low tom', 0.75, 3, 0.9],
    ],
  },
  {
    beats: 1,
    strokes: [
      ['kick', 0, 1, 0.9],
      ['open hat', 0.5, 1, 0.9],
      ['snare', 0.25, 4, 0.5],
    ],
  },
  {
    beats: 1,
    strokes: [
      ['low tom', 0, 1, 0.9],
      ['low tom', 0.5, 1, 1],
      ['kick', 0, 3, 0.8],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['snare', 0, 1, 0.9],
      ['snare', 0.5, 2, 0.8],
      ['high tom', 1, 1, 0.95],
      ['mid tom', 1.5, 1, 0.95],
      ['low tom', 1.75, 3, 1],
      ['kick', 0, 1, 0.9],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['snare', 0, 1, 0.75],
      ['snare', 0.25, 3, 0.65],
      ['snare', 0.5, 2, 0.75],
      ['snare', 0.75, 4, 0.7],
      ['snare', 1, 1, 0.85],
      ['snare', 1.25, 3, 0.8],
      ['snare', 1.5, 1, 0.95],
      ['snare', 1.75, 3, 1],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['high tom', 0, 1, 0.9],
      ['high tom', 0.5, 2, 0.85],
      ['mid tom', 0.75, 3, 0.8],
      ['low tom', 1, 1, 0.95],
      ['low tom', 1.5, 1, 1],
      ['kick', 1.75, 4, 0.9],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['snare', 0, 1, 0.95],
      ['kick', 0.5, 2, 0.9],
      ['snare', 0.75, 3, 0.8],
      ['kick', 1, 1, 0.9],
      ['snare', 1.5, 1, 1],
    ],
  },
  {
    beats: 4,
    strokes: [
      ['snare', 0, 1, 0.8],
      ['snare', 0.5, 2, 0.75],
      ['high tom', 1, 1, 0.85],
      ['high tom', 1.5, 2, 0.8],
      ['mid tom', 2, 1, 0.9],
      ['mid tom', 2.5, 2, 0.85],
      ['low tom', 3, 1, 0.95],
      ['low tom', 3.5, 1, 1],
      ['kick', 0, 1, 0.9],
      ['kick', 2, 2, 0.9],
    ],
  },
];

const THIRD = 1 / 3;
const TERNARY: readonly Fill[] = [
  {
    beats: 1,
    strokes: [
      ['snare', 0, 1, 0.75],
      ['snare', 2 * THIRD, 1, 0.85],
      ['snare', THIRD, 4, 0.55],
    ],
  },
  {
    beats: 1,
    strokes: [
      ['high tom', 0, 1, 0.8],
      ['low tom', 2 * THIRD, 1, 0.85],
      ['snare', THIRD, 3, 0.6],
    ],
  },
  {
    beats: 1,
    strokes: [
      ['side stick', 0, 1, 0.8],
      ['kick', 2 * THIRD, 1, 0.8],
    ],
  },
  {
    beats: 1,
    strokes: [
      ['kick', 0, 2, 0.7],
      ['snare', 2 * THIRD, 1, 0.9],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['snare', 0, 1, 0.75],
      ['snare', 2 * THIRD, 1, 0.7],
      ['high tom', 1, 1, 0.8],
      ['mid tom', 1 + THIRD, 3, 0.7],
      ['low tom', 1 + 2 * THIRD, 2, 0.8],
      ['kick', 0, 2, 0.6],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['snare', 0, 1, 0.7],
      ['snare', THIRD, 3, 0.55],
      ['snare', 2 * THIRD, 2, 0.65],
      ['snare', 1, 1, 0.75],
      ['snare', 1 + THIRD, 3, 0.65],
      ['snare', 1 + 2 * THIRD, 1, 0.85],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['low tom', 0, 1, 0.75],
      ['mid tom', 2 * THIRD, 2, 0.7],
      ['high tom', 1, 1, 0.8],
      ['snare', 1 + 2 * THIRD, 1, 0.85],
    ],
  },
  {
    beats: 2,
    strokes: [
      ['kick', 0, 2, 0.7],
      ['snare', 2 * THIRD, 1, 0.8],
      ['kick', 1 + THIRD, 3, 0.7],
      ['snare', 1 + 2 * THIRD, 1, 0.9],
    ],
  },
  {
    beats: 4,
    strokes: [
      ['snare', 0, 1, 0.65],
      ['snare', 2 * THIRD, 2, 0.6],
      ['snare', 1, 1, 0.7],
      ['high tom', 1 + 2 * THIRD, 2, 0.7],
      ['high tom', 2, 1, 0.75],
      ['mid tom', 2 + 2 * THIRD, 2, 0.75],
      ['low tom', 3, 1, 0.8],
      ['low tom', 3 + 2 * THIRD, 1, 0.85],
      ['kick', 0, 2, 0.6],
    ],
  },
];

const asEvents = ({ strokes }: Fill): DrumsEvent[] =>
  strokes.map(([drum, at, level, accent]) => ({ drum, at, for: 0.25, level, accent }));

/** The figures of so many beats, in beats of two halves or of three thirds; the pattern's own is among those of two. */
export function figuresOf(
  beats: number,
  ternary: boolean,
  own: readonly DrumsEvent[],
): readonly (readonly DrumsEvent[])[] {
  const figures = (ternary ? TERNARY : BINARY).filter((fill) => fill.beats === beats).map(asEvents);
  return beats === 2 && own.length ? [own, ...figures] : figures;
}
