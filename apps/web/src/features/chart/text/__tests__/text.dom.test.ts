import { newEcho } from '../echo';
import { StringStream } from '@codemirror/language';
import { chartProblems } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { nextToken } from '../chartLanguage';
import { offersAt, sectionsIn } from '../completions';
import { changeTo, linesOf, placeOf, withReading } from '../problems';

const tokens = (line: string): string[] => {
  const stream = new StringStream(line, 4, 2);
  const found: string[] = [];
  while (!stream.eol()) {
    stream.start = stream.pos;
    const token = nextToken(stream);
    if (token) found.push(`${token} ${stream.current().trim()}`);
  }
  return found;
};

it('a line is told apart: headings, headers, chords, options, bar lines', () => {
  expect(tokens('[Pre-Chorus] x2')).toEqual(['heading [Pre-Chorus]', 'string x2']);
  expect(tokens('key: Eb')).toEqual(['keyword key:', 'string Eb']);
  expect(tokens('|: Am7{push 1/8} D7 :| Bb/D')).toEqual([
    'punctuation |:',
    'string Am7',
    'meta {push 1/8}',
    'string D7',
    'punctuation :|',
    'string Bb/D',
  ]);
  // Whatever is typed, every character is passed.
  for (const line of ['{', '|', '𝄆 C 𝄇', ':::', '[', '   ', '{{{}', '♭♯'])
    expect(() => tokens(line)).not.toThrow();
});

const offered = (before: string, isTop = false): string[] =>
  offersAt(before, '[Verse]\nC\n[Hook]\nF', ['quayside', 'lamplight'], isTop)?.options.map((o) => o.label) ??
  [];

it('completes names of sections, keys, metres, styles, options and headers where each can stand', () => {
  expect(offered('[').slice(0, 2)).toEqual(['Verse', 'Hook']);
  expect(offered('[Ch')).toContain('Chorus');
  expect(offered('key: ')).toEqual(expect.arrayContaining(['C', 'Ebm', 'F#m', 'Cb']));
  expect(offered('key: ')).toHaveLength(30);
  expect(offered('time: 6')).toContain('6/8');
  expect(offered('style: q', true)).toEqual(['quayside', 'lamplight']);
  expect(offered('| C{push 1/8, l')).toContain('lead scale');
  expect(offered('| C{push 1/8} ')).toEqual([]);
  expect(offered('te')).toEqual(['key', 'time', 'tempo']);
  expect(offered('te', true)).toContain('title');
  expect(offered('| Am7 ')).toEqual([]);
  expect(sectionsIn('[A]\n [B ] x2\n[A]\n[]')).toEqual(['A', 'B']);
});

const TEXT = 'key: G\n[Verse]\nAm7 | Gxyz | C\nD7 | Foo/F#{push 1/8}';

it('what does not read is found where it stands, all of it, and mended by a reading', () => {
  const problems = chartProblems(TEXT, OURS);
  expect(problems.map(({ code, line }) => [code, line])).toEqual([
    ['chord-unreadable', 3],
    ['chord-unreadable', 4],
  ]);
  const words = problems.map((problem) => {
    const { from, to } = placeOf(linesOf(TEXT), problem);
    return TEXT.slice(from, to);
  });
  expect(words).toEqual(['Gxyz', 'Foo/F#']);
  const mended = withReading(TEXT.replaceAll('\n', '\r\n'), problems[0]!, 'G');
  expect(mended).toBe(TEXT.replace('Gxyz', 'G'));
});

it('a change leaves alone what is alike, and makes the one of the other', () => {
  expect(changeTo('C | Gx | F', 'C | G | F')).toEqual({ from: 5, to: 6, insert: '' });
  for (const [before, after] of [
    ['', 'C'],
    ['C', ''],
    ['CC', 'CCC'],
    ['abab', 'ab'],
    ['same', 'same'],
  ] as const) {
    const { from, to, insert } = changeTo(before, after);
    expect(before.slice(0, from) + insert + before.slice(to)).toBe(after);
  }
});

it('a problem beyond the text, or at the end of a line, still has a place in it', () => {
  for (const [line, column] of [
    [1, 1],
    [1, 9],
    [2, 1],
    [7, 3],
  ] as const) {
    const { from, to } = placeOf(['C', ''], { line, column, unread: null });
    expect(from).toBeGreaterThanOrEqual(0);
    expect(to).toBeGreaterThanOrEqual(from);
    expect(to).toBeLessThanOrEqual('C\n'.length);
  }
});

describe('what a field has said itself', () => {
  it('is no text of somebody else’s, however late it comes back', () => {
    const echo = newEcho();
    for (const text of ['', 'C', 'C |', 'C | G']) echo.said(text);
    // Typed on meanwhile: what comes back late changes nothing.
    expect(echo.isOwn('', 'C | G')).toBe(true);
    expect(echo.isOwn('C |', 'C | G')).toBe(true);
    expect(echo.isOwn('C | G', 'C | G')).toBe(true);
  });

  it('is forgotten once the last of it is back: the same from elsewhere is written then', () => {
    const echo = newEcho();
    echo.said('C');
    echo.said('C | G');
    expect(echo.isOwn('C | G', 'C | G')).toBe(true);
    expect(echo.isOwn('C', 'C | G')).toBe(false);
    expect(echo.isOwn('Am | F', 'C | G')).toBe(false);
  });

  it('is not what was written elsewhere: that can come again', () => {
    const echo = newEcho();
    for (const text of ['Am | F', 'C | G']) {
      expect(echo.isOwn(text, 'Dm')).toBe(false);
      // The field says what was written into it, as it says all it holds.
      echo.said(text);
      echo.settled();
    }
    expect(echo.isOwn('Am | F', 'C | G')).toBe(false);
  });
});
