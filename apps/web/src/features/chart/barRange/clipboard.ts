import { create } from 'zustand';
import {
  chordsInBarRange,
  clipOf,
  barRangeBetween,
  barRangeInWords,
  type Clip,
  type BarRange,
  otherMetre,
} from '@backline/core/edits/barRange';
import type { BarPlace } from '@backline/core/song/barMoves';
import {
  clearBars,
  pasteClip,
  leadIntoBars,
  moveBars,
  removeBarRange,
  repeatBars,
  transposeBars,
  type Paste,
} from '@backline/core/edits/barRangeEdits';
import { keyOf } from '@backline/core/theory/key';
import { sectionBars } from '@backline/core/time/bars';
import type { Song } from '@backline/core/song/schema';
import { change, useOpenSong } from '../../../state/openSong';
import { LEADS, leadOf } from '../leads';
import { select, useSelection } from '../../../state/selection';

/** What was copied last, with words for it; it stays from song to song. */
export interface Clipboard {
  readonly clip: Clip | null;
  readonly words: string;
  /** What was just done, for who hears the screen. */
  readonly said: string;
  /** What the sheet of a run asks. */
  readonly asking: 'paste' | 'keep' | null;
}

export const useClipboard = create<Clipboard>(() => ({ clip: null, words: '', said: '', asking: null }));

export const ask = (asking: Clipboard['asking']): void => useClipboard.setState({ asking });

export const say = (said: string): void => useClipboard.setState({ said });

/** The run that is selected: a run, or the bar in hand. */
export function selectedRun(song: Song): BarRange {
  const { selection } = useSelection.getState();
  if (selection?.kind === 'run') return barRangeBetween(song, selection.anchor, selection.head);
  if (selection?.kind === 'bar') {
    const place = { section: selection.section, bar: selection.bar };
    return barRangeBetween(song, place, place);
  }
  return [];
}

export function copy(run: BarRange): void {
  const { song } = useOpenSong.getState();
  if (!song || !run.length) return;
  const words = barRangeInWords(song, run);
  useClipboard.setState({ clip: clipOf(song, run), words, said: `Copied ${words}` });
}

export function cut(run: BarRange): void {
  const { song } = useOpenSong.getState();
  if (!song || !run.length) return;
  copy(run);
  change(removeBarRange(run));
  say(`Cut ${useClipboard.getState().words}`);
  stayInside(run);
}

/** Keeps the selection on bars that still are there. */
function stayInside(run: BarRange): void {
  const first = run[0];
  const section = useOpenSong.getState().song?.sections.find((s) => s.id === first?.section);
  if (!first || !section) return select(null);
  const bar = Math.min(first.from, section.bars - 1);
  select({ kind: 'run', anchor: { section: section.id, bar }, head: { section: section.id, bar } });
}

export function clear(run: BarRange): void {
  const { song } = useOpenSong.getState();
  if (song && change(clearBars(run))) say(`Cleared ${barRangeInWords(song, run)}`);
}

export function repeat(run: BarRange, times: number): void {
  if (change(repeatBars(run, times))) say(times === 1 ? 'Repeated once' : `Repeated ${times} times`);
}

export function transpose(run: BarRange, semitones: number): void {
  const { song } = useOpenSong.getState();
  if (!song || !change(transposeBars(run, semitones))) return;
  const size = Math.abs(semitones);
  say(
    `${chordsInBarRange(song, run)} chords ${size} ${size === 1 ? 'semitone' : 'semitones'} ${semitones > 0 ? 'up' : 'down'}`,
  );
}

/** Has the bass lead into every chord of a run in one way. */
export function leadInto(run: BarRange, lead: (typeof LEADS)[number]['value']): void {
  const { song } = useOpenSong.getState();
  if (!song || !change(leadIntoBars(run, leadOf(lead)))) return;
  const words = LEADS.find((l) => l.value === lead)!.label;
  say(`The bass leads into ${chordsInBarRange(song, run)} chords: ${words}.`);
}

/** Moves a run of one section by a bar, with the selection. */
export function shift(run: BarRange, by: 1 | -1): void {
  const piece = run[0];
  if (!piece || run.length > 1) return say('Bars move within one section. Cut and paste goes further.');
  const to = by < 0 ? piece.from - 1 : piece.to + 2;
  if (!change(moveBars(run, { section: piece.section, bar: to }))) {
    return say('They stand at the edge of the section.');
  }
  const at = (bar: number) => ({ section: piece.section, bar: bar + by });
  select({ kind: 'run', anchor: at(piece.from), head: at(piece.to) });
  say(by < 0 ? 'Moved a bar earlier' : 'Moved a bar later');
}

/** What has to be asked before a clip can be pasted at a place. */
export function questions(
  song: Song,
  clip: Clip,
  place: BarPlace,
): { readonly key: boolean; readonly metre: boolean } {
  const section = song.sections.find((s) => s.id === place.section);
  const bar = section && sectionBars(section, song)[Math.min(place.bar, section.bars - 1)];
  if (!bar) return { key: false, metre: false };
  const here = keyOf(bar.key);
  const key = clip.bars.some((b) => {
    const there = keyOf(b.key);
    return (
      there.mode !== here.mode ||
      there.tonic.letter !== here.tonic.letter ||
      there.tonic.alter !== here.tonic.alter
    );
  });
  return { key, metre: otherMetre(clip, bar.metre) };
}

export function paste(place: BarPlace, how: Paste): void {
  const { clip, words } = useClipboard.getState();
  if (!clip) return;
  if (change(pasteClip(place, clip, how))) say(`Pasted ${words}`);
  else say('There is no room for these bars here.');
}
