/** Messages of two ports that keep no order among each other. */
import fc from 'fast-check';
import { Inbox } from '@backline/sound/engine/inbox';
import type { Sent, ToEngine } from '@backline/sound/engine/messages';
import { EMPTY_SCORE } from '@backline/sound/score/score';

const score = (number: number): Sent => ({ type: 'score', number, score: EMPTY_SCORE });
const told = (taken: readonly ToEngine[]) => taken.map((m) => (m.type === 'score' ? m.number : m.type));

function inbox() {
  const taken: ToEngine[] = [];
  return { taken, box: new Inbox((message) => taken.push(message)) };
}

it('what is about a score that has not come waits for it, and so does all behind it', () => {
  const { taken, box } = inbox();
  box.put({ type: 'play', from: 0, countIn: false, about: 2 });
  box.put({ type: 'stop', about: 2 });
  box.put(score(1));
  expect(told(taken)).toEqual([1]);
  box.put(score(2));
  expect(told(taken)).toEqual([1, 2, 'play', 'stop']);
  box.put({ type: 'stop audition', about: 1 });
  expect(told(taken).at(-1)).toBe('stop audition');
});

it('a score that was overtaken is let go', () => {
  const { taken, box } = inbox();
  box.put(score(3));
  box.put(score(2));
  expect(told(taken)).toEqual([3]);
});

it('however two ports are mixed, what is asked keeps its order, and comes after its score', () => {
  const anyAsked = fc.array(fc.integer({ min: 0, max: 6 }), { maxLength: 12 });
  fc.assert(
    fc.property(anyAsked, fc.array(fc.boolean(), { maxLength: 30 }), (abouts, coin) => {
      const { taken, box } = inbox();
      const asked = [...abouts].sort((a, b) => a - b);
      const scores = [1, 2, 3, 4, 5, 6];
      for (let turn = 0; asked.length || scores.length; turn++) {
        const isScore = scores.length > 0 && (coin[turn] === true || !asked.length);
        if (isScore) box.put(score(scores.shift()!));
        else box.put({ type: 'seek', to: asked.length, about: asked.shift()! });
      }
      let there = 0;
      let left = abouts.length;
      const about = [...abouts].sort((a, b) => a - b);
      for (const message of taken) {
        if (message.type === 'score') there = message.number;
        if (message.type !== 'seek') continue;
        expect(message.to).toBe(left--);
        expect(about.shift()!).toBeLessThanOrEqual(there);
      }
      expect(left).toBe(0);
    }),
  );
});
