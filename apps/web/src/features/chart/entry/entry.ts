/** Where entry stands, and how a chord goes in and entry goes on. */
import type { Edit } from '@backline/core/edits/apply';
import { inNewBar } from '@backline/core/edits/bars';
import { setChordAt } from '@backline/core/edits/chords';
import { chordAt } from '@backline/core/edits/within';
import { LIMITS } from '@backline/core/song/limits';
import type { ChordEvent, Section, Song } from '@backline/core/song/schema';
import { sectionBars, type Bar } from '@backline/core/time/bars';
import { chordsInUse } from '@backline/core/song/inUse';
import { slotsOf } from '@backline/core/time/beats';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { spokenChord } from '@backline/core/theory/speech';
import { change, useOpenSong } from '../../../state/openSong';
import { selectBar, useSelection, type Step } from '../../../state/selection';
import { hearEntered } from '../../../state/hearing';
import { say } from '../../../state/spoken';

/** Entry's place in the song as it is now. */
export interface Place {
  readonly song: Song;
  readonly section: Section;
  readonly index: number;
  readonly bar: Bar;
  /** Ticks from the section's start. */
  readonly tick: number;
  readonly chords: readonly ChordEvent[];
  /** The chord that sounds at the place, and its place in the list. */
  readonly chord: ChordEvent;
  readonly chordIndex: number;
  /** True one past the last bar: the bar is added with the first thing that is written in it. */
  readonly isNew: boolean;
}

/** The bar that would follow the last. */
const barAfter = (last: Bar): Bar => ({ ...last, start: last.start + last.length, tempo: last.tempoTo });

export function placeIn(song: Song, sectionId: string, index: number, offset: number): Place | null {
  const section = song.sections.find((s) => s.id === sectionId);
  if (!section) return null;
  const bars = sectionBars(section, song);
  const isNew = index === bars.length && index < LIMITS.barsPerSection;
  const bar = isNew ? barAfter(bars[index - 1]!) : bars[index];
  if (!bar) return null;
  const tick = bar.start + Math.min(offset, bar.length - 1);
  const chords = chordsInUse(section);
  const found = chordAt(chords, isNew ? bar.start - 1 : tick);
  return (
    found && { song, section, index, bar, tick, chords, chord: found.chord, chordIndex: found.index, isNew }
  );
}

/** Makes an edit at a place; where there is no bar yet, the bar comes with it. */
export const write = ({ section, isNew }: Pick<Place, 'section' | 'isNew'>, edit: Edit): boolean =>
  change(isNew ? inNewBar(section.id, edit) : edit);

/** Where entry goes on to from a tick of a bar. */
export function nextPlace(step: Step, bar: Bar, tick: number): number {
  const end = bar.start + bar.length;
  const slots = slotsOf(bar).map((slot) => bar.start + slot);
  if (step === 'beat') return slots.find((slot) => slot > tick) ?? end;
  const half = slots[Math.ceil(slots.length / 2)] ?? end;
  return step === 'half' && tick < half ? half : end;
}

/** Goes on to a tick of the section, or to the bar that would follow its last. */
function goTo(section: Section, song: Song, tick: number): void {
  const bars = sectionBars(section, song);
  const index = bars.findIndex((b) => tick >= b.start && tick < b.start + b.length);
  if (index >= 0) selectBar(section.id, index, tick - bars[index]!.start);
  else if (section.bars < LIMITS.barsPerSection) selectBar(section.id, section.bars, 0);
}

export interface Entering {
  /** Exact tones for the chord, MIDI numbers. */
  readonly voicing?: readonly number[];
  /** True where the chord has already been heard as it was played. */
  readonly heard?: boolean;
}

const spoken = (symbol: string | null): string =>
  symbol === null ? 'No chord' : spokenChord(parseChord(symbol));

/** Puts a chord at the place, sounds it, and goes on by the step that is set. */
export function enter(symbol: string | null, { voicing, heard = false }: Entering = {}): void {
  const { song } = useOpenSong.getState();
  const { selection, step } = useSelection.getState();
  if (!song || selection?.kind !== 'bar') return;
  const place = placeIn(song, selection.section, selection.bar, selection.offset);
  if (!place) return;
  const { section, tick, bar } = place;
  write(place, setChordAt(section.id, tick, symbol, voicing ? { voicing } : {}));
  say(`${spoken(symbol)} in ${section.name}, bar ${place.index + 1}`);
  const now = useOpenSong.getState().song!;
  const written = now.sections.find((s) => s.id === section.id)!;
  if (!heard) hearEntered(chordsInUse(written), tick);
  goTo(written, now, nextPlace(step, bar, tick));
}

/** Puts a chord at the place, in place of one that begins there, and sounds it; entry stays. */
export function putHere(place: Place, symbol: string): void {
  const { section, tick } = place;
  write(place, setChordAt(section.id, tick, symbol));
  say(`${spoken(symbol)} in ${section.name}, bar ${place.index + 1}`);
  const written = useOpenSong.getState().song!.sections.find((s) => s.id === section.id)!;
  hearEntered(chordsInUse(written), tick);
}
