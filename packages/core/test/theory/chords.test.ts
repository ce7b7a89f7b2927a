import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chordParserFactory } from 'chord-symbol/lib/chord-symbol.js';
import fc from 'fast-check';
import { Chord as TonalChord } from 'tonal';
import { ChordError, parseChord, tryParseChord } from '@backline/core/theory/chordGrammar';
import { chordPitchClasses, chordTones } from '@backline/core/theory/chord';
import { mod, noteName, parseNote, pitchClass } from '@backline/core/theory/pitch';
import { ALL_QUALITIES, EVERYDAY_QUALITIES } from '@backline/core/theory/qualities';
import { SEVENTEEN_ROOTS, anySymbol } from '../support/music';
import { PITCH_SETS } from './chordSets';
import { newFolder } from '../support/folder';

const names = (symbol: string): string[] => chordTones(parseChord(symbol)).map(noteName);

describe('pitch sets everyone agrees on', () => {
  const cases = Object.entries(PITCH_SETS);
  it.each(cases)('"%s" in every root', (quality, set) => {
    for (const root of SEVENTEEN_ROOTS) {
      const from = pitchClass(parseNote(root)!);
      const expected = set.map((i) => mod(i + from, 12)).sort((a, b) => a - b);
      expect([root + quality, chordPitchClasses(parseChord(root + quality))]).toEqual([
        root + quality,
        expected,
      ]);
    }
  });
});

describe('spelling', () => {
  it('is by letter: Eø is spelled with a double flat on E flat', () => {
    expect(names('Ebm7b5')).toEqual(['Eb', 'Gb', 'Bbb', 'Db']);
    expect(names('C#7')).toEqual(['C#', 'E#', 'G#', 'B']);
    expect(names('Gb11')).toEqual(['Gb', 'Db', 'Fb', 'Ab', 'Cb']);
  });

  // tonal 6.4.3 is no oracle for these: it keeps the natural fifth or leaves tones out.
  const NOT_IN_TONAL = new Set([
    '7b5b9',
    '7b5#9',
    'm7#5',
    '13',
    'maj13',
    'm13',
    '11',
    'm11',
    '7alt',
    '7b13',
    '7#11',
    'maj7#11',
    'maj7#5',
    '13b9',
  ]);
  const TONAL_NAME: Record<string, string> = {
    '': 'M',
    mMaj7: 'mM7',
    dimMaj7: 'oM7',
    mMaj9: 'mM9',
    '6/9': '69',
    'm6/9': 'm69',
  };

  it('agrees with tonal wherever tonal knows the chord', () => {
    let compared = 0;
    for (const quality of ALL_QUALITIES) {
      if (NOT_IN_TONAL.has(quality)) continue;
      for (const root of SEVENTEEN_ROOTS) {
        const theirs = TonalChord.getChord(TONAL_NAME[quality] ?? quality, root);
        if (theirs.empty) continue;
        const ours = names(root + quality);
        expect([root + quality, ...ours].sort()).toEqual([root + quality, ...theirs.notes].sort());
        compared++;
      }
    }
    expect(compared).toBeGreaterThan(17 * 35);
  });

  it('agrees with LilyPond 2.24 \\chordmode', () => {
    const MODES: Record<string, string> = {
      '': '',
      m: 'm',
      '7': '7',
      maj7: 'maj7',
      m7: 'm7',
      dim: 'dim',
      aug: 'aug',
      dim7: 'dim7',
      m7b5: 'm7.5-',
      '6': '6',
      m6: 'm6',
      sus4: 'sus4',
      sus2: 'sus2',
      '9': '9',
      maj9: 'maj9',
      m9: 'm9',
      add9: '3.5.9',
      '7sus4': '7sus4',
      mMaj7: 'm7+',
      '7b9': '7.9-',
      '7#9': '7.9+',
      '7#5': '7.5+',
      '7b5': '7.5-',
    };
    const LETTERS: Record<string, string> = { b: 'es', '#': 'is' };
    const lily = (root: string) => root[0]!.toLowerCase() + (LETTERS[root[1] ?? ''] ?? '');
    const wanted = SEVENTEEN_ROOTS.flatMap((root) => Object.keys(MODES).map((q) => ({ root, q })));
    const source = wanted
      .map(
        ({ root, q }) => `\\displayLilyMusic \\chordmode { ${lily(root)}1${MODES[q] ? ':' + MODES[q] : ''} }`,
      )
      .join('\n');
    const dir = newFolder();
    writeFileSync(join(dir, 'chords.ly'), `\\version "2.24.0"\n${source}\n`);
    const out = execFileSync('lilypond', ['-s', '--loglevel=ERROR', '-dno-print-pages', 'chords.ly'], {
      cwd: dir,
      encoding: 'utf8',
      timeout: 300_000,
    });
    const spelled = [...out.matchAll(/<([^>]+)>/g)].map((m) =>
      m[1]!
        .trim()
        .split(/\s+/)
        .map((n) => {
          const [, letter, ending] = /^([a-g])((?:is|es|s)*)/.exec(n.replace(/[',0-9=!?]/g, ''))!;
          const flats = (ending!.match(/es|s(?!.)/g) ?? []).length * (ending!.includes('is') ? 0 : 1);
          const sharps = (ending!.match(/is/g) ?? []).length;
          return letter!.toUpperCase() + 'b'.repeat(flats) + '#'.repeat(sharps);
        }),
    );
    expect(spelled).toHaveLength(wanted.length);
    wanted.forEach(({ root, q }, i) => {
      expect([root + q, ...names(root + q).sort()]).toEqual([root + q, ...spelled[i]!.sort()]);
    });
  });
});

describe('one chord, many spellings', () => {
  it.each([
    ['Cmaj7', ['CM7', 'CΔ7', 'Cma7', 'CΔ', 'C△', 'CMaj7']],
    ['Cm7', ['Cmin7', 'C-7', 'Cmi7']],
    ['Cm7b5', ['Cø', 'Cø7', 'C-7b5', 'Cm7(b5)', 'CØ']],
    ['Cdim', ['C°', 'Co', 'Cm(b5)', 'Cº']],
    ['Cdim7', ['C°7', 'Co7']],
    ['Caug', ['C+', 'C(#5)', 'C+5']],
    ['C6/9', ['C69', 'C6add9']],
    ['Csus4', ['Csus']],
    ['CmMaj7', ['Cm(maj7)', 'CmM7', 'C-Δ7', 'CminMaj7']],
    ['Bb7#9', ['B♭7♯9', 'Bb7(#9)', 'B♭7+9']],
    ['C7b9b13', ['C7(b9,b13)', 'C7b13b9', 'C7(b9 b13)']],
    ['C7#5', ['C+7', 'Caug7', 'C7+5', 'C7+']],
    ['F#m7/C#', ['F♯-7/C♯']],
  ])('%s', (canonical, spellings) => {
    for (const spelling of [canonical, ...spellings]) {
      expect([spelling, parseChord(spelling).symbol]).toEqual([spelling, canonical]);
    }
  });

  it('writes what it reads: the canonical symbol reads back as itself', () => {
    fc.assert(
      fc.property(anySymbol, fc.constantFrom('', '/C', '/F#', '/Bb'), (symbol, bass) => {
        const chord = parseChord(symbol + bass);
        const again = parseChord(chord.symbol);
        expect(again).toEqual(chord);
      }),
    );
  });

  it('offers more than sixty qualities in two rings, each of them distinct', () => {
    expect(ALL_QUALITIES.length).toBeGreaterThanOrEqual(60);
    expect(EVERYDAY_QUALITIES).toHaveLength(14);
    const tones = ALL_QUALITIES.map((q) => parseChord('C' + q).degrees.join());
    expect(new Set(tones).size).toBe(tones.length);
  });
});

describe('conventions where references differ', () => {
  it.each([
    ['C13', ['1', '3', '5', 'b7', '9', '13']],
    ['C11', ['1', '5', 'b7', '9', '11']],
    ['Cm11', ['1', 'b3', '5', 'b7', '9', '11']],
    ['C7#11', ['1', '3', '5', 'b7', '#11']],
    ['C7b13', ['1', '3', '5', 'b7', 'b13']],
    ['C7alt', ['1', '3', 'b7', 'b9', '#9', '#11', 'b13']],
  ])('%s', (symbol, degrees) => expect(parseChord(symbol).degrees).toEqual(degrees));

  it('a foreign slash bass sounds but is no chord tone', () => {
    const chord = parseChord('C/D');
    expect(noteName(chord.bass)).toBe('D');
    expect(chordPitchClasses(chord)).toEqual([0, 4, 7]);
  });
});

describe('what cannot be read', () => {
  const REJECTED = [
    '',
    'H7',
    'Cfoo',
    'C7b',
    'C/',
    'C/H',
    'Cmaj7maj7',
    'C(',
    'C)',
    'X',
    '7',
    'c',
    'C7b9b9',
    'Csus4sus4',
    'C//G',
    'Cm7b5b5',
    'C#b',
    'Cadd',
    'Cno',
    'C/E/G',
    'Ω',
  ];

  it.each(REJECTED)('"%s" is an error, never C', (symbol) => {
    expect(() => parseChord(symbol)).toThrow(ChordError);
  });

  // chord-symbol 4.0.0 is the best rejecter of the reference parsers; it reads H as a German B.
  it('chord-symbol rejects the same nonsense', () => {
    const theirs = chordParserFactory();
    for (const symbol of REJECTED.filter(
      (s) => !/H|^c$|7b$|b9b9|b5b5|sus4sus4|C\)|C\(|C#b|maj7maj7/.test(s) && s !== '',
    )) {
      expect([symbol, 'error' in theirs(symbol)]).toEqual([symbol, true]);
    }
  });

  it('chord-symbol reads every quality of ours to the same required pitches', () => {
    const theirs = chordParserFactory();
    let compared = 0;
    for (const [quality, set] of Object.entries(PITCH_SETS)) {
      const read = theirs('C' + quality) as { normalized?: { notes: string[] }; error?: unknown };
      if (!read.normalized) continue;
      const pcs = read.normalized.notes.map((n) => pitchClass(parseNote(n)!)).sort((a, b) => a - b);
      expect([quality, [...new Set(pcs)]]).toEqual([quality, set]);
      compared++;
    }
    expect(compared).toBeGreaterThan(35);
  });

  it.each([
    ['Cmaj7x', 5, 'Cmaj7'],
    ['Cmoj7', 2, 'Cmaj7'],
    ['H7', 0, 'B7'],
    ['cm7', 0, 'Cm7'],
    ['Gsuss4', 4, 'Gsus4'],
  ])('%s: says where and offers the nearest chord', (symbol, position, suggestion) => {
    try {
      parseChord(symbol);
      throw new Error('read');
    } catch (error) {
      expect(error).toBeInstanceOf(ChordError);
      expect((error as ChordError).position).toBe(position);
      expect((error as ChordError).suggestions[0] ?? null).toBe(suggestion);
    }
  });

  it('never throws anything but a ChordError, whatever the text', () => {
    fc.assert(fc.property(fc.string({ maxLength: 30 }), (text) => void tryParseChord(text)));
  });
});

describe('the nearest readings', () => {
  const offers = (symbol: string): readonly string[] => {
    try {
      parseChord(symbol);
      return [];
    } catch (error) {
      return (error as ChordError).suggestions;
    }
  };

  it.each([
    ['Gm77', 'Gm7'],
    ['c7', 'C7'],
    ['Сm7', 'Cm7'],
    ['Аm', 'Am'],
    ['Ｃmaj7', 'Cmaj7'],
    ['Hm7', 'Bm7'],
    ['Sol7', 'G7'],
    ['Lam', 'Am'],
    ['Mib7', 'Eb7'],
    ['Fa#m', 'F#m'],
    ['Cmaj77', 'Cmaj7'],
    ['Dm7!', 'Dm7'],
    ['♯F', 'F#'],
    ['♭B7', 'Bb7'],
    ['«C»', 'C'],
    ['¿G7?', 'G7'],
  ])('%s is offered as %s first (other alphabets, fixed do, stray signs)', (given, expected) =>
    expect(offers(given)[0]).toBe(expected),
  );

  it('are up to three, each readable, and none where nothing is near', () => {
    const three = offers('Gm77');
    expect(three.length).toBeGreaterThan(1);
    expect(three.length).toBeLessThanOrEqual(3);
    for (const offer of three) expect(parseChord(offer).symbol).toBe(offer);
    expect(offers('музыка')).toEqual([]);
    expect(offers('')).toEqual([]);
  });

  it('a triad with a flat fifth is written so that it reads back', () => {
    for (const symbol of ['C(b5)', 'F#(b5)', 'Bb(b5)']) {
      const written = parseChord(symbol).symbol;
      expect(written).toBe(symbol);
      expect(parseChord(written).degrees).toEqual(['1', '3', 'b5']);
    }
  });
});
