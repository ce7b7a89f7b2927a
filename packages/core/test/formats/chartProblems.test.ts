/** All that does not read in a chart, at once, each with a code that stays. */
import fc from 'fast-check';
import { CHART_ERRORS, ChartError, type ChartErrorCode } from '@backline/core/formats/chart/error';
import { chartProblems, readChart } from '@backline/core/formats/chart/index';
import { LIMITS } from '@backline/core/song/limits';
import { OURS } from '@backline/core/styles/index';

const thrown = (text: string): ChartError | null => {
  try {
    readChart(text, OURS);
    return null;
  } catch (error) {
    if (error instanceof ChartError) return error;
    throw error;
  }
};

const bars = (count: number): string => Array<string>(count).fill('C').join(' | ');
const sections = (count: number): string => Array.from({ length: count }, (_, i) => `[S${i}]\nC`).join('\n');

/** One chart for each code. */
const SAID: Readonly<Record<ChartErrorCode, string>> = {
  'chord-unreadable': 'C | Gxyz',
  'chord-ambiguous': 'C | bb7',
  'number-ambiguous': 'Am7 2 D7',
  'option-unknown': 'C{loud}',
  'option-before-chord': '{push 1/8}C Am',
  'option-without-chord': '{push 1/8}',
  'brace-open': 'C{push 1/8',
  'bar-empty': 'C | | G',
  'bar-overfull': 'C D E F G',
  'bar-underfull': 'C{for 1/4}',
  'bar-length-unreadable': '{bar 9/4} C',
  'nothing-to-hold': '/ C',
  'nothing-to-repeat': '%',
  'header-unknown': 'colour: red\nC',
  'header-misplaced': '[A]\nC\ntitle: Late',
  'key-unknown': 'key: H\nC',
  'metre-unknown': 'time: 4/5\nC',
  'tempo-unreadable': 'tempo: fast\nC',
  'tempo-change-in-header': 'tempo: 100 over 2\nC',
  'tempo-change-length': '[A]\nC\ntempo: 100 over 99\nG',
  'style-unknown': 'style: no such style!\nC',
  'heading-open': '[Verse\nC',
  'name-empty': '[]\nC',
  'name-too-long': `[${'x'.repeat(LIMITS.nameLength + 1)}]\nC`,
  'name-unreadable': 'title: a\u0007b\nC',
  'repeats-unreadable': '[A] often\nC',
  'section-without-bars': '[A]\n[B]\nC',
  'sections-too-many': sections(LIMITS.sections + 1),
  'section-too-long': bars(LIMITS.barsPerSection + 1),
  'chords-too-many': `${'C G Am F | '.repeat(LIMITS.chordsPerDraft / 4)}C`,
  'form-too-long': `[A]\nC\n${'[A]\n'.repeat(LIMITS.formEntries)}`,
  'song-too-long': `[A] x16\n${bars(LIMITS.barsPerSection)}`,
  'chart-without-bars': 'title: Nothing yet',
  'text-too-large': 'C | '.repeat(LIMITS.chartBytes / 4 + 1),
  'text-unreadable': 'C \ud800',
};

it.each(Object.keys(CHART_ERRORS) as ChartErrorCode[])('"%s" is said', (code) => {
  const problems = chartProblems(SAID[code], OURS);
  expect(thrown(SAID[code])?.code).toBe(code);
  expect(problems[0]!.code).toBe(code);
  expect(problems[0]!.message).toBe(thrown(SAID[code])!.message);
});

it('goes on behind what does not read, and leaves out what is wrong only because of it', () => {
  const told = chartProblems('key: H\n\n[Verse]\nGxyz | C\n/ | %\n[Refrain]\n[Chorus\nD | | E\n', OURS);
  expect(told.map(({ code, line }) => `${line} ${code}`)).toEqual([
    '1 key-unknown',
    '4 chord-unreadable',
    '7 heading-open',
    '8 bar-empty',
  ]);
});

it('of very many it tells twenty, and takes no long time', () => {
  expect(chartProblems(Array<string>(5000).fill('Gxyz').join('\n'), OURS)).toHaveLength(20);
});

it('tells nothing of what reads, and first what reading stops at, whatever is written', () => {
  const word = fc.constantFrom(
    'C',
    'Gxyz',
    'F#m7',
    '%',
    '/',
    '|',
    '[A]',
    '[B] x2',
    'key: G',
    'key: Q',
    'N.C.',
    '{',
    '\n',
    '\n',
  );
  fc.assert(
    fc.property(fc.array(word, { maxLength: 24 }), (words) => {
      const text = words.join(' ').replaceAll(' \n ', '\n');
      const stops = thrown(text);
      const problems = chartProblems(text, OURS);
      expect(problems[0]?.message ?? null).toBe(stops?.message ?? null);
      const places = problems.map(({ line }) => line);
      expect([...places].sort((a, b) => a - b)).toEqual(places);
    }),
    { numRuns: 300 },
  );
});
