/** Answers without a worker, at once. */
import { ANSWERS, type AskedOf, type Question } from '../../workers/analysis';

export const useAnswer = <Q extends Question>(question: Q, asked: AskedOf<Q> | null) => ({
  answer: asked && (ANSWERS[question] as (asked: AskedOf<Q>) => unknown)(asked),
  failed: null,
});
