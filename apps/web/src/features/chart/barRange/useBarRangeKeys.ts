import { useEffect } from 'react';
import { insertBar } from '@backline/core/edits/bars';
import { barRangeBetween } from '@backline/core/edits/barRange';
import type { BarPlace } from '@backline/core/song/barMoves';
import type { Song } from '@backline/core/song/schema';
import { focusSheet } from '../../../components/Sheet';
import { change, useOpenSong } from '../../../state/openSong';
import { reachTo, select, typeInto, useSelection } from '../../../state/selection';
import {
  ask,
  clear,
  copy,
  cut,
  paste,
  questions,
  repeat,
  selectedRun,
  shift,
  transpose,
  useClipboard,
} from './clipboard';

/** The bar that has the focus, from its element. */
export function focusedBar(target: EventTarget | null): BarPlace | null {
  const id = target instanceof HTMLElement ? target.id : '';
  const found = /^bar-(.+)-(\d+)$/.exec(id);
  return found ? { section: found[1]!, bar: Number(found[2]) } : null;
}

export const barElementId = ({ section, bar }: BarPlace): string => `bar-${section}-${bar}`;

/** The line that begins with a bar. */
export const rowElementId = ({ section, bar }: BarPlace): string => `row-${section}-${bar}`;

/** Where a bar stands on the page: its own element, or its line's where that is too far away to be drawn. */
export function elementOfBar({ section, bar }: BarPlace): HTMLElement | null {
  const own = document.getElementById(barElementId({ section, bar }));
  if (own) return own;
  for (let first = bar; first >= 0; first--) {
    const row = document.getElementById(rowElementId({ section, bar: first }));
    if (row) return row;
  }
  return null;
}

/** The bar so many bars on, across sections. */
function neighbour(song: Song, place: BarPlace, by: number): BarPlace | null {
  const all = song.sections.flatMap((s) =>
    Array.from({ length: s.bars }, (_, bar) => ({ section: s.id, bar })),
  );
  const at = all.findIndex((p) => p.section === place.section && p.bar === place.bar);
  return all[at + by] ?? null;
}

/** Frames for which a line that comes into view is waited for. */
const WAITS = 60;

/** The bar the keyboard is on its way to: its line is drawn once it is in view. Null at rest. */
let onTheWay: BarPlace | null = null;

function focus(place: BarPlace): void {
  onTheWay = place;
  elementOfBar(place)?.scrollIntoView?.({ block: 'nearest' });
  const arrive = (frames: number): void => {
    if (onTheWay !== place) return;
    const element = document.getElementById(barElementId(place));
    if (!element && frames > 0) return void requestAnimationFrame(() => arrive(frames - 1));
    onTheWay = null;
    element?.focus();
  };
  arrive(WAITS);
}

const STARTS_TYPING = /^[A-Ga-g1-7ivIVN#]$/;

/** Keys for a bar that has the focus; returns whether the key was one of them. */
function onKey(event: KeyboardEvent, song: Song, place: BarPlace): boolean {
  const { key, shiftKey, altKey } = event;
  const command = event.ctrlKey || event.metaKey;
  const { selection, way } = useSelection.getState();
  // Letters and digits play while the pads or the keys are open.
  const playing = selection?.kind === 'bar' && (way === 'pads' || way === 'play');
  const inRun = selection?.kind === 'run';
  const run = inRun ? selectedRun(song) : barRangeBetween(song, place, place);
  const horizontal = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0;
  const vertical = key === 'ArrowUp' ? 1 : key === 'ArrowDown' ? -1 : 0;
  if (altKey && horizontal) shift(run, horizontal);
  else if (altKey && vertical) transpose(run, vertical);
  else if (horizontal && !command) walk(song, place, horizontal, shiftKey);
  else if (command && key.toLowerCase() === 'c') copy(run);
  else if (command && key.toLowerCase() === 'x') cut(run);
  else if (command && key.toLowerCase() === 'd') repeat(run, 1);
  else if (command && key.toLowerCase() === 'v') pasteHere(song, place);
  else if (key === 'Delete' || key === 'Backspace') clear(run);
  else if (key === 'Insert') change(insertBar(place.section, place.bar));
  else if (key === 'Escape' && selection) select(null);
  else if (!playing && !command && !altKey && STARTS_TYPING.test(key))
    typeInto(place.section, place.bar, key);
  else return false;
  return true;
}

function walk(song: Song, from: BarPlace, by: 1 | -1, extend: boolean): void {
  const { selection } = useSelection.getState();
  const to = neighbour(song, from, by);
  if (!to) return;
  if (extend) {
    if (selection?.kind !== 'run') select({ kind: 'run', anchor: from, head: to });
    else reachTo(to.section, to.bar);
  } else if (selection?.kind === 'run') select(null);
  focus(to);
}

/** Pastes over the bar; where its key or metre is another, the sheet asks first. */
function pasteHere(song: Song, place: BarPlace): void {
  const { clip } = useClipboard.getState();
  if (!clip) return;
  const open = questions(song, clip, place);
  if (!open.key && !open.metre) return paste(place, { where: 'over', key: 'as it was', keep: 'beats' });
  select({ kind: 'run', anchor: place, head: place });
  ask('paste');
  requestAnimationFrame(focusSheet);
}

/** The chart's keys, wherever a bar has the focus. */
export function useBarRangeKeys(): void {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const focused = focusedBar(event.target);
      const place = focused && (onTheWay ?? focused);
      const { song } = useOpenSong.getState();
      if (!place || !song || !onKey(event, song, place)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  }, []);
}
