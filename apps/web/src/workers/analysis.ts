/** Names sounding notes, ranks next chords and finds routes off the main thread. */
import { ideas, type Asked, type Idea } from '@backline/core/analysis/ideas';
import { recognise, type Recognised } from '@backline/core/analysis/recognise';
import { routes, type Route, type RouteAsked } from '@backline/core/analysis/route';
import { keyOf } from '@backline/core/theory/key';

/** A question, and the answer it gets, by its kind. */
export interface Questions {
  readonly ideas: { readonly asked: Asked; readonly answer: readonly Idea[] };
  readonly routes: { readonly asked: RouteAsked; readonly answer: readonly Route[] };
  readonly recognise: {
    readonly asked: { readonly notes: readonly number[]; readonly key: string };
    readonly answer: Recognised;
  };
}

export type Kind = keyof Questions;

export interface Question<K extends Kind = Kind> {
  readonly number: number;
  readonly kind: K;
  readonly asked: Questions[K]['asked'];
}

export type Reply =
  | { readonly number: number; readonly answer: Questions[Kind]['answer'] }
  | { readonly number: number; readonly failed: string };

/** Answers one question. */
export const ANSWERS: { readonly [K in Kind]: (asked: Questions[K]['asked']) => Questions[K]['answer'] } = {
  ideas: (asked) => ideas(asked),
  routes: (asked) => routes(asked),
  recognise: ({ notes, key }) => recognise(notes, keyOf(key)),
};

function answer<K extends Kind>({ number, kind, asked }: Question<K>): Reply {
  try {
    return { number, answer: ANSWERS[kind](asked) };
  } catch (error) {
    return { number, failed: error instanceof Error ? error.message : String(error) };
  }
}

const scope = self as unknown as {
  onmessage: (event: MessageEvent<Question>) => void;
  postMessage: (reply: Reply) => void;
};

scope.onmessage = ({ data }) => scope.postMessage(answer(data));
