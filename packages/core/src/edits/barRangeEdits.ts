/** Edits of runs of bars: paste, repeat, move, transpose, clear, remove. */
import type { Draft } from 'immer';
import { freeChordId, holdUntilNext } from '../song/hold';
import { LIMITS } from '../song/limits';
import { freeIds } from '../song/names';
import type { LeadIn } from '../song/choices';
import type { ChordEvent, Section, Song } from '../song/schema';
import { keyOf } from '../theory/key';
import { metreOf } from '../time/metre';
import { fitSymbol, shiftSymbol } from '../theory/transposition';
import { barAt, barsLength, sectionBars, type Bar } from '../time/bars';
import { moveHands } from './hand';
import { EditRefused, edit, type Edit } from './apply';
import { clipLength, clipOf, barRangeTicks, type Clip, type BarRange } from './barRange';
import type { BarPlace } from '../song/barMoves';
import {
  addBars,
  draftIn,
  sectionIn,
  shorten,
  squeezed,
  startsWithin,
  takeBars,
  clearedBetween,
  chordsNow,
  putChords,
} from './within';
import type { Semitones, Ticks } from '../units/units';

/** How bars are put in: over others or between them, in which key, with which lengths. */
export interface Paste {
  /** In place of the bars that stand there, or between them. */
  readonly where: 'over' | 'between';
  /** Symbols as they were, or fitted by degree to the key they come into. */
  readonly key: 'as it was' | 'fitted';
  /** Between metres: every length in beats, or every chord in its bar. */
  readonly keep: 'beats' | 'bars';
}

/** Bars a section is given for a clip: between its bars as many as it fills, over them what it lacks. */
function barsToAdd(bars: readonly Bar[], at: number, clip: Clip, { where, keep }: Paste): number {
  const length = bars[Math.max(0, (where === 'between' ? at : bars.length) - 1)]!.length;
  if (where === 'between') {
    return keep === 'bars' ? clip.bars.length : Math.ceil(clipLength(clip) / length);
  }
  if (keep === 'bars') return Math.max(0, at + clip.bars.length - bars.length);
  const end = (bars[at]?.start ?? barsLength(bars)) + clipLength(clip);
  return Math.max(0, Math.ceil((end - barsLength(bars)) / length));
}

/** The ticks a clip takes: the bars given to it, or of those that stand there just the ones it reaches into. */
function ticksTaken(bars: readonly Bar[], at: number, added: number, clip: Clip, paste: Paste) {
  const from = bars[at]!.start;
  const count = paste.where === 'between' ? added : clip.bars.length;
  const last =
    paste.where === 'over' && paste.keep === 'beats'
      ? barAt(bars, from + clipLength(clip) - 1)
      : bars[at + count - 1]!;
  return [from, last.start + last.length] as const;
}

/** Places of a clip's chords in the bars they come into. */
function landed(clip: Clip, bars: readonly Bar[], at: number, keep: Paste['keep']): ChordEvent[] {
  const base = bars[at]!.start;
  if (keep === 'beats') return clip.chords.map((c) => ({ ...c, id: 'new', start: base + c.start }));
  return clip.bars.flatMap((from, i) => {
    const to = bars[at + i]!;
    const inBar = clip.chords.filter((c) =>
      startsWithin({ ...c, id: '' }, from.start, from.start + from.length),
    );
    const offsets = squeezed(
      inBar.map((c) => c.start - from.start),
      from.length,
      to.length,
    );
    return inBar.map((c, n) => ({ ...c, id: 'new', start: to.start + offsets[n]! }));
  });
}

/** Short bars of a clip stay short where they come into their own metre. */
function bringLengths(song: Draft<Song>, section: Draft<Section>, at: number, clip: Clip): void {
  const there = sectionBars(section, song);
  const brought = clip.bars.flatMap(({ length, metre }, i) =>
    length < metreOf(metre).length && there[at + i]?.metre === metre ? [{ bar: at + i, length }] : [],
  );
  if (!brought.length) return;
  shorten(section, song, brought);
}

/** Puts a clip into a section from a bar on. */
function put(song: Draft<Song>, section: Draft<Section>, at: number, clip: Clip, paste: Paste): void {
  if (!clip.bars.length) return;
  const added = barsToAdd(sectionBars(section, song), at, clip, paste);
  if (section.bars + added > LIMITS.barsPerSection) {
    throw new EditRefused('section-too-long', `A section has at most ${LIMITS.barsPerSection} bars.`);
  }
  if (added) addBars(section, song, paste.where === 'between' ? at : section.bars, added);
  if (paste.where === 'between' && paste.keep === 'bars') bringLengths(song, section, at, clip);
  const bars = sectionBars(section, song);
  const draft = draftIn(section);
  const kept = clearedBetween(chordsNow(draft), ...ticksTaken(bars, at, added, clip, paste));
  const fresh = landed(clip, bars, at, paste.keep).map((chord, i) => {
    if (paste.key === 'as it was' || chord.symbol === null) return chord;
    const from = barAtTick(clip.bars, clip.chords[i]!.start).key;
    const symbol = fitSymbol(chord.symbol, keyOf(from), keyOf(barAt(bars, chord.start).key));
    // A voicing by hand belongs to the pitches it was set for.
    return symbol === chord.symbol ? chord : { ...chord, symbol, voicing: undefined, byHand: undefined };
  });
  const nextId = freeIds(
    'c',
    kept.map((c) => c.id),
  );
  const all = [...kept, ...fresh.map((chord) => ({ ...chord, id: nextId() }))];
  putChords(draft, holdUntilNext(all, barsLength(bars)));
}

function barAtTick<T extends { readonly start: number }>(bars: readonly T[], tick: Ticks): T {
  let found = bars[0]!;
  for (const bar of bars) if (bar.start <= tick) found = bar;
  return found;
}

/** Pastes a clip from a bar on; over the end of a section the section grows. */
export const pasteClip = (place: BarPlace, clip: Clip, paste: Paste): Edit =>
  edit('paste', (song) => {
    const section = sectionIn(song, place.section);
    if (section && place.bar <= section.bars) put(song, section, place.bar, clip, paste);
  });

const AS_IT_WAS: Paste = { where: 'between', key: 'as it was', keep: 'bars' };

/** Repeats a run right behind itself, so many times more. */
export const repeatBars = (run: BarRange, times: number): Edit =>
  edit('repeat', (song) => {
    const last = run[run.length - 1];
    const section = last && sectionIn(song, last.section);
    if (!last || !section) return;
    const clip = clipOf(song, run);
    for (let n = 0; n < times; n++) put(song, section, last.to + 1, clip, AS_IT_WAS);
  });

/** Moves a run of one section so that it begins before a bar of the same or another section. */
export const moveBars = (run: BarRange, to: BarPlace): Edit =>
  edit('move bars', (song) => {
    const piece = run[0];
    const from = piece && sectionIn(song, piece.section);
    const target = sectionIn(song, to.section);
    if (!piece || run.length > 1 || !from || !target) return;
    const count = piece.to - piece.from + 1;
    const same = from.id === target.id;
    if (count >= from.bars || (same && to.bar >= piece.from && to.bar <= piece.to + 1)) return;
    if (to.bar < 0 || to.bar > target.bars) return;
    const clip = clipOf(song, run);
    takeBars(from, song, piece.from, count);
    const at = same && to.bar > piece.to ? to.bar - count : to.bar;
    put(song, target, at, clip, AS_IT_WAS);
  });

/** Does something to the chords in use that begin in a run. */
function eachChord(
  song: Draft<Song>,
  run: BarRange,
  what: (chord: Draft<ChordEvent>, key: string) => void,
): void {
  for (const piece of run) {
    const section = sectionIn(song, piece.section);
    if (!section || piece.from >= section.bars) continue;
    const [from, to] = barRangeTicks(section, song, piece);
    const bars = sectionBars(section, song);
    for (const chord of draftIn(section).chords) {
      if (startsWithin(chord, from, to)) what(chord, barAt(bars, chord.start).key);
    }
  }
}

/** Moves the chords of a run up or down in semitones, spelled for the key they stand in. */
export const transposeBars = (run: BarRange, semitones: Semitones): Edit =>
  edit('transpose', (song) =>
    eachChord(song, run, (chord, key) => {
      if (chord.symbol === null) return;
      chord.symbol = shiftSymbol(chord.symbol, semitones, keyOf(key));
      moveHands(chord, semitones);
    }),
  );

/** How the bass leads into the chords of a run; null leaves it to its pattern. */
export const leadIntoBars = (run: BarRange, leadIn: LeadIn | null): Edit =>
  edit('lead into chords', (song) =>
    eachChord(song, run, (chord) => {
      if (chord.symbol === null || (chord.leadIn ?? null) === leadIn) return;
      if (leadIn) chord.leadIn = leadIn;
      else delete chord.leadIn;
    }),
  );

/** Empties the bars of a run: they rest, and what was held past them goes on behind. */
export const clearBars = (run: BarRange): Edit =>
  edit('clear', (song) => {
    for (const piece of run) {
      const section = sectionIn(song, piece.section);
      if (!section || piece.from >= section.bars) continue;
      const [from, to] = barRangeTicks(section, song, piece);
      const draft = draftIn(section);
      const kept = clearedBetween(chordsNow(draft), from, to);
      const rest: ChordEvent = {
        id: freeChordId([...chordsNow(draft), ...kept]),
        start: from,
        length: 1,
        symbol: null,
      };
      putChords(draft, holdUntilNext([...kept, rest], barsLength(sectionBars(section, song))));
    }
  });

/** Takes the bars of a run out; a section that would be left without bars keeps one, at rest. */
export const removeBarRange = (run: BarRange): Edit =>
  edit('cut', (song) => {
    for (const piece of run) {
      const section = sectionIn(song, piece.section);
      if (!section) continue;
      const whole = piece.from === 0 && piece.to >= section.bars - 1;
      takeBars(section, song, piece.from, piece.to - piece.from + 1 - (whole ? 1 : 0));
      if (!whole) continue;
      const end = barsLength(sectionBars(section, song));
      draftIn(section).chords = [{ id: 'c1', start: 0, length: end, symbol: null }];
    }
  });
