import { choose, type Stream } from '../../random/stream';
import type { SoloPattern } from '../../style/schema';
import type { Bar } from '../../timeline/bars';
import { METRES, PPQ, beats, beatsPerBar } from '../../timeline/time';

/** The line a phrase follows, as a height from 0 to 1 along its length. */
export const SHAPES = {
  arch: (t: number) => Math.sin(Math.PI * Math.min(1, Math.max(0, t))),
  rise: (t: number) => t,
  fall: (t: number) => 1 - t,
  question: (t: number) => 0.25 + 0.7 * t * t,
  answer: (t: number) => 0.8 - 0.65 * t,
} as const;

export type Shape = keyof typeof SHAPES;

/** A rhythm note before it has a pitch: ticks from the region's start. */
export interface Beat {
  readonly start: number;
  readonly length: number;
  /** Position among the notes of its bar when the bar repeats the phrase's motif, or −1. */
  readonly motif: number;
}

export interface Phrase {
  readonly start: number;
  readonly end: number;
  readonly shape: Shape;
  readonly notes: readonly Beat[];
}

type Cell = SoloPattern['cells'][number];

/** Sizes of the cells that fill a bar: fours as two twos, threes whole. */
const cellSizes = (bar: Bar): (2 | 3)[] =>
  METRES[bar.metre].flatMap((group): (2 | 3)[] => (group === 4 ? [2, 2] : [group]));

/** Cells for one bar, drawn by weight; a cell is not drawn twice running where there is another. */
function barCells(bar: Bar, pattern: SoloPattern, next: Stream): Cell[] {
  let before: Cell | null = null;
  return cellSizes(bar).map((size) => {
    const fitting = pattern.cells.filter((c) => c.beats === size);
    const fresh = fitting.filter((c) => c !== before);
    before = choose(next, fresh.length ? fresh : fitting, (c) => c.weight);
    return before;
  });
}

function barBeats(bar: Bar, cells: readonly Cell[], isMotif: boolean): Beat[] {
  const notes: Beat[] = [];
  let at = bar.start;
  let index = 0;
  for (const cell of cells) {
    for (const [start, length] of cell.notes) {
      const motif = isMotif ? index : -1;
      notes.push({ start: at + beats(start), length: beats(length), motif });
      index++;
    }
    at += cell.beats * PPQ;
  }
  return notes;
}

/** Question and answer come in pairs; other shapes stand alone. */
function shapeAfter(before: Shape | null, next: Stream): Shape {
  if (before === 'question') return 'answer';
  return choose(next, ['arch', 'rise', 'fall', 'question'] as const, (s) =>
    s === before ? 0.2 : s === 'arch' || s === 'question' ? 2 : 1,
  );
}

/**
 * Phrases over a run of bars: lengths in the pattern's range, rests between them, and a rhythm in
 * which the first bar of a phrase is its motif: it returns in the phrase's third bar, and an
 * answer takes up the motif of its question.
 */
export function planPhrases(bars: readonly Bar[], pattern: SoloPattern, next: Stream): Phrase[] {
  const phrases: Phrase[] = [];
  let shape: Shape | null = null;
  let motif: Cell[] = [];
  let first = 0;
  while (first < bars.length) {
    const [least, most] = pattern.phrase;
    const wanted = least + Math.floor(next() * (most - least + 1));
    const run = bars.slice(first, first + wanted);
    shape = shapeAfter(shape, next);
    const takesUp = shape === 'answer' && motif.length > 0;
    const cells = run.map((bar) => barCells(bar, pattern, next));
    if (takesUp && sameMetre(run[0]!, motif)) cells[0] = motif;
    else motif = cells[0]!;
    const notes = run.flatMap((bar, i) => {
      const isMotif = i === 0 || (i === 2 && sameMetre(bar, motif));
      return barBeats(bar, isMotif ? motif : cells[i]!, isMotif);
    });
    const start = run[0]!.start;
    const last = run[run.length - 1]!;
    const total = run.reduce((sum, bar) => sum + beatsPerBar(bar.metre), 0);
    const rest = Math.max(1, Math.round(total * pattern.rest * (0.6 + 0.8 * next())));
    const end = last.start + last.length - rest * PPQ;
    const sounding = notes.filter((n) => n.start < end);
    if (sounding.length) phrases.push({ start, end: last.start + last.length, shape, notes: sounding });
    first += run.length;
  }
  return phrases;
}

const sameMetre = (bar: Bar, motif: readonly Cell[]): boolean =>
  cellSizes(bar).join() === motif.map((c) => c.beats).join();
