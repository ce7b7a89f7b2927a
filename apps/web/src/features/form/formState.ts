import { create } from 'zustand';
import type { GridCell } from '@backline/core/timeline/scopes';
import type { ScopeLevel } from './occurrences';

/** What is open over the grid. */
export type Open =
  | { readonly kind: 'cell'; readonly part: string }
  | { readonly kind: 'own chords'; readonly part: string }
  | {
      readonly kind: 'cue';
      readonly id: string | null;
      readonly at: number;
      readonly parts: readonly string[];
    }
  | { readonly kind: 'section' }
  | { readonly kind: 'order' }
  | { readonly kind: 'compare' }
  | { readonly kind: 'close' };

export interface FormState {
  /** The song it is of. */
  readonly of: string | null;
  /** The playing in sight; null for the first. */
  readonly playing: string | null;
  readonly level: ScopeLevel;
  readonly open: Open | null;
  /** Cells in hand, as texts; null while none are chosen. */
  readonly several: readonly string[] | null;
  /** The cell whose settings are put onto others. */
  readonly copied: GridCell | null;
  /** True while a build is drawn. */
  readonly drawing: boolean;
}

const AT_FIRST: FormState = {
  of: null,
  playing: null,
  level: 'section',
  open: null,
  several: null,
  copied: null,
  drawing: false,
};

export const useForm = create<FormState>(() => AT_FIRST);
const { setState, getState } = useForm;

export const choosePlaying = (playing: string): void => setState({ playing });
export const chooseScopeLevel = (level: ScopeLevel): void => setState({ level });
export const openOver = (open: Open | null): void => setState({ open });
export const copyFrom = (copied: GridCell): void => setState({ copied });
export const draw = (drawing: boolean): void => setState({ drawing, open: null, several: null });

/** What is open as a text for the address, and back. */
export function openText(open: Open | null): string | null {
  if (!open) return null;
  if (open.kind === 'cue') return ['cue', open.id ?? '', open.at, open.parts.join('.')].join('~');
  return 'part' in open ? `${open.kind}~${open.part}` : open.kind;
}

export function openOf(text: string): Open | null {
  const [kind, id = '', at = '', parts = ''] = text.split('~');
  switch (kind) {
    case 'cell':
    case 'own chords':
      return { kind, part: id };
    case 'cue':
      return { kind, id: id || null, at: Number(at) || 0, parts: parts.split('.').filter(Boolean) };
    case 'section':
    case 'order':
    case 'compare':
    case 'close':
      return { kind };
    default:
      return null;
  }
}

/** A cell as a text: the part and the playing. */
export const cellText = (part: string, playing: string): string => `${part} ${playing}`;

/** Begins to choose several cells, or ends it. */
export const chooseSeveral = (on: boolean): void => setState({ several: on ? [] : null, open: null });

/** Takes cells in hand, or lets them go where all of them are. */
export function turnCells(texts: readonly string[]): void {
  const now = getState().several ?? [];
  const all = texts.every((text) => now.includes(text));
  setState({
    several: all ? now.filter((text) => !texts.includes(text)) : [...new Set([...now, ...texts])],
  });
}

/** Another song begins at its beginning; the same one is found as it was left, with nothing open over it. */
export function enterForm(song: string | null): void {
  setState(
    getState().of === song ? { open: null, several: null, drawing: false } : { ...AT_FIRST, of: song },
  );
}
