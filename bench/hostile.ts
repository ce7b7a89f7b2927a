/**
 * What is made to be slow. First every reader of text over texts that expressions run away on: the slowest, and what
 * four times the length costs (4 is straight, 16 the square). Then patches at a list's front, and each number, text and list of a song far
 * too large. Usage: npx tsx bench/hostile.ts
 */
import { readBarText } from '@backline/core/edits/bars';
import { wholeBar } from '@backline/core/time/bars';
import { chartOfSheet } from '@backline/core/formats/chordSheet/index';
import { readChartOrSheet } from '@backline/core/formats/chordSheet/read';
import { readAsked } from '@backline/core/progressions/asked';
import { withPatches, type SongPatch } from '@backline/core/song/patches';
import { readSong } from '@backline/core/song/read';
import { asWritten } from '@backline/core/theory/handwriting';
import { parseKey, keyOf } from '@backline/core/theory/key';
import { readNumeral } from '@backline/core/theory/numerals';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { findMetre } from '@backline/core/time/metre';
import { OURS } from '@backline/core/styles/index';
import { FULL_SONG, placesOf, withAt } from '../packages/core/test/support/fullSong';
import { ms } from './support';

const BAR = wholeBar('4/4', 'C');
const READERS: readonly (readonly [string, (text: string) => unknown])[] = [
  ['chart or sheet', (text) => readChartOrSheet(text, OURS)],
  ['chord sheet', (text) => chartOfSheet(text)],
  ['bar', (text) => readBarText(text, BAR)],
  ['chord', parseChord],
  ['handwriting', asWritten],
  ['key', parseKey],
  ['numeral', (text) => readNumeral(text, keyOf('C'))],
  ['asked for', readAsked],
  ['metre', findMetre],
];

const UNITS = [
  ' ',
  '(',
  ')',
  '[',
  ']',
  '[[',
  '{',
  '{}',
  '|',
  ':',
  '-',
  '- ',
  'x',
  'C',
  'C ',
  'b',
  'bb',
  '#',
  ',',
  '.',
];
const MORE = [
  '\t',
  '(a ',
  '( )',
  '[a',
  '<C4,',
  '/ ',
  '/',
  '1 ',
  '1+',
  '3+',
  '\n',
  '\n[a]',
  '| ',
  ': ',
  '♭',
  'm',
  'maj',
  'b9',
];
const AROUND: readonly (readonly [string, string])[] = [
  ['', ''],
  ['C', 'q'],
  ['[', '!'],
  ['(', '\u0000'],
  ['title:', '}'],
  ['C G', ' x'],
];

/** Milliseconds, the quickest of five. */
function quickest(run: () => unknown): number {
  let least = Infinity;
  for (let i = 0; i < 5; i++) {
    const started = performance.now();
    try {
      run();
    } catch {
      // A complaint is an answer.
    }
    least = Math.min(least, performance.now() - started);
  }
  return least;
}

const LENGTH = 12_500;
for (const [name, read] of READERS) {
  let [slowest, at, worst, of] = [0, '', 0, ''];
  for (const unit of [...UNITS, ...MORE]) {
    for (const [before, after] of AROUND) {
      const text = (length: number): string => before + unit.repeat(Math.ceil(length / unit.length)) + after;
      const time = (length: number): number => quickest(() => read(text(length)));
      const [one, two] = [time(LENGTH), time(4 * LENGTH)];
      const shown = JSON.stringify(before + unit + '…' + after);
      if (two > slowest) [slowest, at] = [two, shown];
      if (two > 20 && two / one > worst) [worst, of] = [two / one, shown];
    }
  }
  console.log(
    `${name}: ${ms(slowest)} at 50,000 characters (${at}); four times the text: ${worst.toFixed(1)} ${of}`,
  );
}

const atFront = (count: number): SongPatch[] =>
  Array.from({ length: count }, () => ({ op: 'add', path: ['form', 0], value: 1 }));
for (const count of [1000, 2000, 3900]) {
  console.log(
    `${count} patches at a list's front: ${ms(quickest(() => withPatches(FULL_SONG, atFront(count))))}`,
  );
}

const TEN_MILLION = 10_000_001;
let [slowest, at] = [0, ''];
for (const { path, value } of placesOf(FULL_SONG)) {
  const large =
    typeof value === 'number'
      ? TEN_MILLION
      : typeof value === 'string'
        ? 'x'.repeat(TEN_MILLION)
        : Array.isArray(value)
          ? new Array<unknown>(TEN_MILLION).fill(value[0])
          : null;
  if (large === null) continue;
  const document = withAt(FULL_SONG, path, large);
  const took = quickest(() => readSong(document));
  if (took > slowest) [slowest, at] = [took, path.join('.')];
}
console.log(`a field of ten million: refused in ${ms(slowest)} at most (${at})`);
