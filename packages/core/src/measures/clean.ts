/** Whether a band plays cleanly: no scraps of notes, no pitch struck twice at once, no jump while something sounds, the bass under every new chord. */
import type { Band, BandPart } from '../band/index';
import type { BandNote } from '../band/bandNote';
import type { Repertoire } from '../band/repertoire';
import { AT_REST, type Gesture } from '../groove/gestures';
import { mod, pitchClass } from '../theory/pitch';
import { PPQ } from '../time/ticks';
import { notesByBar } from './bars';
import { rolesOf, type Share } from './figures';

/** A note of so many ticks or less is none that anybody hears as one. */
const SCRAP = 10;
/** Ticks within which a pitch that is struck again is struck twice. */
const TWICE = 30;
/** What an articulation names is meant: a dead string sounds as short as that. */
const isMeant = ({ touch }: BandNote): boolean => touch === 'dead';

/** Notes that are scraps: too short to be heard, and no articulation. */
export const scraps = (part: BandPart): BandNote[] =>
  part.notes.filter((note) => note.duration <= SCRAP && !isMeant(note));

/** Notes that strike a pitch that was struck a moment ago. */
export function doubleStrikes(part: BandPart): BandNote[] {
  const last = new Map<number, number>();
  return part.notes.filter((note) => {
    const before = last.get(note.pitch);
    last.set(note.pitch, note.start);
    return before !== undefined && note.start - before <= TWICE;
  });
}

/** Places of a beat at which notes are written: sixteenths and thirds of an eighth. */
const GRIDS = [PPQ / 4, PPQ / 6] as const;

/** Of the notes as they are written, before the groove places them, the share that lies on sixteenths or triplets. */
export function onGrid(band: Band): Share {
  const places = band.parts.flatMap((part) =>
    notesByBar(band, part).flatMap(({ bar, notes }) => notes.map(({ at }) => at - bar.start)),
  );
  const are = places.filter((place) => GRIDS.some((grid) => mod(place, grid) === 0)).length;
  return { of: places.length, are };
}

/**
 * Of the chords that are new, the share whose first bass note is their bass tone, in whatever octave: what sounds where
 * they are felt (a tumbao has struck it before), else the first that is struck in them.
 */
export function bassUnderChanges(band: Band, repertoire: Repertoire): Share {
  let [of, are] = [0, 0];
  for (const bass of rolesOf(band, repertoire).basses) {
    let at = 0;
    band.chords.forEach((chord, i) => {
      const before = band.chords[i - 1];
      if (chord.chord === null || before?.symbol === chord.symbol) return;
      const end = chord.start + chord.duration;
      while (at < bass.notes.length && bass.notes[at]!.start < chord.start - chord.anticipation - TWICE) at++;
      const felt = chord.start - chord.anticipation;
      const near = bass.notes.slice(Math.max(0, at - 4), at + 64);
      const first =
        near.findLast((n) => n.at <= felt && n.at + n.length > felt) ??
        near.find((n) => n.chord === chord.chordId && n.start < end);
      if (!first) return;
      of++;
      if (mod(first.pitch, 12) === pitchClass(chord.chord.bass)) are++;
    });
  }
  return { of, are };
}

/** Loudness of an expression, dB below its height (General MIDI: amplitude goes with the square of the controller). */
const decibels = (value: number): number => 40 * Math.log10(Math.max(1, value) / 127);

/** Furthest a controller moves at once while a note of its part sounds, dB. */
const STEP = 1;
/** Ticks for which a note is heard after it has ended, and for which none lasts. */
const TAIL = 240;
const LONGEST = 64 * 1920;

/** Moves of a part's expression that jump while something sounds. */
export function jumps({ notes, gestures }: BandPart): Gesture[] {
  let value = AT_REST.expression;
  let first = 0;
  return gestures.filter((gesture) => {
    if (gesture.moves !== 'expression') return false;
    const by = Math.abs(decibels(gesture.value) - decibels(value));
    value = gesture.value;
    if (by <= STEP) return false;
    // No note lasts longer than its section's longest chord: what began long ago is over.
    while (first < notes.length && notes[first]!.start < gesture.start - LONGEST) first++;
    for (let i = first; i < notes.length && notes[i]!.start < gesture.start; i++) {
      if (notes[i]!.start + notes[i]!.duration + TAIL > gesture.start) return true;
    }
    return false;
  });
}
