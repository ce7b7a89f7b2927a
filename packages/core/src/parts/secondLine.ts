/** A second line under or over a first: in thirds, sixths or octaves of the scale, by chord tones, or as a block under it. */
import { chordPitchClasses } from '../theory/chord';
import { mod, pitchClass } from '../theory/pitch';
import { defaultScale, scalePitchClasses } from '../theory/scale';
import { intoRange, noteFunctionOf, type Note } from './note';
import type { ChordSpan } from '../timeline/chordSpans';
import type { SecondLine } from '../song/choices';
import type { MidiNote, PitchClass } from '../units/units';

/** The least between two lines that go by chord tones, semitones: a minor third. */
const LEAST = 3;
/** Voices of a block under its note. */
const UNDER = 3;

interface ChordAndScale {
  readonly chord: readonly PitchClass[];
  readonly scale: readonly PitchClass[];
}

function tonesOf({ chord, scale, key }: ChordSpan): ChordAndScale | null {
  if (!chord) return null;
  return {
    chord: chordPitchClasses(chord),
    scale: scalePitchClasses(pitchClass(chord.root), scale ?? defaultScale(chord, key)),
  };
}

/** The pitch so many steps of a set of tones away; a pitch that is none of them counts from its neighbour on that side. */
function stepsFrom(classes: readonly PitchClass[], pitch: MidiNote, steps: number): MidiNote {
  const way = Math.sign(steps);
  let [at, left] = [pitch, Math.abs(steps)];
  while (left > 0 && Math.abs(at - pitch) < 24) {
    at += way;
    if (classes.includes(mod(at, 12))) left--;
  }
  return at;
}

/** The next chord tone below that leaves a third. */
function toneBelow(classes: readonly PitchClass[], pitch: MidiNote): MidiNote {
  let at = pitch - LEAST;
  while (!classes.includes(mod(at, 12))) at--;
  return at;
}

/** A block under a note: chord tones close below it, the second voice from above an octave lower. */
function blockUnder(classes: readonly PitchClass[], pitch: MidiNote): MidiNote[] {
  const close: MidiNote[] = [];
  let at = pitch;
  while (close.length < UNDER) close.push((at = stepsFrom(classes, at, -1)));
  return [close[0]! - 12, ...close.slice(1)].sort((a, b) => a - b);
}

function pitchesWith({ chord, scale }: ChordAndScale, pitch: MidiNote, how: SecondLine): readonly MidiNote[] {
  switch (how) {
    case 'third below':
      return [stepsFrom(scale, pitch, -2)];
    case 'third above':
      return [stepsFrom(scale, pitch, 2)];
    case 'sixth below':
      return [stepsFrom(scale, pitch, -5)];
    case 'octave below':
      return [pitch - 12];
    case 'chord tone below':
      return [toneBelow(chord, pitch)];
    case 'block':
      return blockUnder(chord, pitch);
  }
}

/**
 * A line that goes with another, note for note; where there is no chord it is silent.
 * @param notes in order. @param spans the chords over which they are played, in the same ticks.
 * @param range of who plays it: what lies beyond comes into it by octaves.
 */
export function secondLine(
  notes: readonly Note[],
  spans: readonly ChordSpan[],
  how: SecondLine,
  range: readonly [low: MidiNote, high: MidiNote],
): readonly Note[] {
  let at = 0;
  return notes.flatMap((note): Note[] => {
    while (at + 1 < spans.length && spans[at + 1]!.start - spans[at + 1]!.anticipation <= note.start) at++;
    const span = spans[at];
    const tones = span && tonesOf(span);
    if (!span?.chord || !tones) return [];
    const { touch: _touch, ...plain } = note;
    const pitches = pitchesWith(tones, note.pitch, how).map((pitch) => intoRange(pitch, range));
    return [...new Set(pitches)].map((pitch) => ({
      ...plain,
      pitch,
      noteFunction: noteFunctionOf(span.chord!, pitch),
    }));
  });
}
