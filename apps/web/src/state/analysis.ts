import { useEffect, useState } from 'react';
import type { Kind, Question, Questions, Reply } from '../workers/analysis';

/** The worker that answers questions about chords, started at the first one. */
class Analysis {
  private worker: Worker | null = null;
  private count = 0;
  private readonly waiting = new Map<number, { done: (reply: Reply) => void }>();

  ask<K extends Kind>(kind: K, asked: Questions[K]['asked']): Promise<Questions[K]['answer']> {
    const question: Question<K> = { number: ++this.count, kind, asked };
    return new Promise((resolve, reject) => {
      this.waiting.set(question.number, {
        done: (reply) => {
          if ('failed' in reply) reject(new Error(reply.failed));
          else resolve(reply.answer as Questions[K]['answer']);
        },
      });
      this.start().postMessage(question);
    });
  }

  private start(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../workers/analysis.ts', import.meta.url));
    worker.onmessage = ({ data }: MessageEvent<Reply>) => {
      this.waiting.get(data.number)?.done(data);
      this.waiting.delete(data.number);
    };
    worker.onerror = () => {
      const failed = 'The chords could not be worked out. Reload the page.';
      for (const [number, { done }] of this.waiting) done({ number, failed });
      this.waiting.clear();
      this.worker = null;
    };
    this.worker = worker;
    return worker;
  }
}

const analysis = new Analysis();

export interface Answer<T> {
  readonly answer: T | null;
  readonly failed: string | null;
}

/** Asks the worker whenever the question changes (null asks nothing); the answer before stays until the new one is there. */
export function useAnswer<K extends Kind>(
  kind: K,
  asked: Questions[K]['asked'] | null,
): Answer<Questions[K]['answer']> {
  const text = asked && JSON.stringify(asked);
  const [answer, setAnswer] = useState<Answer<Questions[K]['answer']>>({ answer: null, failed: null });
  useEffect(() => {
    let current = true;
    if (text === null) return undefined;
    analysis.ask(kind, JSON.parse(text) as Questions[K]['asked']).then(
      (found) => current && setAnswer({ answer: found, failed: null }),
      (error: Error) => current && setAnswer({ answer: null, failed: error.message }),
    );
    return () => {
      current = false;
    };
  }, [kind, text]);
  return answer;
}
