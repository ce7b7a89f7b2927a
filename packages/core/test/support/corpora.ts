/** Progressions from outside the project, as symbols in C. They are not used to tune anything. */
import { chordProgressions } from '@musodojo/music-theory-data';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseChord } from '@backline/core/theory/chordGrammar';

export interface Corpus {
  readonly source: string;
  readonly key: string;
  readonly chords: readonly string[];
}

/** Where `scripts/solfege.sh` has unpacked Debian's solfege package. */
export const SOLFEGE = join(__dirname, '../../../../.cache/solfege/usr/share/solfege');

const lesson = (name: string): string =>
  readFileSync(join(SOLFEGE, 'exercises/standard/lesson-files', name), 'latin1');

const MAJOR: Record<string, string> = {
  '1': 'C',
  '2': 'D',
  '3': 'E',
  '4': 'F',
  '5': 'G',
  '6': 'A',
  '7': 'B',
};
const QUALITY: Record<string, string> = { M: '', M7: 'maj7', ø7: 'm7b5' };

/** Same chords in a row are one chord. */
const changes = (chords: readonly string[]): string[] =>
  chords.filter((symbol, i) => i === 0 || symbol !== chords[i - 1]);

/** One entry of the package, whose own types do not load. */
interface DegreeProgression {
  readonly primaryName: string;
  readonly chords: readonly { readonly degree: string; readonly quality: string }[];
}

/** @musodojo/music-theory-data 28 (CC0): degrees with qualities. */
export const musodojo = (): Corpus[] =>
  Object.values<DegreeProgression>(chordProgressions).map(({ primaryName, chords }) => {
    const symbols = chords.map(({ degree, quality }) => MAJOR[degree]! + (QUALITY[quality] ?? quality));
    const minor =
      parseChord(symbols[symbols.length - 1]!).degrees.includes('b3') && symbols.at(-1)!.startsWith('Cm');
    return {
      source: primaryName,
      key: minor ? 'Cm' : 'C',
      chords: changes(symbols.map((s) => parseChord(s).symbol)),
    };
  });

/** Elements of the lesson files as chords in C; the jazz ones as their header spells them out. */
const TRIADS: Record<string, string> = {
  I: 'C',
  II: 'Dm',
  III: 'Em',
  IV: 'F',
  V: 'G',
  VI: 'Am',
  IV_6: 'F/A',
  V_6: 'G/B',
};
const JAZZ: Record<string, string> = {
  progI: 'C',
  progII: 'Dm7',
  progV: 'G7',
  progVts: 'Db7',
  progVtsParen: 'Ab7',
};

/** Progressions of Debian's solfege 3.23 (GPL), in the order of its lesson files. */
export const solfege = (): Corpus[] =>
  ['progression-1', 'progression-2', 'progression-x', 'progression-atte'].flatMap((file) =>
    [...lesson(file).matchAll(/^\s*elements = (.*,.*)$/gm)].map(([, list], i) => ({
      source: `${file}, question ${i + 1}`,
      key: 'C',
      chords: changes(
        list!.split(',').map((word) => {
          const name = word.trim().replace(/^p\./, '');
          return JAZZ[name] ?? TRIADS[name]!;
        }),
      ),
    })),
  );
