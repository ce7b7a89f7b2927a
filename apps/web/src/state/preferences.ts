import { create } from 'zustand';

/** How this device shows charts. */
export interface Preferences {
  /** Degrees (I, ii, V7) under the symbols. */
  readonly degrees: boolean;
}

const KEY = 'backline/preferences';
const USUAL: Preferences = { degrees: true };

function read(): Preferences {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    const degrees = (kept as Partial<Record<keyof Preferences, unknown>>).degrees;
    return { degrees: typeof degrees === 'boolean' ? degrees : USUAL.degrees };
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
