import { useEffect, useState } from 'react';
import type { ANSWERS, AnswerTo, AskedOf, Question } from '../workers/analysis';
import { RemoteWorker } from '../shared/remote';

type Answers = typeof ANSWERS;

/** The worker that answers questions about chords. */
const analysis = new RemoteWorker<Answers>(
  () => new Worker(new URL('../workers/analysis.ts', import.meta.url)),
  'The chords could not be worked out. Reload the page.',
);

const ask = <Q extends Question>(question: Q, asked: AskedOf<Q>): Promise<AnswerTo<Q>> =>
  analysis.ask((answers) =>
    (answers[question] as unknown as (asked: AskedOf<Q>) => Promise<AnswerTo<Q>>)(asked),
  );

export interface Answer<T> {
  readonly answer: T | null;
  readonly failed: string | null;
}

/** Asks the worker whenever the question changes (null asks nothing); the answer before stays until the new one is there. */
export function useAnswer<Q extends Question>(question: Q, asked: AskedOf<Q> | null): Answer<AnswerTo<Q>> {
  const text = asked && JSON.stringify(asked);
  const [answer, setAnswer] = useState<Answer<AnswerTo<Q>>>({ answer: null, failed: null });
  useEffect(() => {
    let current = true;
    if (text === null) return undefined;
    ask(question, JSON.parse(text) as AskedOf<Q>).then(
      (found) => current && setAnswer({ answer: found, failed: null }),
      (error: Error) => current && setAnswer({ answer: null, failed: error.message }),
    );
    return () => {
      current = false;
    };
  }, [question, text]);
  return answer;
}
