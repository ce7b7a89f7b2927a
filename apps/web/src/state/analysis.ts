import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { ANSWERS, AnswerTo, AskedOf, Question } from '../workers/analysis';

type Answers = typeof ANSWERS;

const FAILED = 'The chords could not be worked out. Reload the page.';

/** The worker that answers questions about chords, started at the first one and anew where it fell over. */
class Analysis {
  private worker: { readonly answers: Remote<Answers>; readonly lost: Promise<never> } | null = null;

  ask<Q extends Question>(question: Q, asked: AskedOf<Q>): Promise<AnswerTo<Q>> {
    const { answers, lost } = this.start();
    const answer = answers[question] as unknown as (asked: AskedOf<Q>) => Promise<AnswerTo<Q>>;
    return Promise.race([answer(asked), lost]);
  }

  private start() {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../workers/analysis.ts', import.meta.url));
    const lost = new Promise<never>((_, reject) => {
      worker.onerror = () => {
        this.worker = null;
        reject(new Error(FAILED));
      };
    });
    lost.catch(() => undefined);
    this.worker = { answers: wrap<Answers>(worker), lost };
    return this.worker;
  }
}

const analysis = new Analysis();

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
    analysis.ask(question, JSON.parse(text) as AskedOf<Q>).then(
      (found) => current && setAnswer({ answer: found, failed: null }),
      (error: Error) => current && setAnswer({ answer: null, failed: error.message }),
    );
    return () => {
      current = false;
    };
  }, [question, text]);
  return answer;
}
