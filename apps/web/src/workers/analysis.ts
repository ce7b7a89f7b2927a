/** Names sounding notes, ranks next chords and finds routes off the main thread. */
import { expose } from 'comlink';
import { ideas, type ChordContext, type Idea } from '@backline/core/analysis/ideas';
import { recognise, type Recognised } from '@backline/core/analysis/recognise';
import { routes, type Route, type RouteAsked } from '@backline/core/analysis/route';
import { keyOf } from '@backline/core/theory/key';

/** Questions about chords, each with what it asks and its answer. */
export const ANSWERS = {
  ideas: (asked: ChordContext): readonly Idea[] => ideas(asked),
  routes: (asked: RouteAsked): readonly Route[] => routes(asked),
  recognise: ({ notes, key }: { readonly notes: readonly number[]; readonly key: string }): Recognised =>
    recognise(notes, keyOf(key)),
};

export type Question = keyof typeof ANSWERS;
export type AskedOf<Q extends Question> = Parameters<(typeof ANSWERS)[Q]>[0];
export type AnswerTo<Q extends Question> = ReturnType<(typeof ANSWERS)[Q]>;

// Tests read the answers without a worker.
if (typeof document === 'undefined') expose(ANSWERS);
