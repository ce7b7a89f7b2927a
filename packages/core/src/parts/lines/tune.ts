/** A tune in four parts over one motif: statement, answer, turn and close (common practice). */
import { stream } from '../../random/stream';
import { barCells, cellSizes, lineBeats, placesOn, struckBy, type LineCell } from './cells';
import type { LinePlan } from './asked';
import { energyOf, entryOf, type Contour, type Onset, type Phrase, type PlanAsked } from './phrases';
import { motifOf } from './motif';
import type { LinePattern } from './pattern';
import type { Theme } from '../../song/choices';
import type { Bar } from '../../time/bars';
import type { Semitones } from '../../units/units';

/** The parts of a tune: how each goes, and whether it takes up the statement's motif. */
const FOUR_PARTS = [
  { name: 'statement', shape: 'question', motif: 'states' },
  { name: 'answer', shape: 'answer', motif: 'takes up' },
  { name: 'turn', shape: 'arch', motif: 'leaves' },
  { name: 'close', shape: 'fall', motif: 'takes up' },
] as const satisfies readonly { readonly name: Theme; readonly shape: Contour; readonly motif: string }[];

/** Beats that a tune's last part rests on its end, at least. */
const CLOSING = 2;
/** Draws of a tune until it begins on its beat, so that something can lead up to it. */
const DRAWS = 4;
/** A tune is told evenly. */
const EVENLY = 0.5;

const isFilledBy = (bar: Bar, cells: readonly LineCell[], pace: number): boolean =>
  cellSizes(bar, pace).join() === cells.map((c) => c.beats).join();

/** The cells of a tune's statement and of its turn, bar by bar: the section's own, wherever it begins again. */
export interface TuneCells {
  readonly statement: readonly (readonly LineCell[])[];
  readonly turn: readonly (readonly LineCell[])[];
  /** Which way the turn goes, as the motif goes its own. */
  readonly turnContour: readonly Semitones[];
}

/** Bars of a part of a tune: as the pattern's shortest phrase, or as many beats as are asked for with their rest. */
function partLength(
  bars: readonly Bar[],
  { phrase, rest }: LinePattern,
  sung: LinePlan['sung'],
  pace: number,
): number {
  if (!sung) return Math.max(1, Math.round(phrase[0]));
  const perBar = lineBeats(bars.slice(0, 1), pace).length;
  return Math.max(1, Math.round((sung[0] + sung[1]) / 2 / (1 - rest) / perBar));
}

/** Draws the cells of a tune over bars like these. @param key what they hang on. */
export function tuneCells(
  { bars, plan: { pattern, sung }, pace }: Pick<PlanAsked, 'bars' | 'plan' | 'pace'>,
  key: string,
): TuneCells {
  const next = stream(key);
  const model = bars.slice(0, partLength(bars, pattern, sung, pace));
  const drawn = () => model.map((bar) => barCells(bar, pattern, pace, EVENLY, next));
  let statement = drawn();
  for (let n = 1; n < DRAWS && statement[0]![0]!.notes[0]![0] > 0; n++) statement = drawn();
  let turn = drawn();
  // A turn has a rhythm of its own, where there is another.
  const isAlike = () => turn.some((bar, i) => bar.every((cell, n) => cell === statement[i]?.[n]));
  for (let n = 1; n < DRAWS && isAlike(); n++) turn = drawn();
  return { statement, turn, turnContour: motifOf(turn.flat(), next).contour };
}

/**
 * A tune over a run of bars, all its parts in turn or one of them: each as long as the pattern's shortest phrase, and
 * again from the start where there is more. Its motif returns in answer and close.
 */
export function planTune(asked: PlanAsked, { statement, turn, turnContour }: TuneCells): Phrase[] {
  const { bars, firstBar, plan, pace, motif, key } = asked;
  const { pattern, habits, sung, theme } = plan;
  const single = FOUR_PARTS.filter(({ name }) => name === theme);
  const parts = single.length ? single : FOUR_PARTS;
  const next = stream(`${key}/${firstBar}`);
  const size = partLength(bars, pattern, sung, pace);
  const phrases: Phrase[] = [];
  for (let first = 0, n = 0; first < bars.length; first += size, n++) {
    const part = parts[n % parts.length]!;
    const run = bars.slice(first, first + size);
    const cells = part.motif === 'leaves' ? turn : statement;
    let heard = 0;
    const notes = run.flatMap((bar, i) => {
      const fits = cells[i] && isFilledBy(bar, cells[i], pace);
      const own = fits ? cells[i]! : barCells(bar, pattern, pace, EVENLY, next);
      const beats = lineBeats([bar], pace);
      const placeOf = placesOn(beats);
      return struckBy(own).map(([at, length]): Onset => {
        const start = placeOf(at);
        return { start, length: placeOf(at + length) - start, motif: fits ? heard++ : -1 };
      });
    });
    const beats = lineBeats(run, pace);
    const last = run[run.length - 1]!;
    const end = last.start + last.length;
    const isClose = part.name === 'close';
    const rest = Math.max(1, Math.round(beats.length * pattern.rest));
    const until = isClose ? Math.min(beats.length - 1, beats.length - CLOSING + 1) : beats.length - rest;
    const cut = beats[Math.max(1, until)]?.start ?? end;
    const sounding = notes.filter((note) => note.start < cut);
    const tail = sounding[sounding.length - 1];
    if (!tail) continue;
    // The close rests on its last note.
    if (isClose) sounding[sounding.length - 1] = { ...tail, length: end - tail.start };
    phrases.push({
      start: run[0]!.start,
      end,
      shape: part.shape,
      notes: sounding,
      contour: part.motif === 'leaves' ? turnContour : motif.contour,
      isHome: part.motif === 'states',
      energy: energyOf(asked, first),
      pickup: (first === 0 ? asked.entry : entryOf(habits, `${key}/entry/${n}`)).pickup,
    });
  }
  return phrases;
}
