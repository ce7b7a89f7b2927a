import fc from 'fast-check';
import { ChartError, readChart } from '@backline/core/formats/chart/index';
import { chartOfSheet } from '@backline/core/formats/chordSheet/index';
import { readChartOrSheet } from '@backline/core/formats/chordSheet/read';
import { OURS } from '@backline/core/styles/index';
import { chordsInUse } from '@backline/core/song/inUse';
import { anySymbol } from '../support/music';

const chart = (sheet: string): string => chartOfSheet(sheet)!.text;
const body = (sheet: string): string =>
  chart(sheet)
    .replace(/^(title|key|time|tempo): .*\n/gm, '')
    .trim();

describe('a chord sheet', () => {
  it('of chords over words becomes a chart, with what was left out said', () => {
    const sheet = [
      'The Last Ferry',
      'for the Harbour Lights evening',
      '',
      'Key: G',
      'Capo 2',
      '',
      'Verse 1:',
      'G             D/F#',
      'The lamps are out along the quay',
      'Em            C',
      'and nobody is waiting',
      '',
      'CHORUS',
      'C    D    G  N.C.',
      'Oh, the last ferry',
      '',
      'Verse 2:',
      'G             D/F#',
      'The tide has turned without a word',
      'Em            C',
      '',
      'Chorus (2x)',
      'Bridge',
      'la la la',
    ].join('\n');
    const { text, told, sections, bars } = chartOfSheet(sheet)!;
    expect(text).toBe(
      [
        'title: The Last Ferry',
        'key: G',
        '',
        '[Verse]',
        '| G | D/F# | Em | C |',
        '',
        '[Chorus]',
        '| C | D | G | N.C. |',
        '',
        '[Verse]',
        '',
        '[Chorus] x2',
        '',
      ].join('\n'),
    );
    expect([sections, bars]).toEqual([2, 8]);
    expect(told).toEqual([
      'Where no bar lines are written, each chord is given a bar.',
      'There is a capo at fret 2: the chords stay as they are written.',
      'Left out: 6 lines of words.',
      'Left out: Bridge, which has no chords.',
    ]);
    const song = readChart(text, OURS);
    expect(song.form.map(({ section, repeats }) => `${section} ${repeats}`)).toEqual([
      's1 1',
      's2 1',
      's1 1',
      's2 2',
    ]);
  });

  it.each([
    ['C - G - Am - F', 'C G Am F'],
    ['C-G-Am-F', 'C G Am F'],
    ['C, G, Am, F.', 'C G Am F'],
    ['C,G,Am,F', 'C G Am F'],
    ['C -> G → Am > F', 'C G Am F'],
    ['C–G – Am', 'C G Am'],
    ['(C G) x2', 'C G C G'],
    ['C G  2x', 'C G C G'],
    ['C* (G) Am7,', 'C G Am7'],
    ['C- F-7 G7(b9,b13)', 'C- F-7 G7(b9,b13)'],
    ['C\tG\tBb', 'C G Bb'],
    ['[C]Hello my [G]friend', 'C G'],
    ['|: C | G :|', 'C G C G'],
    ['|: C | G :| x3', 'C G C G C G'],
    ['C NC n.c. G', 'C N.C. N.C. G'],
    ['C G (stop)', 'C G'],
    ['(softly) Am F', 'Am F'],
    ['C G (repeat to fade)', 'C G'],
    ['C G (Am F) D', 'C G Am F D'],
    ['Am~ F... G!', 'Am F G'],
    ['C7(b9) (let it ring) F', 'C7(b9) F'],
    ['am f c g', 'Am F C G'],
    ['dm7 - g7 - cmaj7', 'Dm7 G7 Cmaj7'],
    ['1 5 6- 4', '1 5 6- 4'],
    ['I - V - vi - IV', 'I V vi IV'],
    ['| C | G (stop) | Am |', 'C G Am'],
  ])('of "%s" has the bars %s', (sheet, bars) => {
    expect(
      body(sheet)
        .replace('[Verse]', '')
        .replace(/[\s|]+/g, ' ')
        .trim(),
    ).toBe(bars);
  });

  it('takes strokes and dots for beats where they fill bars of its metre, and bar lines as they stand', () => {
    expect(chart('3/4\nC / / G / /')).toContain('time: 3/4\n');
    expect(body('3/4\nC / / G / /')).toBe('[Verse]\n| C / / | G / / |');
    expect(body('C . . . G . Am .')).toBe('[Verse]\n| C / / / | G / Am / |');
    expect(body('Verse: | C / G / | Am |\nChorus:\n|: F | G7 :|')).toBe(
      '[Verse]\n| C / G / | Am |\n\n[Chorus]\n| F | G7 | F | G7 |',
    );
    // A stroke is a beat of the metre: six eighths have two.
    expect(body('6/8\nC / G /')).toBe('[Verse]\n| C / | G / |');
    expect(readChart(chart('6/8\nC / G /'), OURS).sections[0]!.bars).toBe(2);
    expect(chartOfSheet('| C | G |')!.told.join()).not.toContain('each chord is given a bar');
  });

  it('names sections by letters, by names in brackets and by names alone, and keeps those that differ apart', () => {
    expect(body('[A]\nC G\n[B]\nF G')).toBe('[A]\n| C | G |\n\n[B]\n| F | G |');
    expect(body('Verse 1\nC G\nVerse 2\nC F')).toBe('[Verse 1]\n| C | G |\n\n[Verse 2]\n| C | F |');
    expect(body('pre-chorus: Am F\nMiddle 8\nG')).toBe('[Pre-chorus]\n| Am | F |\n\n[Middle 8]\n| G |');
    expect(body('Verse 1\nC G\nVerse 2\nC F\nVerse 2\nVerse 3')).toMatch(/\[Verse 2\]\n\n\[Verse\]$/);
    expect(body('Chorus x2: C G x2')).toBe('[Chorus] x2\n| C | G | C | G |');
    expect(body('(Chorus 2x)\nC G')).toBe('[Chorus] x2\n| C | G |');
    expect(body('[The way home] x2\nC G')).toBe('[The way home] x2\n| C | G |');
  });

  it('is in the key that is written, else in the likeliest, which is said', () => {
    expect(chart('Key of E minor\nAm B7')).toContain('key: Em\n');
    const guessed = chartOfSheet('G D Em C\nG D G')!;
    expect(guessed.text).toContain('key: G\n');
    expect(guessed.told).toContain('No key is written; by its chords it is in G major.');
    expect(chart('120 bpm\nC')).toContain('tempo: 120\n');
  });

  it('by degree reads as chords of its key, and says which key that is where none is written', () => {
    const sheet = chartOfSheet('key: G\nverse 1\n1 5 6- 4')!;
    expect(chordsInUse(readChart(sheet.text, OURS).sections[0]!).map((c) => c.symbol)).toEqual([
      'G',
      'D',
      'Em',
      'C',
    ]);
    expect(chartOfSheet('verse 1\n1 5 6- 4')!.told.join(' ')).toMatch(/by degree.*C major/);
  });

  it('takes no everyday words for chords', () => {
    for (const words of [
      'a am a',
      'go do be',
      '1 2 3 4',
      'Hello (Am)',
      '(Oh yeah, stop)',
      'I am a bad cab',
    ]) {
      expect([words, chartOfSheet(words)]).toEqual([words, null]);
    }
  });

  it('shows line by line what it leaves out, and takes in what its writer calls chords', () => {
    const sheet = 'Quay\nVerse\nC G (stop)\nslowly now\nAm walk down F\nBridge\ne|--0--1--|';
    const { left, bars, told } = chartOfSheet(sheet)!;
    expect(left).toEqual([
      { line: 3, text: 'stop', why: 'remark', canBeTaken: false },
      { line: 4, text: 'slowly now', why: 'words', canBeTaken: false },
      { line: 5, text: 'Am walk down F', why: 'words', canBeTaken: true },
      { line: 6, text: 'Bridge', why: 'no chords', canBeTaken: false },
      { line: 7, text: 'e|--0--1--|', why: 'tablature', canBeTaken: false },
    ]);
    expect(told).toContain('Left out: one remark.');
    expect(bars).toBe(2);
    const taken = chartOfSheet(sheet, new Set([5]))!;
    expect(taken.text).toContain('| C | G | Am | F |');
    expect(taken.left.map(({ line, text }) => [line, text])).toContainEqual([5, 'walk']);
  });

  it('has a chord that does not read said in its place, with what may be meant', () => {
    expect(() => readChart(chart('E H7 A E'), OURS)).toThrow(
      /"H7" is not a chord that can be read. Did you mean "B7"\?/,
    );
  });

  it('is read where a text is no chart, and what does not read is said at its place in the sheet', () => {
    const sheet = 'My tune\n\nE        B7\nHello my friend\nA   E\nhow are you';
    const { song, told } = readChartOrSheet(sheet, OURS);
    expect([song.title, song.key, song.sections[0]!.bars]).toEqual(['My tune', 'E', 4]);
    expect(told).toContain('Left out: 2 lines of words.');
    expect(readChartOrSheet('C | G', OURS).told).toEqual([]);
    expect(() => readChartOrSheet(sheet.replace('B7', 'H7'), OURS)).toThrow(/^Line 3, column 10: "H7"/);
    expect(() => readChartOrSheet('Hello there', OURS)).toThrow(/^Line 1, column 1: "Hello"/);
  });

  it.each([
    '',
    '   \n\n',
    'Hello there\nA song of the sea',
    'Am I the one\nGo',
    'Dad and Mum',
    'e|---0---|\nB|--1--3-|',
    'Solo over the verse',
    '{"format":"song"}',
  ])('is not what has no line of chords: %j', (text) => {
    expect(chartOfSheet(text)).toBeNull();
  });

  it('keeps all chords in their order, whatever words stand around them', () => {
    const anyWords = fc.constantFrom('la la la', 'and so it goes', '', 'The lamps are out', '---');
    const anyStave = fc.tuple(fc.array(anySymbol, { minLength: 1, maxLength: 6 }), anyWords);
    fc.assert(
      fc.property(
        fc.array(anyStave, { minLength: 1, maxLength: 8 }),
        fc.constantFrom(' ', '   ', ' - ', ', '),
        (staves, between) => {
          const sheet = staves.map(([chords, words]) => `${chords.join(between)}\n${words}`).join('\n');
          const song = readChart(chart(sheet), OURS);
          const read = chordsInUse(song.sections[0]!).map(({ symbol }) => symbol);
          const plain = readChart(staves.flatMap(([chords]) => chords).join(' | '), OURS);
          expect(read).toEqual(chordsInUse(plain.sections[0]!).map(({ symbol }) => symbol));
        },
      ),
      { numRuns: 150 },
    );
  });

  it('of any text is a chart that reads, or says what in it does not, or none; and pages of anything do not hang', () => {
    const anyBit = fc.oneof(
      fc.constantFrom(
        'C',
        'G7',
        'x3',
        '|',
        '|:',
        ':|',
        '%',
        '/',
        '[A]',
        '[Verse]',
        'Chorus:',
        '\n',
        '\n\n',
        ' - ',
        '(',
        ')',
        'H',
        'capo 3',
        '4/4',
        'key: F',
        '🎸',
        '𝄆',
      ),
      fc.string({ maxLength: 6 }),
    );
    fc.assert(
      fc.property(
        fc.array(anyBit, { maxLength: 30 }).map((bits) => bits.join(' ')),
        (text) => {
          const sheet = chartOfSheet(text);
          if (!sheet) return;
          expect(sheet.bars).toBeGreaterThan(0);
          try {
            expect(readChart(sheet.text, OURS).sections.length).toBe(sheet.sections);
          } catch (error) {
            expect(error).toBeInstanceOf(ChartError);
          }
        },
      ),
      { numRuns: 1000 },
    );
    for (const bit of ['C G Am F\n', 'a', '(', '-', 'C-', '[C]', ' ', 'C / ', 'x2 ']) {
      const long = bit.repeat(Math.floor(100_000 / bit.length));
      expect([bit, chartOfSheet(`${long}${bit}`)]).toEqual([bit, null]);
    }
  });
});
