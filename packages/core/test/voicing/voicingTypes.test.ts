/** Manners of voicing: what each sounds, on worked examples and for any chord. */
import fc from 'fast-check';
import { chordPitchClasses, degreeAt } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { degreeNumber } from '@backline/core/theory/degree';
import { withExtensions } from '@backline/core/theory/extensions';
import { midiName } from '@backline/core/theory/pitch';
import { voice } from '@backline/core/voicing/auto';
import { type Aim } from '@backline/core/voicing/candidates';
import { describeVoicing } from '@backline/core/voicing/describe';
import { dropped } from '@backline/core/voicing/forms';
import {
  doubled,
  inverted,
  movedTo,
  nudged,
  onBass,
  remarks,
  toggled,
  type HandEdit,
} from '@backline/core/voicing/hand';
import { VOICING_TYPES, type VoicingType } from '@backline/core/song/choices';
import { voicesIn } from '@backline/core/voicing/voicingType';
import { lay, shapeOver } from '@backline/core/voicing/shape';
import { anySymbol } from '../support/music';

const AIM: Aim = { voices: 4, register: 55, spread: 4, low: 28, high: 96, bassPlays: false };
const one = (symbol: string, voicingType: VoicingType, aim: Partial<Aim> = {}) =>
  voice([{ chord: parseChord(symbol), aim: { ...AIM, voicingType, ...aim } }])[0]!;
const names = (pitches: readonly number[]): string => pitches.map(midiName).join(' ');
const degrees = (symbol: string, pitches: readonly number[]): number[] =>
  pitches.map((p) => degreeNumber(degreeAt(parseChord(symbol), p) ?? '1'));

describe('drop voicings (worked examples from memory)', () => {
  it.each([
    ['C4 E4 G4 B4', 2, 'G3 C4 E4 B4'],
    ['E4 G4 B4 C5', 2, 'B3 E4 G4 C5'],
    ['C4 E4 G4 B4', 3, 'E3 C4 G4 B4'],
    ['G4 B4 C5 E5', 3, 'B3 G4 C5 E5'],
  ])('%s, drop %i, is %s', (close, nth, expected) => {
    const pitches = close
      .split(' ')
      .map((n) => 12 * (Number(n.at(-1)) + 1) + { C: 0, E: 4, G: 7, B: 11 }[n[0]!]!);
    expect(names(dropped(pitches, nth))).toBe(expected);
  });

  it('raised again the dropped voice closes the chord within an octave', () => {
    fc.assert(
      fc.property(anySymbol, fc.constantFrom(2 as const, 3 as const), (symbol, nth) => {
        if (parseChord(symbol).degrees.length < 4) return;
        const pitches = one(symbol, `drop ${nth}`);
        const close = [...pitches.slice(1), pitches[0]! + 12].sort((a, b) => a - b);
        expect(close[close.length - 1]! - close[0]!).toBeLessThan(12);
        expect(close.indexOf(pitches[0]! + 12)).toBe(close.length - nth);
      }),
    );
  });
});

describe('every manner', () => {
  it('sounds as many voices as it says, in range, with tones of the chord only (fourths may colour it)', () => {
    fc.assert(
      fc.property(
        anySymbol,
        fc.constantFrom(...VOICING_TYPES),
        fc.integer({ min: 3, max: 6 }),
        (symbol, manner, voices) => {
          const pitches = one(symbol, manner, { voices });
          const chord = parseChord(symbol);
          if (manner !== 'guitar' && manner !== 'quartal')
            expect(pitches).toHaveLength(voicesIn(manner, voices));
          expect(pitches.every((p) => p >= AIM.low && p <= AIM.high)).toBe(true);
          expect([...pitches].sort((a, b) => a - b)).toEqual([...pitches]);
          if (manner === 'quartal' || ['power', 'root and fifth'].includes(manner)) return;
          const allowed = new Set(chordPitchClasses(chord));
          expect(pitches.filter((p) => !allowed.has(p % 12))).toEqual([]);
        },
      ),
      { numRuns: 400 },
    );
  });

  it.each<[VoicingType, string, number[]]>([
    ['shell', 'Dm7', [1, 3, 7]],
    ['shell', 'C6', [1, 3, 6]],
    ['shell', 'F', [1, 3, 5]],
    ['shell', 'G7sus4', [1, 4, 7]],
    ['power', 'Am7', [1, 5, 1]],
    ['root', 'Am7', [1]],
    ['root and fifth', 'Bm7b5', [1, 5]],
    ['root and octave', 'Eb', [1, 1]],
  ])('%s of %s: degrees %j', (manner, symbol, expected) => {
    expect(degrees(symbol, one(symbol, manner)).sort()).toEqual([...expected].sort());
    expect(degreeAt(parseChord(symbol), one(symbol, manner)[0]!)).toBe('1');
  });

  it('rootless leaves the root to the bass; two hands put it at the bottom, within a tenth', () => {
    for (const symbol of ['Dm9', 'G13', 'Cmaj9', 'F#m7b5']) {
      expect(degrees(symbol, one(symbol, 'rootless'))).not.toContain(1);
      const both = one(symbol, 'two hands', { voices: 6 });
      expect(degrees(symbol, both)[0]).toBe(1);
      expect(both[0]!).toBeLessThan(52);
      expect(both[1]! - both[0]!).toBeLessThanOrEqual(16);
      expect(both).toHaveLength(6);
    }
  });

  it('quartal stands in fourths, with one third at the top at most, and keeps third and seventh', () => {
    for (const symbol of ['Dm7', 'G7', 'Cmaj7', 'Am9']) {
      const pitches = one(symbol, 'quartal');
      const steps = pitches.slice(1).map((p, i) => p - pitches[i]!);
      expect(steps.slice(0, -1).every((s) => s === 5 || s === 6)).toBe(true);
      expect([3, 4, 5, 6]).toContain(steps.at(-1));
      expect(degrees(symbol, pitches)).toEqual(expect.arrayContaining([3, 7]));
    }
  });

  it('a guitar’s has at most six tones and lies as a guitar’s does', () => {
    const pitches = one('Em', 'guitar', { voices: 8 });
    expect(pitches.length).toBeLessThanOrEqual(6);
    expect(pitches.length).toBeGreaterThan(3);
  });
});

describe('dressing', () => {
  const all = (
    chords: string,
    how: Parameters<typeof withExtensions>[1],
    key = 'C',
    home: Parameters<typeof withExtensions>[3] = 'maj7',
  ) =>
    chords
      .split(' ')
      .map((s) => withExtensions(s, how, key, home))
      .join(' ');

  // Common practice: the sevenths a major and a minor key give each step; a major chord outside the key is a dominant.
  it.each([
    ['C Dm Em F G Am Bdim', 'C', 'Cmaj7 Dm7 Em7 Fmaj7 G7 Am7 Bm7b5'],
    ['Am Bdim C Dm E F G', 'Am', 'Am7 Bm7b5 Cmaj7 Dm7 E7 Fmaj7 G7'],
    ['D E A Gsus4 C/E', 'C', 'D7 E7 A7 G7sus4 Cmaj7/E'],
  ])('%s in %s with sevenths: %s', (chords, key, expected) => {
    expect(all(chords, 'sevenths', key)).toBe(expected);
  });

  it('ninths only where the scale has a natural one, or a dominant a flat one', () => {
    expect(all('C Dm Em F G Am E', 'ninths')).toBe('Cmaj9 Dm9 Em7 Fmaj9 G9 Am9 E7b9');
  });

  it('comes home as the style does', () => {
    expect(all('C F', 'sevenths', 'C', '6')).toBe('C6 Fmaj7');
    expect(all('C', 'ninths', 'C', '6')).toBe('C6/9');
    expect(all('C', 'ninths', 'C', 'add9')).toBe('Cadd9');
  });

  it('plain triads keep suspensions and basses; what is written stays as written', () => {
    expect(all('Cmaj9 Dm7b5 G13sus4 F6/9/A Bb7#5 C5', 'triads')).toBe('C Ddim Gsus4 F/A Bbaug C5');
    expect(all('Cmaj9 Dm11', 'sevenths')).toBe('Cmaj9 Dm11');
    expect(withExtensions('<C4,Db4>', 'ninths', 'C', '6')).toBe('<C4,Db4>');
  });

  it('never takes a named tone away and always reads', () => {
    fc.assert(
      fc.property(anySymbol, fc.constantFrom('C', 'Ebm', 'F#m', 'Ab'), (symbol, key) => {
        for (const how of ['sevenths', 'ninths'] as const) {
          const rich = new Set(chordPitchClasses(parseChord(withExtensions(symbol, how, key, 'maj7'))));
          for (const pc of chordPitchClasses(parseChord(symbol))) expect(rich.has(pc)).toBe(true);
        }
      }),
    );
  });
});

describe('by hand', () => {
  const RANGE = [40, 84] as const;
  const pitches = (hand: HandEdit): readonly number[] => ('pitches' in hand ? hand.pitches : []);
  const why = (hand: HandEdit): string => ('why' in hand ? hand.why : '');

  it('inverts up and down, and back', () => {
    expect(pitches(inverted([60, 64, 67], 'up', RANGE))).toEqual([64, 67, 72]);
    expect(pitches(inverted([60, 64, 67], 'down', RANGE))).toEqual([55, 60, 64]);
    expect(pitches(inverted([48, 60, 64, 67], 'up', RANGE))).toEqual([60, 64, 67, 72]);
  });

  it('an inversion up and down again has the same tones', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 50, max: 70 }), { minLength: 2, maxLength: 6 }),
        (tones) => {
          const start = [...tones].sort((a, b) => a - b);
          const back = pitches(inverted(pitches(inverted(start, 'up', [0, 127])), 'down', [0, 127]));
          expect(back.map((p) => p % 12).sort()).toEqual(start.map((p) => p % 12).sort());
        },
      ),
    );
  });

  it('nudges, sets the bass, puts tones in and out, doubles; says what the instrument cannot', () => {
    expect(pitches(nudged([48, 60], 1, RANGE))).toEqual([60, 72]);
    expect(why(nudged([48, 60], -1, RANGE))).toBe('C2 is below E2, its lowest.');
    expect(pitches(onBass([48, 52, 55], 55, RANGE))).toEqual([55, 64, 67]);
    expect(pitches(toggled([60, 64], 67, RANGE))).toEqual([60, 64, 67]);
    expect(pitches(toggled([60, 64], 60, RANGE))).toEqual([64]);
    expect(why(toggled([60], 60, RANGE))).toContain('last tone stays');
    expect(why(toggled([60], 90, RANGE))).toBe('F♯6 is above C6, its highest.');
    expect(pitches(doubled([60, 64], 60, RANGE))).toEqual([60, 64, 72]);
    expect(why(doubled([48, 60, 72, 84], 60, RANGE))).toContain('no free octave');
  });

  it('a tone moves to a place and the others stay, the bass first of all', () => {
    expect(pitches(movedTo([48, 55, 64], 65, RANGE))).toEqual([48, 55, 65]);
    expect(pitches(movedTo([48, 55, 64], 50, RANGE))).toEqual([48, 50, 64]);
    expect(pitches(movedTo([48, 55, 64], 45, RANGE))).toEqual([45, 55, 64]);
    expect(pitches(movedTo([48, 55, 64], 55, RANGE))).toEqual([48, 55, 64]);
    expect(why(movedTo([48, 55], 96, RANGE))).toContain('its highest');
  });

  it('says which tones are not in the chord, and when the bass is another', () => {
    expect(remarks([48, 52, 55, 58], parseChord('C7'), false)).toEqual([]);
    expect(remarks([52, 54], parseChord('C'), false)).toEqual(['F♯3 is not in C.']);
    expect(remarks([48, 52, 55], parseChord('C/E'), false)).toEqual(['The lowest tone is C3, not E.']);
    expect(remarks([48, 52, 55], parseChord('C/E'), true)).toEqual([]);
  });
});

describe('a shape laid on another chord', () => {
  const laid = (from: string, pitches: readonly number[], to: string) => {
    const { pitches: got, fitted } = lay(shapeOver(pitches, parseChord(from)), parseChord(to));
    return { got: names(got), fitted };
  };

  it('takes the same degrees at the same offsets', () => {
    expect(laid('C', [48, 55, 64], 'F')).toEqual({ got: 'F3 C4 A4', fitted: [] });
    expect(laid('Cmaj7', [48, 59, 64, 67], 'Dm7')).toEqual({ got: 'D3 C4 F4 A4', fitted: [] });
  });

  it('fits a third where there is a suspension, a seventh where there is a sixth, and says so', () => {
    expect(laid('C', [48, 55, 64], 'Gsus4').fitted).toEqual(['Gsus4 has no third: its fourth instead.']);
    expect(laid('C7', [48, 58, 64], 'F6')).toEqual({
      got: 'F3 D4 A4',
      fitted: ['F6 has no seventh: its sixth instead.'],
    });
    expect(laid('C9', [48, 58, 62, 64], 'F').fitted).toHaveLength(2);
  });

  it('keeps the number of voices, on any chord', () => {
    fc.assert(
      fc.property(anySymbol, anySymbol, (from, to) => {
        const pitches = one(from, 'free');
        const { pitches: got } = lay(shapeOver(pitches, parseChord(from)), parseChord(to));
        expect(got).toHaveLength(pitches.length);
        const allowed = new Set(chordPitchClasses(parseChord(to)));
        expect(got.filter((p) => !allowed.has(p % 12))).toEqual([]);
      }),
    );
  });
});

describe('in words', () => {
  it('says what is on top, left out, doubled, and where the telling tones go', () => {
    const [g7, c] = [parseChord('G7'), parseChord('Cmaj7')];
    expect(describeVoicing([43, 53, 59], g7, { pitches: [48, 52, 59], chord: c })).toBe(
      'third on top, fifth left out, seventh falls a half step to the third of the next chord, third stays and becomes the seventh',
    );
    expect(describeVoicing([52, 60, 67, 72], parseChord('C'))).toBe(
      'root on top, third at the bottom, root doubled',
    );
    expect(describeVoicing([60, 61], parseChord('<C4,Db4>'))).toBe('exact tones with no name');
  });
});
