import { wholeBar } from '@backline/core/time/bars';
import { readBarsText } from '@backline/core/edits/bars';
import fc from 'fast-check';
import { ChartError, readChart, writeChart } from '@backline/core/formats/chart/index';
import { renderBand } from '@backline/core/band/index';
import { readBarText } from '@backline/core/edits/bars';
import { sectionBars } from '@backline/core/time/bars';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import { anySong, song } from '../support/music';
import { keyText } from '@backline/core/theory/key';
import { OURS } from '@backline/core/styles/index';

const spans = (bars: string, header = ''): string[] =>
  song(bars, header).sections[0]!.drafts[0]!.chords.map(
    (c) => `${c.symbol ?? 'N.C.'}@${c.start / 480}+${c.length / 480}`,
  );

function errorOf(text: string): ChartError {
  try {
    readChart(text, OURS);
  } catch (error) {
    if (error instanceof ChartError) return error;
    throw error;
  }
  throw new Error('the chart was read');
}

describe('bars', () => {
  it.each([
    ['C', '', ['C@0+4']],
    ['C G', '', ['C@0+2', 'G@2+2']],
    ['C F G', '', ['C@0+2', 'F@2+1', 'G@3+1']],
    ['C F', 'time: 3/4', ['C@0+2', 'F@2+1']],
    ['C / / G', '', ['C@0+3', 'G@3+1']],
    ['C | / G / /', '', ['C@0+5', 'G@5+3']],
    ['C | % | G', '', ['C@0+4', 'C@4+4', 'G@8+4']],
    ['C G | %', '', ['C@0+2', 'G@2+2', 'C@4+2', 'G@6+2']],
    ['N.C. | C', '', ['N.C.@0+4', 'C@4+4']],
    ['C{for 3/8} G', '', ['C@0+1.5', 'G@1.5+2.5']],
    ['C | / / / /', '', ['C@0+8']],
  ])('%s (%s)', (bars, header, expected) => expect(spans(bars, header)).toEqual(expected));

  it('a push is kept in ticks', () => {
    expect(song('C | G{push 1/8}').sections[0]!.drafts[0]!.chords[1]!.anticipation).toBe(240);
  });
});

describe('sections, form and changes', () => {
  it('plays sections with repeats and again by name', () => {
    const read = readChart('[Verse] x2\nC | F\n[Chorus]\nG\n[Verse]', OURS);
    expect(read.form).toEqual([
      { id: 'e1', section: 's1', repeats: 2 },
      { id: 'e2', section: 's2', repeats: 1 },
      { id: 'e3', section: 's1', repeats: 1 },
    ]);
  });

  it('a key or metre changes from the next bar on and stays for the sections that follow', () => {
    const read = readChart('key: C\n[A]\nC | F\nkey: D\ntime: 3/4\nD | G\n[B]\nA', OURS);
    const { bars, chords } = renderBand(read, OURS);
    expect(bars.map((b) => `${keyText(b.key)} ${b.metre.name}`)).toEqual([
      'C 4/4',
      'C 4/4',
      'D 3/4',
      'D 3/4',
      'D 3/4',
    ]);
    expect(chords.map((c) => keyText(c.key))).toEqual(['C', 'C', 'D', 'D', 'D']);
  });

  it('keeps a section of a name taken under a new name', () => {
    expect(readChart('[Verse]\nC\n[Verse]\nG', OURS).sections.map((s) => s.name)).toEqual([
      'Verse',
      'Verse 2',
    ]);
  });
});

describe('round trip', () => {
  it('reading what was written gives the same song, and writing it the same text', () => {
    fc.assert(
      fc.property(anySong, (original) => {
        const text = writeChart(original);
        const again = readChart(text, OURS);
        expect({ ...again, seed: original.seed }).toEqual(original);
        expect(writeChart(again)).toBe(text);
        expect(songSchema.safeParse(again).success).toBe(true);
      }),
      { numRuns: 200 },
    );
  });

  it('keeps lengths that no beat divides', () => {
    const read = song('C{for 3/8} Dm7{for 1/8} G');
    expect(readChart(writeChart(read), OURS).sections).toEqual(read.sections);
  });
});

describe('what cannot be read is said with its place', () => {
  it.each([
    ['[Verse]\nC | Gm77 | F', 2, 8, /"Gm77" is not a chord.*Did you mean "Gm7"/],
    ['[Verse\nC', 1, 1, /not closed/],
    ['C D E F G', 1, 9, /5 chords and holds 4/],
    ['C / / / /', 1, 9, /5 beats written and holds 4/],
    ['style: Polka, fast\nC', 1, 8, /no style "Polka, fast"/],
    ['key: H\nC', 1, 6, /not a key/],
    ['time: 9/13\nC', 1, 7, /metre "9\/13" is not known/],
    ['tempo: fast\nC', 1, 8, /not a tempo/],
    ['tempo: 900\nC', 1, 8, /from 30 to 300/],
    ['% | C', 1, 1, /no bar before/],
    ['/ C', 1, 1, /no chord before/],
    ['C | | G', 1, 5, /empty/],
    ['[Verse] twice\nC', 1, 8, /not understood/],
    ['[Bridge]', 1, 1, /has no bars/],
    ['capo: 2\nC', 1, 1, /"capo:" is not known/],
    ['C{louder} | G', 1, 2, /not understood/],
    ['C{push 1/8 | G', 1, 2, /not closed/],
    ['', 1, 1, /no bars/],
  ])('%j', (text, line, column, reason) => {
    const error = errorOf(text);
    expect([error.line, error.column]).toEqual([line, column]);
    expect(error.reason).toMatch(reason);
  });

  it('a 2 MB chart is refused by its size, at once', () => {
    expect(errorOf('C | '.repeat(500_000)).reason).toMatch(/2\.0 MB long; at most 1 MB/);
  });

  it.each(['toString', '__proto__', 'constructor | C'])('the word "%s" is no chord', (text) => {
    expect(errorOf(text).column).toBe(1);
  });

  /** A chart that can be kept and read again, or a complaint with a place in the text: nothing else. */
  const readsOrSays = (text: string): void => {
    let read: Song;
    try {
      read = readChart(text, OURS);
    } catch (error) {
      expect(error).toBeInstanceOf(ChartError);
      const { line, column, reason } = error as ChartError;
      const lines = text.split(/\r\n|\r|\n/);
      expect(line).toBeLessThanOrEqual(lines.length);
      expect(column).toBeLessThanOrEqual((lines[line - 1] ?? '').length + 2);
      expect(reason).toMatch(/[.?]$/);
      return;
    }
    expect(songSchema.safeParse(read).error?.issues ?? []).toEqual([]);
    expect(readChart(writeChart(read), OURS).sections.map((s) => s.drafts)).toEqual(
      read.sections.map((s) => s.drafts),
    );
  };

  it('prose and noise', () => {
    fc.assert(fc.property(fc.string({ maxLength: 200, unit: 'grapheme' }), readsOrSays));
  });

  it('what a chart is made of, in any order: numerals, options, bar lines, repeats, headings, headers', () => {
    const piece = fc.constantFrom(
      ...[
        '|',
        '||',
        '|:',
        ':|',
        ':|:',
        '‖',
        '𝄆',
        '𝄇',
        ' ',
        '  ',
        '\n',
        '\r\n',
        '/',
        '%',
        'N.C.',
        '{',
        '}',
        ':',
      ],
      ...['I', 'V7/vi', 'bVII', 'bb4', 'I/bb4', 'vii°', '6m', 'N6', 'Ger65', '#iv', 'iix', 'I/7', 'V/bbVII'],
      ...['C', 'F#m7b5/A', 'Bbb7', 'Cb', 'C7b9/B', 'H', 'Gm77', '<C4,Db4>', '<>', '<C4>', 'E#aug'],
      ...[
        '{for 3/8}',
        '{for 0/4}',
        '{for 1919/1920}',
        '{push 1/8}',
        '{push 99/1}',
        '{for 1/7}',
        '{push 1/8, for 1/2}',
      ],
      ...['[A]', '[A] x2', '[A] x0', '[B [2]]', '[', ']', '[C', 'x16', '[A] x99'],
      ...[
        'key: Cb',
        'key: H',
        'time: 3/4',
        'time: 6/8',
        'tempo: 300',
        'tempo: 1e9',
        'title: ',
        'style: none',
      ],
    );
    const chart = fc.array(piece, { maxLength: 24 }).map((pieces) => pieces.join(''));
    const spaced = fc.array(piece, { maxLength: 24 }).map((pieces) => pieces.join(' '));
    fc.assert(fc.property(fc.oneof(chart, spaced), readsOrSays), { numRuns: 3000 });
  });

  it.each(['C', 'Cb', 'F#', 'Am', 'Ebm', 'A#m'])('every numeral with every bass in %s', (key) => {
    for (const head of ['I', 'ii7', 'V7', 'bVII', '#IV', 'bbVI', '##ii', 'vii°7', '4', 'bb4']) {
      for (const tail of ['', '/3', '/bb4', '/##5', '/vi', '/bbVII', '/ii/V', '/Cb', '/F##', '/x']) {
        readsOrSays(`key: ${key}\n${head}${tail}`);
      }
    }
  });
});

describe('numerals and clusters in a chart', () => {
  it('are read in the key of their bar', () => {
    const s = readChart('key: C\n[Verse]\nI | V7/vi | 6m 4 | bVII\nkey: Eb\n| ii7 V7 | 1', OURS);
    const chords = s.sections[0]!.drafts[0]!.chords.map((c) => c.symbol);
    expect(chords).toEqual(['C', 'E7', 'Am', 'F', 'Bb', 'Fm7', 'Bb7', 'Eb']);
  });

  it('that do not read are said with what was meant', () => {
    try {
      readChart('I | iix', OURS);
      throw new Error('It read.');
    } catch (error) {
      expect(error).toBeInstanceOf(ChartError);
      expect((error as ChartError).unread).toMatchObject({
        word: 'iix',
        offers: expect.arrayContaining(['ii']),
      });
    }
  });

  it('a cluster goes through a chart unchanged', () => {
    const s = readChart('<C4,Db4,E4> | C7', OURS);
    expect(readChart(writeChart(s), OURS).sections).toEqual(s.sections);
    expect(s.sections[0]!.drafts[0]!.chords[0]!.symbol).toBe('<C4,Db4,E4>');
  });
});

describe('chords as people write them (common practice)', () => {
  const frame = sectionBars(readChart('C', OURS).sections[0]!, readChart('C', OURS))[0]!;
  const symbols = (text: string) => readBarText(text, frame).map((c) => `${c.start / 480}:${c.symbol}`);

  it.each([
    ['am7', ['0:Am7']],
    ['eb', ['0:Eb']],
    ['f#m7b5', ['0:F#m7b5']],
    ['bbm7', ['0:Bbm7']],
    ['ab/c', ['0:Ab/C']],
    ['(Am7)', ['0:Am7']],
    ['C7/9', ['0:C9']],
    ['CMI7', ['0:Cm7']],
    ['CMA7', ['0:Cmaj7']],
    ['C on E', ['0:C/E']],
    ['g over b', ['0:G/B']],
    ['C - - G', ['0:C', '3:G']],
    ['C . . .', ['0:C']],
    ['Am7 d7', ['0:Am7', '2:D7']],
    // Degrees stay degrees.
    ['b7', ['0:Bb']],
    ['ii', ['0:Dm']],
    ['6m', ['0:Am']],
  ])('%s', (text, expected) => expect(symbols(text)).toEqual(expected));

  it('bb7 can be two things, and asks which', () => {
    expect(() => symbols('bb7')).toThrow(/two ways. Did you mean "Bb7" or "B7"/);
  });
});

describe('what is written in a bar and means something else', () => {
  const bar = wholeBar('4/4', 'C');
  const told = (text: string): { reason: string; offers: readonly string[] } => {
    try {
      readBarText(text, bar);
    } catch (error) {
      if (error instanceof ChartError) return { reason: error.reason, offers: error.unread?.offers ?? [] };
      throw error;
    }
    throw new Error(`"${text}" was read`);
  };

  it('a number alone among chords by name is asked, not guessed', () => {
    expect(told('Am7 2 D7')).toEqual({
      reason: expect.stringMatching(/degree or a length.*Write D/),
      offers: ['D'],
    });
    expect(readBarText('1 5', bar).map((c) => c.symbol)).toEqual(['C', 'G']);
    expect(readBarText('1 V7/vi', bar)).toHaveLength(2);
  });

  it('what is said of a chord in front of it is put behind it, and what is offered reads', () => {
    const { reason, offers } = told('{push 1/8}C Am');
    expect([reason, offers]).toEqual([expect.stringMatching(/stands behind it/), ['C{push 1/8}']]);
    expect(readBarText('C Am'.replace('C', offers[0]!), bar)[0]!.push).toBe(240);
    expect(told('{push 1/8}').reason).toMatch(/Write it like C\{push 1\/8\}/);
  });

  it.each(['||:', '|:', ':|', '|', '||'])('"%s" is no bar, and says so', (text) =>
    expect(() => readBarsText(text, () => bar)).toThrow(ChartError),
  );
});
