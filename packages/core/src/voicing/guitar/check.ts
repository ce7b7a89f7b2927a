/** What a hand, a neck and a chord allow, said in words. */
import { chordPitchClasses, degreeAt, degreePcOf, type Chord } from '../../theory/chord';
import { degreeNumber, degreeWord, type Degree } from '../../theory/degree';
import type { Key } from '../../theory/key';
import { noteName } from '../../theory/pitch';
import { noteGlyphs, spell } from '../../theory/spelling';
import { bassPc } from '../tones';
import { FREE_OF_ROOT, shapeOf } from './path';
import {
  SPAN,
  fingersOf,
  fretted,
  guitarShapes,
  innerMutes,
  neededDegrees,
  type Frets,
  type NeckShape,
} from './shapes';
import type { MidiNote } from '../../units/units';

/** Highest fret of the neck. */
export const FRETS_ON_NECK = 22;

/** Strings are counted as players do: the highest is the first. */
const stringNumber = (frets: Frets, string: number): number => frets.length - string;

/**
 * Why a shape cannot be held or does not sound the chord, as sentences; empty where all is well.
 * What no hand can do comes first. The key spells what the chord does not.
 * @param bassPlays true where a bass plays under it: a shape of few strings then needs no root of its own.
 */
export function troubleWith(
  frets: Frets,
  chord: Chord,
  open: readonly number[],
  key: Key | null = null,
  bassPlays = false,
): string[] {
  const noteOf = (pitch: MidiNote): string => noteGlyphs(noteName(spell(pitch, { chord, key })));
  const said: string[] = [];
  const pressed = fretted(frets);
  const sounding = shapeOf(frets, open).pitches;
  if (!sounding.length) return ['Every string is muted.'];
  if (pressed.some((f) => f > FRETS_ON_NECK)) said.push(`The neck has ${FRETS_ON_NECK} frets.`);
  const span = pressed.length ? Math.max(...pressed) - Math.min(...pressed) : 0;
  if (span >= SPAN) {
    said.push(
      `Frets ${Math.min(...pressed)} to ${Math.max(...pressed)} are further apart than a hand reaches: at most ${SPAN} frets.`,
    );
  }
  const fingers = fingersOf(frets);
  if (fingers > 4) said.push(`It needs ${fingers} fingers, and four are there.`);
  if (innerMutes(frets) > 1) said.push('More than one string between the sounding ones is muted.');
  const allowed = new Set([...chordPitchClasses(chord), bassPc(chord)]);
  frets.forEach((fret, s) => {
    if (fret === null || allowed.has((open[s]! + fret) % 12)) return;
    said.push(
      `String ${stringNumber(frets, s)} sounds ${noteOf(open[s]! + fret)}, which is not in ${noteGlyphs(chord.symbol)}.`,
    );
  });
  const free = bassPlays && sounding.length <= FREE_OF_ROOT;
  if (!free && sounding[0]! % 12 !== bassPc(chord)) {
    said.push(
      `The lowest string sounds ${noteOf(sounding[0]!)}, not the bass ${noteGlyphs(noteName(chord.bass))}.`,
    );
  }
  const third = chord.degrees.find((d) => [3, 4, 2].includes(degreeNumber(d)));
  const isMissing = (d: Degree): boolean => !sounding.some((p) => p % 12 === degreePcOf(chord, d));
  if (third && isMissing(third)) {
    said.push(`The ${degreeNumber(third) === 3 ? 'third' : 'suspended tone'} is missing.`);
  }
  for (const d of neededDegrees(chord)) {
    if (d !== third && d !== '1' && isMissing(d)) said.push(`The ${degreeWord(d)} is missing.`);
  }
  return said;
}

/** How far one shape is from another: frets between them, and a string struck in one only. */
function distance(a: Frets, b: Frets): number {
  return a.reduce<number>((sum, fret, s) => {
    const other = b[s] ?? null;
    if (fret === null || other === null) return sum + (fret === other ? 0 : 5);
    return sum + Math.min(4, Math.abs(fret - other));
  }, 0);
}

/** The shape of a chord that is nearest to frets no hand can hold, or null where the chord has none. */
export function nearestShape(frets: Frets, chord: Chord, open: readonly number[]): NeckShape | null {
  const shapes = guitarShapes(chord, open);
  return shapes.reduce<NeckShape | null>(
    (best, shape) => (!best || distance(frets, shape.frets) < distance(frets, best.frets) ? shape : best),
    null,
  );
}

/** Degrees of a shape by string, null where it is muted or foreign to the chord. */
export const degreesOnStrings = (frets: Frets, chord: Chord, open: readonly number[]): (string | null)[] =>
  frets.map((fret, s) => (fret === null ? null : degreeAt(chord, (open[s]! + fret) % 12)));
