/** How notes are touched once it is settled which they are: damped, slid into, bent, hammered on, stopped by the palm. */
import { hash, noise } from '../random/stream';
import type { Slides } from '../song/choices';
import { isInFront } from '../style/kind';
import type { Region } from '../timeline/region';
import { settingsAt, type Resolved } from '../timeline/settings';
import { EIGHTH, PPQ } from '../time/ticks';
import type { Note } from './note';

/** A damped note keeps at least this much, ticks. */
const LEAST = 30;

/** Under the palm a string hardly rings on, and sounds softer (common practice). */
export const PALM_RING = EIGHTH / 2;
const PALM_VELOCITY = 0.88;

/** A hammered note has no stroke of its own (common practice: about two thirds as strong). */
const HAMMER_VELOCITY = 0.68;

/** Shares of the notes that could be slid into, or hammered on, that are. */
const SHARE: Readonly<Record<Slides, number>> = { none: 0, some: 0.2, many: 0.6 };
/** Widest way of a slide along a string, semitones, and of a hammer within a hand. */
const SLIDE = 7;
const HAMMER = 2;
/** What is slid into has to last this long, ticks, and what it comes from to end so near before it. */
const LEAST_SLID = EIGHTH;
const NEAR = PPQ / 4;
/** A string is bent by a whole step, to a note that lasts so long, ticks (common practice). */
const BENT = 2;
const LEAST_BENT = EIGHTH;
/** General MIDI programs whose strings are bent under the fingers: guitars. */
const BENDS = [24, 31] as const;
/** A hammer falls while the note before it still rings, or has hardly ended, ticks. */
const RINGS = PPQ / 16;

function damped(note: Note, { length, palm }: Resolved): Note {
  if (length === 100 && !palm) return note;
  const asSet = Math.max(Math.min(LEAST, note.duration), Math.round((note.duration * length) / 100));
  const written = note.written ?? note.duration;
  if (!palm) return { ...note, duration: asSet, written };
  const velocity = Math.max(1, Math.round(note.velocity * PALM_VELOCITY));
  return { ...note, duration: Math.min(asSet, PALM_RING), written, velocity, touch: 'palm' };
}

/**
 * How a note can be come to from the one before it in the line; null where it is struck.
 * @param instrument a General MIDI program, from 0: strings under the fingers are bent.
 */
export function wayInto(before: Note | undefined, note: Note, instrument: number) {
  if (!before || note.noteFunction === 'ghost') return null;
  const step = note.pitch - before.pitch;
  const gap = note.start - (before.start + before.duration);
  if (step === 0 || gap > NEAR) return null;
  const isBent = step === BENT && note.duration >= LEAST_BENT;
  if (isBent && instrument >= BENDS[0] && instrument <= BENDS[1]) return 'bend';
  // Quick steps up are hammered; what lasts is slid into.
  if (note.duration >= LEAST_SLID && Math.abs(step) <= SLIDE) return step > 0 ? 'slide up' : 'slide down';
  return step > 0 && step <= HAMMER && gap <= RINGS ? 'hammer' : null;
}

function touched(region: Region, notes: readonly Note[]): readonly Note[] {
  const { kind } = region;
  if (!kind.monophonic || isInFront(kind) || region.settingsSpans.every((s) => s.settings.slides === 'none'))
    return notes;
  const seed = hash(`${region.seed}/touch`);
  return notes.map((note, i) => {
    const chance = noise(seed, note.start, note.pitch);
    const { slides, instrument } = settingsAt(region.settingsSpans, note.start);
    const touch = chance < SHARE[slides] ? wayInto(notes[i - 1], note, instrument) : null;
    if (!touch) return note;
    const velocity =
      touch === 'hammer' ? Math.max(1, Math.round(note.velocity * HAMMER_VELOCITY)) : note.velocity;
    return { ...note, velocity, touch };
  });
}

/** The notes as their player touches them. What somebody played stays as it is, and lines in front have their own ornaments. */
export function articulated(region: Region, notes: readonly Note[]): readonly Note[] {
  const settings = region.settingsSpans.some(({ settings: { length, palm } }) => length < 100 || palm)
    ? notes.map((n) => (n.played ? n : damped(n, settingsAt(region.settingsSpans, n.start))))
    : notes;
  return settings.some((n) => n.played) ? settings : touched(region, settings);
}
