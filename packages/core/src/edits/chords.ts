/** Edits of single chords: what they are, where they begin, how early they are played. */
import type { LeadIn } from '../song/choices';
import { freeChordId, holdUntilNext } from '../song/hold';
import type { ChordEvent } from '../song/schema';
import { parseChord } from '../theory/chordGrammar';
import type { ScaleName } from '../theory/scale';
import { edit, type Edit } from './apply';
import { draftIn, sectionIn, sectionLength, chordsNow, putChords } from './within';
import type { Ticks } from '../units/units';

/** The shortest a chord can be made by moving a boundary: a thirty-second note. */
export const SHORTEST = 60;

/** What is set for a chord besides its name. */
export interface Detail {
  /** Exact tones for every part that uses voicings, MIDI numbers. */
  readonly voicing?: readonly number[];
}

/**
 * Puts a chord at a tick of the section; it sounds until the next one begins. A chord that
 * begins there is replaced, one that sounds through gives way from there on.
 * @param symbol a readable symbol, or null for no chord.
 */
export const setChordAt = (
  sectionId: string,
  tick: Ticks,
  symbol: string | null,
  { voicing }: Detail = {},
): Edit =>
  edit('enter a chord', (song) => {
    const section = sectionIn(song, sectionId);
    const end = section && sectionLength(section, song);
    if (!section || !end || tick < 0 || tick >= end) return;
    const draft = draftIn(section);
    const there = draft.chords.find((c) => c.start === tick);
    const fresh: ChordEvent = {
      id: there?.id ?? freeChordId(draft.chords),
      start: tick,
      length: 1,
      symbol: symbol === null ? null : parseChord(symbol).symbol,
      ...(there?.anticipation ? { anticipation: there.anticipation } : {}),
      ...(voicing?.length ? { voicing: [...voicing].sort((a, b) => a - b) } : {}),
    };
    putChords(draft, holdUntilNext([...chordsNow(draft).filter((c) => c.start !== tick), fresh], end));
  });

/** Takes a chord out; the one before it is held on, or the one after it begins earlier. */
export const removeChord = (sectionId: string, chordId: string): Edit =>
  edit('remove a chord', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section) return;
    const draft = draftIn(section);
    const index = chordsNow(draft).findIndex((c) => c.id === chordId);
    if (index < 0 || draft.chords.length < 2) return;
    const left = chordsNow(draft).filter((_, i) => i !== index);
    if (index === 0) left[0] = { ...left[0]!, start: 0 };
    putChords(draft, holdUntilNext(left, sectionLength(section, song)));
  });

/** The ticks between which the beginning of a chord can be moved; null where there is no such boundary. */
export function boundaryRoom(chords: readonly ChordEvent[], index: number): readonly [number, number] | null {
  const before = chords[index - 1];
  const chord = chords[index];
  if (!before || !chord) return null;
  return [before.start + SHORTEST, chord.start + chord.length - SHORTEST];
}

/** Moves the boundary before a chord; both neighbours together stay as long as they were. */
export const moveBoundary = (sectionId: string, chordId: string, tick: Ticks): Edit =>
  edit(
    'move a boundary',
    (song) => {
      const section = sectionIn(song, sectionId);
      if (!section) return;
      const { chords } = draftIn(section);
      const index = chords.findIndex((c) => c.id === chordId);
      const room = boundaryRoom(chords, index);
      if (!room || room[0] > room[1]) return;
      const chord = chords[index]!;
      const before = chords[index - 1]!;
      const end = chord.start + chord.length;
      chord.start = Math.max(room[0], Math.min(room[1], Math.round(tick)));
      chord.length = end - chord.start;
      before.length = chord.start - before.start;
    },
    `boundary/${sectionId}/${chordId}`,
  );

const change = (name: string, sectionId: string, chordId: string, to: (chord: ChordEvent) => void): Edit =>
  edit(name, (song) => {
    const section = sectionIn(song, sectionId);
    const chord = section && draftIn(section).chords.find((c) => c.id === chordId);
    if (chord) to(chord);
  });

/** How early a chord is played, ticks up to a half note; 0 on its place. */
export const setPush = (sectionId: string, chordId: string, ticks: Ticks): Edit =>
  change('push a chord', sectionId, chordId, (chord) => {
    if (ticks > 0) chord.anticipation = Math.min(960, Math.round(ticks));
    else delete chord.anticipation;
  });

/** How the bass leads into chords; null leaves it to its pattern. */
export const setLeadIn = (sectionId: string, chordIds: readonly string[], leadIn: LeadIn | null): Edit =>
  edit('lead into a chord', (song) => {
    const section = sectionIn(song, sectionId);
    for (const chord of section ? draftIn(section).chords : []) {
      if (!chordIds.includes(chord.id)) continue;
      if (leadIn) chord.leadIn = leadIn;
      else delete chord.leadIn;
    }
  });

/** The scale lines over a chord take; null goes back to the one its function gives. */
export const setScale = (sectionId: string, chordId: string, scale: ScaleName | null): Edit =>
  change('choose a chord-scale', sectionId, chordId, (chord) => {
    if (scale) chord.scale = scale;
    else delete chord.scale;
  });
