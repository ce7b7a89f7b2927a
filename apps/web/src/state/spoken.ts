import { create } from 'zustand';

/** What was done last, for who does not see it. */
export const useSpoken = create<{ readonly text: string; readonly count: number }>(() => ({
  text: '',
  count: 0,
}));

/** Says what was done; the same sentence is said again. */
export const say = (text: string): void => useSpoken.setState(({ count }) => ({ text, count: count + 1 }));
