/** Guitar shapes against a data set of shapes, LilyPond's fretboards, and what a hand can do. */
import guitar from '@tombatossals/chords-db/lib/guitar.json';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { chordPitchClasses, degreePcOf } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { bareShapes } from '@backline/core/voicing/guitar/bare';
import { nearestShape, troubleWith } from '@backline/core/voicing/guitar/check';
import { guitarPath, shapesFor, type GuitarAim } from '@backline/core/voicing/guitar/path';
import { guitarShapes, isPlayable, type Frets } from '@backline/core/voicing/guitar/shapes';
import { STANDARD_TUNING, TUNINGS, openStrings } from '@backline/core/voicing/guitar/tunings';
import { TUNING_NAMES } from '@backline/core/song/choices';
import { TWELVE_ROOTS } from '../support/music';

const asText = (frets: Frets): string => frets.map((f) => f ?? 'x').join(' ');
const first = (symbol: string): Frets => guitarShapes(parseChord(symbol))[0]!.frets;

/** Strings below the lowest that sounds the root are left out: some printed shapes let the fifth ring under it. */
function onRoot(frets: Frets, symbol: string): Frets {
  const root = parseChord(symbol);
  const first = frets.findIndex(
    (f, s) => f !== null && (STANDARD_TUNING[s]! + f) % 12 === degreePcOf(root, '1'),
  );
  return frets.map((f, s) => (s < first ? null : f));
}

/** Found wrong in the data set when it was compared with tuning and tones: index of the position by key and suffix. */
const WRONG: Record<string, readonly number[]> = { Adim: [1] };
const SUFFIXES: Record<string, string> = { '': 'major', m: 'minor', '7': '7', maj7: 'maj7', m7: 'm7' };
const DB_KEYS: Record<string, string> = { Db: 'Csharp', 'F#': 'Fsharp' };

interface Position {
  readonly frets: readonly number[];
  readonly baseFret: number;
}

/** Shapes of @tombatossals/chords-db 0.5.1 (MIT): frets relative to a base fret, −1 muted. */
function inDataSet(root: string, quality: string): string[] {
  const table = guitar.chords as unknown as Record<string, { suffix: string; positions: Position[] }[]>;
  const chord = table[DB_KEYS[root] ?? root]!.find((c) => c.suffix === SUFFIXES[quality]);
  return (chord?.positions ?? [])
    .filter((_, i) => !WRONG[root + quality]?.includes(i))
    .map(({ frets, baseFret }) => frets.map((f) => (f < 0 ? null : f === 0 ? 0 : f + baseFret - 1)))
    .map((frets) => asText(onRoot(frets, root + quality)));
}

/** Explicit shapes of LilyPond's predefined guitar fretboards: chord in its own notation, frets. */
function inLilyPond(): { symbol: string; frets: string }[] {
  const share = '/usr/share/lilypond';
  const version = readdirSync(share).find((v) => existsSync(join(share, v, 'ly')))!;
  const text = readFileSync(join(share, version, 'ly/predefined-guitar-fretboards.ly'), 'utf8');
  const pattern = /\\chordmode \{([a-g])(is|es|s)?(?::(m|7|maj7|m7))?\}\s*#guitar-tuning\s*"([^"]+)"/g;
  return (
    [...text.matchAll(pattern)]
      .map(([, letter, sign, quality = '', frets]) => ({
        symbol: letter!.toUpperCase() + (sign === 'is' ? '#' : sign ? 'b' : '') + quality,
        frets: frets!
          .split(';')
          .filter(Boolean)
          .map((f) => (f.startsWith('x') ? null : f.startsWith('o') ? 0 : parseInt(f, 10))),
      }))
      .map(({ symbol, frets: read }) => ({ symbol, frets: onRoot(read, symbol) }))
      // Those that stand on another tone are inversions and not compared.
      .filter(({ frets }) => frets.filter((f) => f !== null).length > 3)
      .map(({ symbol, frets }) => ({ symbol, frets: asText(frets) }))
  );
}

describe('first choices for plain chords', () => {
  const OPEN = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];

  it('are among the shapes of the data set for at least 80 %', () => {
    const asked = OPEN.flatMap((root) => Object.keys(SUFFIXES).map((quality) => [root, quality] as const));
    const missed = asked.filter(
      ([root, quality]) => !inDataSet(root, quality).includes(asText(first(root + quality))),
    );
    const rate = 1 - missed.length / asked.length;
    process.stdout.write(
      `chords-db: ${(100 * rate).toFixed(0)} % of ${asked.length} first choices; others: ${missed
        .map((m) => `${m.join('')} ${asText(first(m.join('')))}`)
        .join(', ')}\n`,
    );
    expect(rate).toBeGreaterThanOrEqual(0.8);
  });

  it('LilyPond’s open shapes are all found, and are first for most', () => {
    const shapes = inLilyPond();
    expect(shapes.length).toBeGreaterThan(12);
    let leading = 0;
    for (const { symbol, frets } of shapes) {
      const found = guitarShapes(parseChord(symbol)).map((s) => asText(s.frets));
      expect([symbol, frets, found.includes(frets)]).toEqual([symbol, frets, true]);
      if (found[0] === frets) leading++;
    }
    process.stdout.write(`LilyPond: ${leading} of ${shapes.length} are our first choice\n`);
    expect(leading / shapes.length).toBeGreaterThan(0.6);
  });
});

describe('tunings', () => {
  it('are LilyPond’s (string-tunings-init.ly)', () => {
    const share = '/usr/share/lilypond';
    const version = readdirSync(share).find((v) => existsSync(join(share, v, 'ly')))!;
    const text = readFileSync(join(share, version, 'ly/string-tunings-init.ly'), 'utf8');
    const read = (name: string): number[] => {
      const notes = new RegExp(`#'${name} \\\\stringTuning <([^>]+)>`).exec(text)![1]!;
      return notes.split(' ').map((word) => {
        const [, letter = '', marks = ''] = /^([a-g])([',]*)$/.exec(word)!;
        const octave = 3 + [...marks].reduce((sum, m) => sum + (m === "'" ? 1 : -1), 0);
        return 12 * (octave + 1) + [9, 11, 0, 2, 4, 5, 7]['abcdefg'.indexOf(letter)]!;
      });
    };
    expect(read('guitar-tuning')).toEqual(TUNINGS.standard);
    expect(read('guitar-drop-d-tuning')).toEqual(TUNINGS['drop D']);
    expect(read('guitar-open-g-tuning')).toEqual(TUNINGS['open G']);
    expect(read('guitar-dadgad-tuning')).toEqual(TUNINGS.DADGAD);
    expect(TUNINGS['half-step down']).toEqual(TUNINGS.standard.map((p) => p - 1));
  });

  it.each(TUNING_NAMES)(
    'in %s every everyday chord has a shape a hand can hold, with or without a capo',
    (tuning) => {
      for (const capo of [0, 3]) {
        for (const root of TWELVE_ROOTS) {
          for (const quality of ['', 'm', '7', 'maj7', 'm7', 'sus4', 'dim', 'add9']) {
            const chord = parseChord(root + quality);
            const open = openStrings(tuning, capo);
            const [best] = guitarShapes(chord, open);
            expect([tuning, capo, chord.symbol, best && troubleWith(best.frets, chord, open)]).toEqual([
              tuning,
              capo,
              chord.symbol,
              [],
            ]);
          }
        }
      }
    },
    60_000,
  );

  it('the open strings of open G are a G chord; a capo at the second fret makes the G shape an A', () => {
    expect(asText(guitarShapes(parseChord('G/D'), openStrings('open G'))[0]!.frets)).toBe('0 0 0 0 0 0');
    expect(guitarShapes(parseChord('A'), openStrings('standard', 2))[0]!.frets).toEqual(first('G'));
  });
});

describe('along the neck', () => {
  const path = (symbols: string[], aim: Partial<GuitarAim>) =>
    guitarPath(
      symbols.map((symbol) => ({ chord: parseChord(symbol), aim: { register: 40, strings: 6, ...aim } })),
    );
  const travel = (shapes: readonly { position: number }[]): number =>
    shapes.slice(1).reduce((sum, s, i) => sum + Math.abs(s.position - shapes[i]!.position), 0);

  it('smooth motion travels no further than shapes chosen for the nut', () => {
    const symbols = ['C', 'Bm', 'Am', 'F#m7b5', 'B7', 'Em', 'Gm', 'C7', 'F'];
    expect(travel(path(symbols, { neck: 'smooth' }))).toBeLessThanOrEqual(
      travel(path(symbols, { neck: 'open' })),
    );
  });

  it('low on the neck open strings ring, whatever the register', () => {
    const openStringsIn = (shapes: ReturnType<typeof path>): number =>
      shapes.reduce((sum, s) => sum + s.frets.filter((f) => f === 0).length, 0);
    const symbols = ['A', 'Bm7', 'F#m', 'E', 'B7'];
    const low = path(symbols, { neck: 'open', register: 47 });
    expect(Math.max(...low.map((s) => s.position))).toBeLessThanOrEqual(3);
    expect(openStringsIn(low)).toBeGreaterThan(
      openStringsIn(path(symbols, { neck: 'position', register: 40 })),
    );
    expect(low).not.toEqual(path(symbols, { neck: 'position', register: 47 }));
  });

  it('a position is kept to: all within a hand of it', () => {
    for (const { position } of path(['A', 'D', 'E7', 'F#m'], { neck: 'position', register: 45 })) {
      expect(Math.abs(position - 5)).toBeLessThanOrEqual(3);
    }
  });

  it('a shape set by hand is a fixed node; fewer strings keep the bass', () => {
    const frets = [null, 3, 5, 5, 5, 3];
    const [own] = guitarPath([{ chord: parseChord('C'), aim: { register: 40, strings: 6 }, frets }]);
    expect(own!.frets).toEqual(frets);
    expect(own!.pitches).toEqual([48, 55, 60, 64, 67]);
    const [few] = shapesFor(parseChord('G'), { register: 40, strings: 4 });
    expect(few!.pitches).toHaveLength(4);
    expect(few!.frets.filter((f) => f !== null)).toHaveLength(4);
    expect(few!.pitches[0]! % 12).toBe(7);
  });

  it('bare roots and fifths lie on the low strings under a hand', () => {
    for (const root of TWELVE_ROOTS) {
      for (const manner of ['power', 'root', 'root and fifth', 'root and octave'] as const) {
        const [best] = bareShapes(parseChord(`${root}m`), manner, STANDARD_TUNING);
        expect([root, manner, best !== undefined && isPlayable(best.frets)]).toEqual([root, manner, true]);
        expect(best!.pitches[0]! % 12).toBe(
          chordPitchClasses(parseChord(`${root}5`)).includes(best!.pitches[0]! % 12)
            ? best!.pitches[0]! % 12
            : -1,
        );
      }
    }
    expect(asText(bareShapes(parseChord('E'), 'power', STANDARD_TUNING)[0]!.frets)).toBe('0 2 2 x x x');
    expect(asText(bareShapes(parseChord('G'), 'power', STANDARD_TUNING)[0]!.frets)).toBe('3 5 5 x x x');
  });
});

describe('an impossible shape', () => {
  const trouble = (frets: Frets, symbol: string): string =>
    troubleWith(frets, parseChord(symbol), STANDARD_TUNING).join(' ');

  it('is told why', () => {
    expect(trouble([1, 6, 3, 2, 1, 1], 'F')).toContain('Frets 1 to 6 are further apart than a hand reaches');
    expect(trouble([3, 2, 1, 4, 3, 4], 'G')).toContain('fingers, and four are there');
    expect(trouble([3, null, null, 0, 0, 3], 'G')).toContain('More than one string');
    expect(trouble([null, 3, 2, 0, 1, 2], 'C')).toContain('String 1 sounds F♯, which is not in C.');
    expect(trouble([0, 3, 2, 0, 1, 0], 'C')).toContain('The lowest string sounds E, not the bass C.');
    expect(trouble([null, 3, 5, 5, null, null], 'C')).toContain('The third is missing.');
    expect(trouble([null, null, null, null, null, null], 'C')).toBe('Every string is muted.');
    expect(trouble([null, 3, 2, 0, 1, 0], 'C')).toBe('');
  });

  it('has the nearest possible one offered', () => {
    expect(asText(nearestShape([null, 3, 2, 0, 1, 2], parseChord('C'), STANDARD_TUNING)!.frets)).toBe(
      'x 3 2 0 1 3',
    );
    expect(asText(nearestShape([1, 3, 3, 2, 6, 1], parseChord('F'), STANDARD_TUNING)!.frets)).toBe(
      '1 3 3 2 1 1',
    );
  });
});
