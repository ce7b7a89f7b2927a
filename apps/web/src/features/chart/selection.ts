import { create } from 'zustand';

/** What is open at the thumb on the chart: a bar, the whole text, or nothing. */
export type Selection =
  | { readonly kind: 'bar'; readonly section: string; readonly bar: number }
  | { readonly kind: 'text' }
  | { readonly kind: 'section'; readonly section: string }
  | null;

export const useSelection = create<{ selection: Selection }>(() => ({ selection: null }));

export const select = (selection: Selection): void => useSelection.setState({ selection });
