/** Figures of a line in front, by its notes as they are written: how its phrases begin and swell, what stands on strong beats, where it lies. */
import type { Band, BandBar, BandPart } from '../band/index';
import type { BandNote } from '../band/bandNote';
import { rangeOfInstrument } from '../song/instrumentRanges';
import { chordPitchClasses } from '../theory/chord';
import { mod } from '../theory/pitch';
import { barAt } from '../time/bars';
import { EIGHTH, PPQ } from '../time/ticks';
import { share, type Share } from './figures';

/** What is heard of a line. */
export interface LineFigures {
  /** Of the phrases, how many begin with notes before a bar line that they cross. */
  readonly pickups: Share;
  /** Of the notes on strong beats, how many are tones of their chord. */
  readonly strongChordTones: Share;
  /** Of those that are none, how many go on by a step within a beat. */
  readonly resolved: Share;
  /** Of the phrases, how many rise and fall by 8 to 24 in velocity. */
  readonly swelling: Share;
  /** Of the notes, how many are adorned. */
  readonly ornaments: Share;
  /** Of the notes, how many lie on the best octaves of their instrument. */
  readonly best: Share;
  /** Of the notes, how many lie in its range at all. */
  readonly inRange: Share;
  /** Of the phrases, how many end on a tone of the chord. */
  readonly endings: Share;
  /** Of the steps from note to note within phrases: struck again, by a second, by a third or fourth, wider. */
  readonly intervals: {
    readonly unison: number;
    readonly step: number;
    readonly skip: number;
    readonly leap: number;
  };
}

/** A rest of so many ticks parts two phrases. */
const REST = EIGHTH;
/** Fewer notes are no phrase, but a call. */
const LEAST = 3;
/** Velocity by which a phrase rises and falls, least and most. */
const SWELL = [8, 24] as const;

/** The phrases of a line: runs of notes without a rest. */
export function phrasesOf(notes: readonly BandNote[]): BandNote[][] {
  const phrases: BandNote[][] = [];
  for (const note of notes) {
    const last = phrases[phrases.length - 1];
    const before = last?.[last.length - 1];
    if (before && note.at - (before.at + before.length) < REST) last!.push(note);
    else phrases.push([note]);
  }
  return phrases;
}

const isStrong = (bars: readonly BandBar[], tick: number): boolean => {
  const { start, beats } = barAt(bars, tick);
  return beats.indexOf(tick - start) % 2 === 0;
};

const beginsEarly = (bars: readonly BandBar[], phrase: readonly BandNote[]): boolean => {
  const first = phrase[0]!;
  const bar = barAt(bars, first.at);
  const last = phrase[phrase.length - 1]!;
  return first.at >= bar.start + bar.length / 2 && last.at >= bar.start + bar.length;
};

/** What is heard of a line of a band. */
export function lineFigures(band: Band, part: BandPart): LineFigures {
  const { notes } = part;
  const { bars } = band;
  const phrases = phrasesOf(notes).filter((phrase) => phrase.length >= LEAST);
  const tonesAt = (tick: number): readonly number[] => {
    const chord = band.chords.findLast((c) => c.start - c.anticipation <= tick);
    return chord?.chord ? chordPitchClasses(chord.chord) : [];
  };
  const isTone = (note: BandNote): boolean => tonesAt(note.at).includes(mod(note.pitch, 12));
  const strong = notes
    .map((note, i) => ({ note, after: notes[i + 1] }))
    .filter(({ note }) => isStrong(bars, note.at));
  const off = strong.filter(({ note }) => !isTone(note));
  const range = rangeOfInstrument(part.program);
  const within = ([low, high]: readonly [number, number]) =>
    notes.map(({ pitch }) => pitch >= low && pitch <= high);
  const sizes = phrases.flatMap((phrase) =>
    phrase.slice(1).map((note, i) => Math.abs(note.pitch - phrase[i]!.pitch)),
  );
  const of = (test: (size: number) => boolean): number =>
    sizes.filter(test).length / Math.max(1, sizes.length);
  return {
    pickups: share(phrases.map((phrase) => beginsEarly(bars, phrase))),
    strongChordTones: share(strong.map(({ note }) => isTone(note))),
    resolved: share(
      off.map(
        ({ note, after }) =>
          after !== undefined &&
          after.at - note.at <= PPQ &&
          Math.abs(after.pitch - note.pitch) <= 2 &&
          after.pitch !== note.pitch,
      ),
    ),
    swelling: share(
      phrases.map((phrase) => {
        const strengths = phrase.map(({ velocity }) => velocity);
        const span = Math.max(...strengths) - Math.min(...strengths);
        return span >= SWELL[0] && span <= SWELL[1];
      }),
    ),
    ornaments: share(notes.map(({ touch }) => touch !== null)),
    best: share(within(range.best)),
    inRange: share(within(range.range)),
    endings: share(phrases.map((phrase) => isTone(phrase[phrase.length - 1]!))),
    intervals: {
      unison: of((size) => size === 0),
      step: of((size) => size > 0 && size <= 2),
      skip: of((size) => size > 2 && size <= 5),
      leap: of((size) => size > 5),
    },
  };
}
