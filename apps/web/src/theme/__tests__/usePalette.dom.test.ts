/** The palette follows the device's scheme, however its list of queries is read meanwhile. */
import { act, renderHook } from '@testing-library/react';

/**
 * A list as Chromium has it: what is read between a change and its event is taken for told, and no event comes.
 */
class QueryList {
  private known = false;
  private readonly listeners = new Set<(event: { matches: boolean }) => void>();
  constructor(private readonly now: () => boolean) {
    this.known = now();
  }
  get matches(): boolean {
    return (this.known = this.now());
  }
  addEventListener(_: string, listener: (event: { matches: boolean }) => void): void {
    this.listeners.add(listener);
  }
  tell(): void {
    if (this.known === this.now()) return;
    this.known = this.now();
    for (const listener of this.listeners) listener({ matches: this.known });
  }
}

let isDark = false;
const lists: QueryList[] = [];
Object.assign(window, {
  matchMedia: () => {
    lists.push(new QueryList(() => isDark));
    return lists.at(-1);
  },
});
const tell = (): void => lists.forEach((list) => list.tell());

it('one that is drawn between a change and its event hides it from nobody', async () => {
  const { usePalette } = await import('../usePalette');
  const { DARK, LIGHT } = await import('../tokens');
  const { result: before } = renderHook(usePalette);
  expect(before.current).toBe(LIGHT);
  isDark = true;
  const { result: between } = renderHook(usePalette);
  act(tell);
  expect([before.current, between.current]).toEqual([DARK, DARK]);
  isDark = false;
  act(tell);
  expect([before.current, between.current]).toEqual([LIGHT, LIGHT]);
});
