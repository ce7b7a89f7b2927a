import { choose, type Stream } from '../../random/stream';
import type { Bar } from '../../time/bars';
import { beatsOf, offBeat } from '../../time/beats';
import { ticksInto } from '../../timeline/patternCells';
import type { LinePattern } from './pattern';
import type { Ticks } from '../../units/units';

/** The line a phrase follows, as a height from 0 to 1 along its length. */
export const CONTOURS = {
  arch: (t: number) => Math.sin(Math.PI * Math.min(1, Math.max(0, t))),
  rise: (t: number) => t,
  fall: (t: number) => 1 - t,
  question: (t: number) => 0.25 + 0.7 * t * t,
  answer: (t: number) => 0.8 - 0.65 * t,
} as const;

/** Which way a phrase goes. */
export type Contour = keyof typeof CONTOURS;

/** A rhythm note before it has a pitch: ticks from the region's start. */
export interface Onset {
  readonly start: Ticks;
  readonly length: Ticks;
  /** Position among the notes of the motif where they are the motif's, or −1. */
  readonly motif: number;
}

/** A phrase before it has pitches: its onsets and its contour. */
export interface Phrase {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly shape: Contour;
  /** True where its motif is one that was heard before: an answer, a close. */
  readonly takesUp: boolean;
  readonly notes: readonly Onset[];
  /** Where its motif stands at each of its notes, semitones from the first; left out where it is found as it is played. */
  readonly motif?: readonly number[];
}

type LineCell = LinePattern['cells'][number];

/** Beats of a bar as a line counts them: two to a beat in double time, one to two beats in half time. */
function lineBeats(bar: Bar, pace: number): number[] {
  const beats = beatsOf(bar).map((b) => b.length);
  if (pace > 1) return beats.flatMap((length) => [offBeat(length), length - offBeat(length)]);
  if (pace === 1) return beats;
  return beats.flatMap((length, i) => (i % 2 === 0 ? [length + (beats[i + 1] ?? 0)] : []));
}

type Size = LineCell['beats'];

/** A run of beats in twos, with a three where they are odd. */
const inTwos = (count: number): Size[] => {
  if (count < 4) return count > 0 ? [count as Size] : [];
  return [2, ...inTwos(count - 2)];
};

/** Sizes of the cells that fill a bar: fours as two twos, threes whole. */
function cellSizes(bar: Bar, pace: number): Size[] {
  const count = lineBeats(bar, pace).length;
  const groups = bar.groups.map((g) => g.beats.length);
  const isWhole = pace === 1 && groups.reduce((sum, n) => sum + n, 0) === count;
  return isWhole ? groups.flatMap(inTwos) : inTwos(count);
}

/** A single beat takes the first beat of a pair. */
const firstBeat = (cell: LineCell): LineCell => ({
  ...cell,
  beats: 1,
  notes: cell.notes.filter(([at]) => at < 1).map(([at, length]) => [at, Math.min(length, 1 - at)]),
});

function cellsOf(pattern: LinePattern, size: Size): LineCell[] {
  const fitting = pattern.cells.filter((c) => c.beats === size);
  if (fitting.length || size !== 1) return fitting;
  const cut = pattern.cells.filter((c) => c.beats === 2).map(firstBeat);
  return cut.some((c) => c.notes.length) ? cut.filter((c) => c.notes.length) : cut;
}

/** Cells for one bar, drawn by weight; a cell is not drawn twice running where there is another. */
function barCells(bar: Bar, pattern: LinePattern, pace: number, next: Stream): LineCell[] {
  let before: LineCell | null = null;
  return cellSizes(bar, pace).map((size) => {
    const fitting = cellsOf(pattern, size);
    const fresh = fitting.filter((c) => c !== before);
    before = choose(next, fresh.length ? fresh : fitting, (c) => c.weight);
    return before;
  });
}

/** @param motifFrom position in the motif of its first note; null where it is not of the motif. */
function barOnsets(bar: Bar, cells: readonly LineCell[], pace: number, motifFrom: number | null): Onset[] {
  const beats = lineBeats(bar, pace);
  const notes: Onset[] = [];
  let passed = 0;
  let index = 0;
  for (const cell of cells) {
    for (const [start, length] of cell.notes) {
      const motif = motifFrom === null ? -1 : motifFrom + index;
      const at = ticksInto(beats, passed + start, false);
      const until = ticksInto(beats, passed + start + length, false);
      notes.push({ start: bar.start + Math.round(at), length: Math.round(until - at), motif });
      index++;
    }
    passed += cell.beats;
  }
  return notes;
}

/** Question and answer come in pairs; other shapes stand alone. */
function contourAfter(before: Contour | null, next: Stream): Contour {
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
export function planPhrases(
  bars: readonly Bar[],
  pattern: LinePattern,
  pace: number,
  next: Stream,
): Phrase[] {
  const phrases: Phrase[] = [];
  let shape: Contour | null = null;
  let motif: LineCell[] = [];
  let first = 0;
  while (first < bars.length) {
    const [least, most] = pattern.phrase;
    const wanted = least + Math.floor(next() * (most - least + 1));
    const run = bars.slice(first, first + wanted);
    shape = contourAfter(shape, next);
    const takesUp = shape === 'answer' && motif.length > 0;
    const cells = run.map((bar) => barCells(bar, pattern, pace, next));
    if (takesUp && isFilledBy(run[0]!, motif, pace)) cells[0] = motif;
    else motif = cells[0]!;
    const notes = run.flatMap((bar, i) => {
      const isMotif = i === 0 || (i === 2 && isFilledBy(bar, motif, pace));
      return barOnsets(bar, isMotif ? motif : cells[i]!, pace, isMotif ? 0 : null);
    });
    const start = run[0]!.start;
    const last = run[run.length - 1]!;
    const beats = run.flatMap((bar) => beatsOf(bar));
    const rest = Math.max(1, Math.round(beats.length * pattern.rest * (0.6 + 0.8 * next())));
    const end = beats[beats.length - rest]?.start ?? start;
    const sounding = notes.filter((n) => n.start < end);
    if (sounding.length)
      phrases.push({ start, end: last.start + last.length, shape, takesUp, notes: sounding });
    first += run.length;
  }
  return phrases;
}

const isFilledBy = (bar: Bar, motif: readonly LineCell[], pace: number): boolean =>
  cellSizes(bar, pace).join() === motif.map((c) => c.beats).join();

/** The parts of a tune: how each goes, and whether it takes up the statement's motif. */
const FOUR_PARTS = [
  { shape: 'question', motif: 'states' },
  { shape: 'answer', motif: 'takes up' },
  { shape: 'arch', motif: 'leaves' },
  { shape: 'fall', motif: 'takes up' },
] as const satisfies readonly { readonly shape: Contour; readonly motif: string }[];

/** Ways a motif goes from one note to the next, semitones, by their weight: mostly steps, some thirds, few fourths. */
const WAYS = [
  { by: 2, weight: 4 },
  { by: 3, weight: 2 },
  { by: 5, weight: 1 },
] as const;
/** How far a motif strays from where it began before it turns. */
const STRAYS = 5;

/** A motif's contour: it turns now and then, and does not stray. */
function motifContour(notes: number, next: Stream): number[] {
  const contour = [0];
  let up = next() < 0.6 ? 1 : -1;
  while (contour.length < notes) {
    const at = contour[contour.length - 1]!;
    if (at * up >= STRAYS || next() < 0.3) up = -up;
    contour.push(at + up * choose(next, WAYS, (w) => w.weight).by);
  }
  return contour;
}

/** Beats that a tune's last part rests on its end, at least. */
const CLOSING = 2;

/**
 * A tune over a run of bars: statement, answer, turn and close, each as long as the pattern's shortest phrase, and
 * again from the start where there is more. The motif is drawn once: it returns in answer and close, and in
 * every tune that is drawn by the same chance.
 */
export function planTune(bars: readonly Bar[], pattern: LinePattern, pace: number, next: Stream): Phrase[] {
  const [size] = pattern.phrase;
  const model = bars.slice(0, size);
  const motif = model.map((bar) => barCells(bar, pattern, pace, next));
  const turn = model.map((bar) => barCells(bar, pattern, pace, next));
  const contour = motifContour(
    motif.flat().reduce((sum, cell) => sum + cell.notes.length, 0),
    next,
  );
  const phrases: Phrase[] = [];
  for (let first = 0, n = 0; first < bars.length; first += size, n++) {
    const part = FOUR_PARTS[n % FOUR_PARTS.length]!;
    const run = bars.slice(first, first + size);
    const cells = part.motif === 'leaves' ? turn : motif;
    let heard = 0;
    const notes = run.flatMap((bar, i) => {
      const own = isFilledBy(bar, cells[i]!, pace) ? cells[i]! : barCells(bar, pattern, pace, next);
      const isMotif = part.motif !== 'leaves' && own === cells[i];
      const onsets = barOnsets(bar, own, pace, isMotif ? heard : null);
      heard += onsets.length;
      return onsets;
    });
    const last = run[run.length - 1]!;
    const beats = run.flatMap((bar) => beatsOf(bar));
    const isClose = n % FOUR_PARTS.length === FOUR_PARTS.length - 1;
    const rest = Math.max(1, Math.round(beats.length * pattern.rest));
    const until = isClose ? Math.min(beats.length - 1, beats.length - CLOSING + 1) : beats.length - rest;
    const end = beats[Math.max(1, until)]?.start ?? last.start + last.length;
    const sounding = notes.filter((note) => note.start < end);
    const tail = sounding[sounding.length - 1];
    if (!tail) continue;
    // The close rests on its last note.
    if (isClose) sounding[sounding.length - 1] = { ...tail, length: last.start + last.length - tail.start };
    phrases.push({
      start: run[0]!.start,
      end: last.start + last.length,
      shape: part.shape,
      takesUp: phrases.length > 0,
      notes: sounding,
      motif: contour,
    });
  }
  return phrases;
}
