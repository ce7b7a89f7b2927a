/** Workers are a browser's: here the questions are answered on the spot, by the worker's own functions. */
import { ANSWERS, type Kind, type Questions } from '../../workers/analysis';

export const useAnswer = <K extends Kind>(kind: K, asked: Questions[K]['asked'] | null) => ({
  answer: asked && ANSWERS[kind](asked),
  failed: null,
});
