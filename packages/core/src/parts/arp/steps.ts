/** The steps of an arpeggio: its pattern's, but for what the writer has set. */
import { MOST_STEPS, type StepRate } from '../../song/choices';
import type { Bar } from '../../time/bars';
import { PPQ, quarters } from '../../time/ticks';
import { PACE } from '../../timeline/patternCells';
import type { Resolved } from '../../timeline/settings';
import type { StepsOfBar } from '../kind';
import type { ArpPattern } from './pattern';

/** Quarter notes from step to step. */
export const STEP_QUARTERS: Readonly<Record<StepRate, number>> = {
  quarter: 1,
  'dotted eighth': 0.75,
  eighth: 0.5,
  'eighth triplet': 1 / 3,
  sixteenth: 0.25,
  'sixteenth triplet': 1 / 6,
  'thirty-second': 0.125,
};

/** Rests at the same places of the bar in other steps; one that lies between those is none. */
const restsAt = (rests: readonly number[], from: number, to: number): number[] =>
  // In ticks a third of a beat is a whole number, however a file writes it.
  rests.map((step) => (step * quarters(from)) / quarters(to)).filter(Number.isInteger);

type StepSettings = Pick<Resolved, 'order' | 'octaves' | 'rate' | 'accentEvery' | 'rests'>;

/** A pattern with the steps that are set in place of its own. */
export function stepsAsSet(pattern: ArpPattern, set: StepSettings): ArpPattern {
  const rate = set.rate === null ? pattern.rate : STEP_QUARTERS[set.rate];
  const own = rate === pattern.rate ? pattern.rests : restsAt(pattern.rests, pattern.rate, rate);
  return {
    ...pattern,
    rate,
    order: set.order ?? pattern.order,
    // An order that is set holds where a phrase turns as well.
    turn: set.order ?? pattern.turn,
    octaves: set.octaves ?? pattern.octaves,
    accentEvery: set.accentEvery ?? pattern.accentEvery,
    rests: [...(set.rests ?? own)],
  };
}

/** The first beat of a bar stands for all of them. Ticks. */
export const barBeat = (bar: Pick<Bar, 'groups'>): number => bar.groups[0]!.beats[0]!;

/** Ticks from step to step; triplets of a plain beat are the eighths of a dotted one. */
export function stepTicks(
  pattern: Pick<ArpPattern, 'rate'>,
  bar: Pick<Bar, 'groups'>,
  pace: Resolved['pace'],
): number {
  const rate = quarters(pattern.rate / PACE[pace]);
  const beat = barBeat(bar);
  return beat > PPQ && beat % rate !== 0 && (beat / 1.5) % rate === 0 ? rate * 1.5 : rate;
}

/** How a bar is cut into steps. */
export function stepsInBar(
  pattern: ArpPattern,
  set: StepSettings & Pick<Resolved, 'pace'>,
  bar: Pick<Bar, 'groups' | 'length'>,
): StepsOfBar {
  const own = stepsAsSet(pattern, set);
  const count = Math.ceil(bar.length / stepTicks(own, bar, set.pace));
  return { count: Math.min(MOST_STEPS, count), rests: own.rests };
}

const ACCENTED = 1.12;
const PLAIN = 0.92;

/** How strong a step is struck, 1 as the dynamics say. */
export const accentOf = ({ accentEvery }: Pick<ArpPattern, 'accentEvery'>, step: number): number =>
  accentEvery === 0 ? 1 : step % accentEvery === 0 ? ACCENTED : PLAIN;
