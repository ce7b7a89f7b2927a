/** Notes that keep their place against the chord: where it has become another, they go along. */
import { chordTones, degreeAt, type Chord } from '../theory/chord';
import { degreeNumber } from '../theory/degree';
import { mod, nearestOf, pitchClass } from '../theory/pitch';
import type { MidiNote, PitchClass } from '../units/units';

/** A note with the chord it was made over and the one that is there now; null where there is none. */
export interface NoteOver {
  readonly pitch: MidiNote;
  readonly was: Chord | null;
  readonly now: Chord | null;
  /** The scale over the chord that is there now, pitch classes. */
  readonly scale: readonly PitchClass[];
  /** It leads by half a step into the note behind it, and goes on doing so. */
  readonly approaches: boolean;
}

/** The pitch class of some that lies nearest to a pitch. */
const nearestClass = (classes: readonly PitchClass[], pitch: MidiNote): PitchClass =>
  classes.reduce((a, b) =>
    Math.abs(nearestOf(b, pitch) - pitch) < Math.abs(nearestOf(a, pitch) - pitch) ? b : a,
  );

/** What a tone of one chord is in another: the same degree, else the nearest tone; what is no chord tone stays in the scale. */
function placeIn(was: Chord, now: Chord, scale: readonly PitchClass[], pitch: MidiNote): PitchClass {
  const degree = degreeAt(was, pitch);
  if (degree) {
    const number = degreeNumber(degree);
    const tones = chordTones(now).map(pitchClass);
    return (
      tones.find((pc) => {
        const own = degreeAt(now, pc);
        return own !== null && degreeNumber(own) === number;
      }) ?? nearestClass(tones, pitch)
    );
  }
  return scale.length ? nearestClass(scale, pitch) : mod(pitch, 12);
}

/**
 * Pitches of a line as they are over the chords that are there now: what was the third is the third, what passed passes,
 * and the line goes the way it went. Where chord and scale stayed a note is the very same.
 * @param notes in order. @param range the lowest and highest pitch there is.
 */
export function followedPitches(
  notes: readonly NoteOver[],
  [low, high]: readonly [low: MidiNote, high: MidiNote],
): readonly MidiNote[] {
  const pitches: MidiNote[] = [];
  notes.forEach(({ pitch, was, now, scale }, i) => {
    if (!was || !now || was === now) return void pitches.push(pitch);
    const before = notes[i - 1];
    // Its way from the note before it, where that has moved as well.
    const aim = before ? pitches[i - 1]! + pitch - before.pitch : pitch;
    let found = nearestOf(placeIn(was, now, scale, pitch), Math.abs(aim - pitch) <= 4 ? aim : pitch);
    while (found < low) found += 12;
    while (found > high) found -= 12;
    pitches.push(found);
  });
  return pitches.map((pitch, i) => {
    const { approaches, pitch: stood } = notes[i]!;
    const next = notes[i + 1];
    return approaches && next ? pitches[i + 1]! + stood - next.pitch : pitch;
  });
}
