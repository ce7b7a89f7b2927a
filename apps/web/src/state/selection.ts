import { create } from 'zustand';
import { nearestAfter, type BarMoves, type BarPlace } from '@backline/core/song/barMoves';
import type { Song } from '@backline/core/song/schema';
import type { Bar } from '@backline/core/time/bars';
import { PPQ } from '@backline/core/time/ticks';
import { watchBars } from './barMoves';

/** The ways chords come in, in the order of the entry sheet. */
export const WAYS = ['type', 'choose', 'pads', 'play', 'ideas', 'library', 'voicing', 'time'] as const;
export type Way = (typeof WAYS)[number];

/** How far entry goes on after a chord. */
export const STEPS = ['bar', 'half', 'beat'] as const;
export type Step = (typeof STEPS)[number];

/** What boundaries snap to. */
export const GRIDS = ['beat', 'eighth', 'triplet', 'sixteenth'] as const;
export type Grid = (typeof GRIDS)[number];

/** A grid's ticks in a bar: beats are as long as the metre has them. */
export function gridTicks(grid: Grid, bar: Pick<Bar, 'groups'>): number {
  if (grid === 'beat') return bar.groups[0]!.beats[0]!;
  return { eighth: PPQ / 2, triplet: PPQ / 3, sixteenth: PPQ / 4 }[grid];
}

/** What is open at the thumb on the chart. A bar's `offset` is the place in it, ticks. */
export type Selection =
  | { readonly kind: 'bar'; readonly section: string; readonly bar: number; readonly offset: number }
  | { readonly kind: 'run'; readonly anchor: BarPlace; readonly head: BarPlace }
  | { readonly kind: 'text' | 'guide' | 'key'; readonly text?: string }
  | { readonly kind: 'section'; readonly section: string }
  | { readonly kind: 'drafts'; readonly section: string }
  | { readonly kind: 'section key'; readonly section: string; readonly bar: number }
  | null;

export interface ChartState {
  readonly selection: Selection;
  readonly way: Way;
  readonly step: Step;
  readonly grid: Grid;
  /** What the Type way's field begins with, when typing began on the chart itself. */
  readonly typed: string | null;
  /** The part whose voicings are shown; null where none was chosen yet. */
  readonly part: string | null;
}

export const useSelection = create<ChartState>(() => ({
  selection: null,
  way: 'type',
  step: 'bar',
  grid: 'beat',
  typed: null,
  part: null,
}));

export const select = (selection: Selection): void => useSelection.setState({ selection, typed: null });

/** What is in hand once bars have gone elsewhere: the same bar there; the one before it where it is gone. */
function movedSelection(selection: Selection, before: Song, moves: BarMoves): Selection {
  const moved = (place: BarPlace): BarPlace =>
    nearestAfter(place, before.sections.find((s) => s.id === place.section)?.bars ?? 0, moves) ?? place;
  switch (selection?.kind) {
    case 'bar': {
      const place = moved(selection);
      const stays = place.bar === selection.bar && place.section === selection.section;
      return stays ? selection : { ...selection, ...place };
    }
    case 'run':
      return { ...selection, anchor: moved(selection.anchor), head: moved(selection.head) };
    case 'section key':
      return { ...selection, ...moved(selection) };
    default:
      return selection;
  }
}

watchBars(({ before, moves }) => {
  const { selection } = useSelection.getState();
  const now = movedSelection(selection, before, moves);
  if (now !== selection) useSelection.setState({ selection: now });
});

export const selectBar = (section: string, bar: number, offset = 0): void =>
  select({ kind: 'bar', section, bar, offset });

/** What is open as a text for the address; text that was pasted stays where it is. */
export function selectionText(selection: Selection): string | null {
  if (!selection) return null;
  switch (selection.kind) {
    case 'bar':
      return ['bar', selection.section, selection.bar, selection.offset].join('~');
    case 'run': {
      const { anchor, head } = selection;
      return ['run', anchor.section, anchor.bar, head.section, head.bar].join('~');
    }
    case 'section':
    case 'drafts':
      return `${selection.kind}~${selection.section}`;
    case 'section key':
      return ['time', selection.section, selection.bar].join('~');
    default:
      return selection.kind;
  }
}

const whole = (text: string | undefined): number => (/^\d{1,7}$/.test(text ?? '') ? Number(text) : NaN);

/** What an address says is open on the chart; null for what names nothing of the song. */
export function selectionOf(text: string, song: Pick<Song, 'sections'>): Selection {
  const [kind, first = '', second, third, fourth] = text.split('~');
  const barsOf = (id: string): number => song.sections.find((section) => section.id === id)?.bars ?? 0;
  const isBar = (id: string, bar: number): boolean => bar >= 0 && bar < barsOf(id);
  const bar = whole(second);
  switch (kind) {
    case 'text':
    case 'guide':
    case 'key':
      return { kind };
    case 'bar':
      return isBar(first, bar) ? { kind, section: first, bar, offset: whole(third) || 0 } : null;
    case 'run':
      return isBar(first, bar) && isBar(third ?? '', whole(fourth))
        ? { kind, anchor: { section: first, bar }, head: { section: third!, bar: whole(fourth) } }
        : null;
    case 'section':
    case 'drafts':
      return barsOf(first) ? { kind, section: first } : null;
    case 'time':
      return isBar(first, bar) ? { kind: 'section key', section: first, bar } : null;
    default:
      return null;
  }
}

/** Opens a bar for typing with a first character. */
export const typeInto = (section: string, bar: number, typed: string): void =>
  useSelection.setState({ selection: { kind: 'bar', section, bar, offset: 0 }, way: 'type', typed });

export const chooseWay = (way: Way): void => useSelection.setState({ way, typed: null });

/** Selects a run, or lets an open one reach to another bar. */
export function reachTo(section: string, bar: number): void {
  const { selection } = useSelection.getState();
  const head = { section, bar };
  if (selection?.kind === 'run') select({ ...selection, head });
  else if (selection?.kind === 'bar') {
    select({ kind: 'run', anchor: { section: selection.section, bar: selection.bar }, head });
  } else select({ kind: 'run', anchor: head, head });
}
