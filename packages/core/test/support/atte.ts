/** The worked five-part voicings of solfege's lesson `progression-atte` (GPL, read where the set-up unpacked it). */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SOLFEGE } from './corpora';

export interface Worked {
  readonly name: string;
  /** Chord symbols in C. */
  readonly symbols: readonly string[];
  /** Pitches of each chord, MIDI numbers ascending. */
  readonly voicings: readonly (readonly number[])[];
}

const SYMBOLS: Record<string, string> = {
  progI: 'Cmaj7',
  progII: 'Dm7',
  progV: 'G7',
  progVts: 'Db7',
  progVtsParen: 'Ab7',
};

const STEPS = 'cdefgab';
const SEMITONES = [0, 2, 4, 5, 7, 9, 11];

/** One voice in LilyPond's relative octaves: each note the nearest to the one before, then up or down by its marks. */
function relative(text: string): number[] {
  let last = { step: 0, octave: 3 };
  return text
    .trim()
    .split(/\s+/)
    .map((word) => {
      const [, letter = 'c', sign = '', marks = ''] = /^([a-g])(is|es|s)?([',]*)$/.exec(word) ?? [];
      const step = STEPS.indexOf(letter);
      const from = last.octave * 7 + last.step;
      let at = Math.floor(from / 7) * 7 + step;
      if (at - from > 3) at -= 7;
      if (from - at > 3) at += 7;
      at += 7 * [...marks].reduce((sum, m) => sum + (m === "'" ? 1 : -1), 0);
      last = { step, octave: Math.floor(at / 7) };
      const alter = sign === 'is' ? 1 : sign ? -1 : 0;
      return 12 * (last.octave + 1) + SEMITONES[step]! + alter;
    });
}

export function workedProgressions(): Worked[] {
  const text = readFileSync(join(SOLFEGE, 'exercises/standard/lesson-files/progression-atte'), 'latin1');
  const questions = text
    .split('\n')
    .filter((line) => !line.startsWith('#'))
    .join('\n')
    .split('question {')
    .slice(1);
  return questions.map((question) => {
    const voices = [...question.matchAll(/[a-e] % "([^"]+)"/g)].map((m) => relative(m[1]!));
    const elements = /elements = (.+)/
      .exec(question)![1]!
      .split(',')
      .map((e) => SYMBOLS[e.trim()]!);
    return {
      name: /name =\s*"(.+)"/.exec(question)![1]!,
      symbols: elements,
      voicings: elements.map((_, i) => voices.map((v) => v[i]!).sort((a, b) => a - b)),
    };
  });
}
