/** What a voicing does, in a sentence to learn from. */
import { degreeAt, degreePcOf, type Chord } from '../theory/chord';
import { degreeNumber, degreeWord } from '../theory/degree';
import { mod } from '../theory/pitch';
import { movement } from './costs';
import { bassPc } from './tones';

/** Thirds, fourths and seconds that stand for one, sevenths: the tones that tell a chord. */
const TELLING = [7, 3, 4, 2, 6];

const MOST_MOVES = 2;

function topWords(pitches: readonly number[], chord: Chord): string[] {
  const degree = degreeAt(chord, pitches[pitches.length - 1]!);
  return degree && pitches.length > 1 ? [`${degreeWord(degree)} on top`] : [];
}

function bassWords(pitches: readonly number[], chord: Chord): string[] {
  const degree = degreeAt(chord, pitches[0]!);
  if (mod(pitches[0]!, 12) === bassPc(chord)) return [];
  return degree ? [`${degreeWord(degree)} at the bottom`] : [];
}

function countWords(pitches: readonly number[], chord: Chord): string[] {
  const said: string[] = [];
  for (const degree of chord.degrees) {
    const count = pitches.filter((p) => p % 12 === degreePcOf(chord, degree)).length;
    if (count === 0) said.push(`${degreeWord(degree)} left out`);
    if (count > 1) said.push(`${degreeWord(degree)} ${count === 2 ? 'doubled' : `${count} times`}`);
  }
  return said;
}

const stepWords = (by: number): string => {
  if (by === 0) return 'stays and becomes';
  const size = Math.abs(by);
  const verb = by < 0 ? 'falls' : 'rises';
  if (size === 1) return `${verb} a half step to`;
  return size === 2 ? `${verb} to` : `${verb} ${size} semitones to`;
};

/** How the telling tones go on into the next chord, the most telling first. */
function moveWords(
  pitches: readonly number[],
  chord: Chord,
  next: readonly number[],
  nextChord: Chord,
): string[] {
  if (next.length !== pitches.length) return [];
  const moves = pitches.flatMap((pitch, i) => {
    const from = degreeAt(chord, pitch);
    const to = degreeAt(nextChord, next[i]!);
    if (!from || !to || Math.abs(next[i]! - pitch) > 2) return [];
    const rank = TELLING.indexOf(degreeNumber(from));
    return rank < 0
      ? []
      : [{ rank, words: [degreeWord(from), stepWords(next[i]! - pitch), `the ${degreeWord(to)}`].join(' ') }];
  });
  return moves
    .sort((a, b) => a.rank - b.rank)
    .slice(0, MOST_MOVES)
    .map(({ words }, i) => (i === 0 ? `${words} of the next chord` : words));
}

/**
 * A sentence about a voicing and where it goes.
 * @example "third on top, fifth left out, seventh falls a half step to the third of the next chord"
 */
export function describeVoicing(
  pitches: readonly number[],
  chord: Chord,
  next?: { readonly pitches: readonly number[]; readonly chord: Chord } | null,
): string {
  if (chord.exact) return 'exact tones with no name';
  if (!pitches.length) return 'silent';
  const said = [...topWords(pitches, chord), ...bassWords(pitches, chord), ...countWords(pitches, chord)];
  if (next?.pitches.length) said.push(...moveWords(pitches, chord, next.pitches, next.chord));
  return said.join(', ');
}

/** Total movement of the voices through a run of voicings, semitones: the smaller, the smoother. */
export const totalMovement = (voicings: readonly (readonly number[])[]): number =>
  voicings.reduce((sum, v, i) => sum + (i && v.length ? movement(voicings[i - 1]!, v) : 0), 0);
