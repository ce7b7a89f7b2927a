import { create } from 'zustand';

/** How this device shows charts. */
export interface Preferences {
  /** Degrees (I, ii, V7) under the symbols. */
  readonly degrees: boolean;
  /** Slash basses in the symbols of the chart. */
  readonly basses: boolean;
}

const KEY = 'backline/preferences';
const USUAL: Preferences = { degrees: true, basses: true };

function read(): Preferences {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    const found = kept as Partial<Record<keyof Preferences, unknown>>;
    const held = (name: keyof Preferences): boolean =>
      typeof found[name] === 'boolean' ? found[name] : USUAL[name];
    return { degrees: held('degrees'), basses: held('basses') };
  } catch {
    return USUAL;
  }
}

export const usePreferences = create<Preferences>(read);

export function prefer(change: Partial<Preferences>): void {
  usePreferences.setState(change);
  try {
    localStorage.setItem(KEY, JSON.stringify(usePreferences.getState()));
  } catch {
    // It holds for this visit.
  }
}
