import { chordPitchClasses, degreeAt, type Chord } from '../../theory/chord';
import { degreeNumber } from '../../theory/degree';
import type { Tones } from '../../song/choices';
import { keyNotes } from '../../theory/key';
import { mod, pitchClass } from '../../theory/pitch';
import { defaultScale, scalePitchClasses } from '../../theory/scale';
import type { ChordSpan } from '../../timeline/chordSpans';
import type { Region } from '../../timeline/region';
import { soundsFrom, soundsUntil } from '../placing';
import type { MidiNote, Ticks } from '../../units/units';

/** What a note may draw on at its place. */
export interface Harmony {
  readonly span: number;
  readonly chord: Chord;
  readonly tones: readonly number[];
  readonly scale: readonly number[];
}

const memory: Readonly<Record<Tones, WeakMap<ChordSpan, Harmony>>> = {
  chords: new WeakMap(),
  scale: new WeakMap(),
};

/** A line that stays in the scale has all the key's tones at every place, whatever the chord. */
function inKey(span: ChordSpan, chord: Chord, index: number): Harmony {
  const scale = keyNotes(span.key).map(pitchClass);
  return { span: index, chord, tones: scale, scale };
}

function overChord(span: ChordSpan, chord: Chord, index: number): Harmony {
  const scale = span.scale ?? defaultScale(chord, span.key);
  return {
    span: index,
    chord,
    tones: chordPitchClasses(chord),
    scale: scalePitchClasses(pitchClass(chord.root), scale),
  };
}

function harmonyOf(span: ChordSpan, chord: Chord, index: number, tones: Tones): Harmony {
  let known = memory[tones].get(span);
  // The same span may be another one in order of another region.
  if (known?.span !== index) {
    known = tones === 'scale' ? inKey(span, chord, index) : overChord(span, chord, index);
    memory[tones].set(span, known);
  }
  return known;
}

/** Walks through a region's chords in time; ask for ticks in ascending order. Null where no chord sounds. */
export function harmonyReader(region: Region, tones: Tones): (start: Ticks) => Harmony | null {
  const { spans } = region;
  let at = 0;
  const read = (span: ChordSpan, index: number): Harmony | null =>
    span.chord === null ? null : harmonyOf(span, span.chord, index, tones);
  return (start) => {
    while (at + 1 < spans.length && soundsFrom(spans[at + 1]!) <= start) at++;
    const span = spans[at];
    if (!span || start >= soundsUntil(region, at)) return null;
    return read(span, at);
  };
}

/** Whether a pitch is a tone of the chord. */
export const inChord = ({ tones }: Harmony, pitch: MidiNote): boolean => tones.includes(mod(pitch, 12));

/** Whether a pitch is a tone of the scale over the chord. */
export const inScale = ({ scale }: Harmony, pitch: MidiNote): boolean => scale.includes(mod(pitch, 12));

/** How welcome a chord tone is on a strong beat; smaller is better. Thirds and sevenths lead. */
export function toneCost(chord: Chord, pitch: MidiNote): number {
  const degree = degreeAt(chord, pitch);
  if (!degree) return 6;
  const number = degreeNumber(degree);
  if (number === 3 || number === 7) return 0;
  return number === 1 ? 1.6 : number === 5 ? 1.2 : 1;
}

/** A scale tone a half step above a chord tone: it rubs when it is held. */
export const isSemitoneClash = (harmony: Harmony, pitch: MidiNote): boolean =>
  !inChord(harmony, pitch) && inChord(harmony, pitch - 1);
