import { create } from 'zustand';

/** How this device shows charts, and what its writer likes. */
export interface Preferences {
  /** Degrees (I, ii, V7) under the symbols. */
  readonly degrees: boolean;
  /** Slash basses in the symbols of the chart. */
  readonly basses: boolean;
  /** The chart’s text is edited in a plain field. */
  readonly plainText: boolean;
  /** General MIDI programs: those that are kept at hand, and those chosen last, the newest first. */
  readonly favourites: readonly number[];
  readonly recent: readonly number[];
  /** Patterns and styles that are kept at hand: `bass/two-beat`, `style/quayside`. */
  readonly liked: readonly string[];
  /** Patterns and styles that were kept last in a song, the newest first, named alike. */
  readonly played: readonly string[];
}

const KEY = 'backline/preferences';
const USUAL: Preferences = {
  degrees: true,
  basses: true,
  plainText: false,
  favourites: [],
  recent: [],
  liked: [],
  played: [],
};
const MOST_RECENT = 8;
/** Over all kinds of part and styles. */
const MOST_PLAYED = 60;

const isProgram = (value: unknown): value is number =>
  typeof value === 'number' && Number.isInteger(value) && value >= 0 && value < 128;

function read(): Preferences {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    const found = kept as Partial<Record<keyof Preferences, unknown>>;
    const held = (name: 'degrees' | 'basses' | 'plainText'): boolean =>
      typeof found[name] === 'boolean' ? found[name] : USUAL[name];
    const programs = (name: 'favourites' | 'recent'): readonly number[] =>
      Array.isArray(found[name]) ? found[name].filter(isProgram) : USUAL[name];
    const names = (name: 'liked' | 'played'): readonly string[] =>
      Array.isArray(found[name]) ? found[name].filter((one) => typeof one === 'string') : USUAL[name];
    return {
      degrees: held('degrees'),
      basses: held('basses'),
      plainText: held('plainText'),
      favourites: programs('favourites'),
      recent: programs('recent'),
      liked: names('liked'),
      played: names('played'),
    };
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

/** Keeps a program at hand, or no longer. */
export function likeProgram(program: number, liked: boolean): void {
  const others = usePreferences.getState().favourites.filter((p) => p !== program);
  prefer({ favourites: liked ? [...others, program] : others });
}

/** Keeps a pattern or a style at hand, or no longer. */
export function like(what: string, liked: boolean): void {
  const others = usePreferences.getState().liked.filter((one) => one !== what);
  prefer({ liked: liked ? [...others, what] : others });
}

/** Remembers a program that was chosen. */
export function choseProgram(program: number): void {
  const others = usePreferences.getState().recent.filter((p) => p !== program);
  prefer({ recent: [program, ...others].slice(0, MOST_RECENT) });
}

/** Remembers a pattern or a style that was kept in a song. */
export function wasPlayed(what: string): void {
  const others = usePreferences.getState().played.filter((one) => one !== what);
  prefer({ played: [what, ...others].slice(0, MOST_PLAYED) });
}
