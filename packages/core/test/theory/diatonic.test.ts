import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Key as TonalKey } from 'tonal';
import { ownScale, pads } from '@backline/core/analysis/pads';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { degreePc } from '@backline/core/theory/degree';
import { chordsOfScale } from '@backline/core/theory/diatonic';
import { keyOf } from '@backline/core/theory/key';
import { parseNote } from '@backline/core/theory/pitch';
import { SCALES, SCALE_NAMES, type ScaleName } from '@backline/core/theory/scale';
import { SOLFEGE } from '../support/corpora';

const MAJORS = ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb'];
const MINORS = ['A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#', 'D', 'G', 'C', 'F', 'Bb', 'Eb', 'Ab'];
const same = (symbols: readonly string[]): string[] => symbols.map((s) => parseChord(s).symbol);
const LOW = { high: 0.2 };

describe('diatonic chords against tonal Key', () => {
  it('triads and sevenths of 15 major keys', () => {
    for (const tonic of MAJORS) {
      const theirs = TonalKey.majorKey(tonic);
      const symbols = (rich: number) => pads(keyOf(tonic), 'ionian', { rich, ...LOW }).map((p) => p.symbol);
      expect([tonic, symbols(0)]).toEqual([tonic, same(theirs.triads)]);
      expect([tonic, symbols(1)]).toEqual([tonic, same(theirs.chords)]);
    }
  });

  it('triads and sevenths of 15 minor keys, natural, harmonic and melodic', () => {
    const kinds = [
      ['natural', 'aeolian'],
      ['harmonic', 'harmonic minor'],
      ['melodic', 'melodic minor'],
    ] as const;
    for (const tonic of MINORS) {
      const key = TonalKey.minorKey(tonic);
      for (const [kind, scale] of kinds) {
        const { triads, chords } = key[kind];
        const note = parseNote(tonic)!;
        expect([tonic, kind, chordsOfScale(note, scale, 0)]).toEqual([tonic, kind, same(triads)]);
        // tonal writes the sixth chords of the melodic minor's tonic and fourth in its own way: sevenths only where it names one.
        chordsOfScale(note, scale, 1).forEach((symbol, i) => {
          const theirs = parseChord(chords[i]!);
          if (!theirs.degrees.some((d) => d === '6')) {
            expect([tonic, kind, symbol]).toEqual([tonic, kind, theirs.symbol]);
          }
        });
      }
    }
  });
});

describe('pads', () => {
  it('change with key and scale: on E there is Em in C, and a diminished chord in F minor', () => {
    const onE = (key: string) =>
      pads(keyOf(key), key.endsWith('m') ? 'aeolian' : 'ionian', { rich: 0, ...LOW }).find(
        (p) => p.symbol.startsWith('E') && p.symbol[1] !== 'b',
      );
    expect([onE('C')!.symbol, onE('Fm')!.symbol]).toEqual(['Em', 'Edim']);
  });

  it('grow richer one after another between two settings, those that lead first', () => {
    const grown = [0, 0.3, 0.6, 0.9, 1].map((rich) =>
      pads(keyOf('C'), 'ionian', { rich, ...LOW })
        .filter((p) => parseChord(p.symbol).degrees.length === 4)
        .map((p) => p.symbol),
    );
    expect(grown.map((g) => g.length)).toEqual([...grown.map((g) => g.length)].sort((a, b) => a - b));
    expect([grown[0], grown[1]]).toEqual([[], ['G7', 'Bm7b5']]);
    expect(grown[4]).toHaveLength(7);
  });

  it('lie higher and wider apart as they are set so', () => {
    const spans = [0, 0.5, 1].map((high) =>
      pads(keyOf('Eb'), 'ionian', { rich: 0, high }).map(
        ({ pitches }) => [pitches[0]!, pitches.at(-1)! - pitches[0]!] as const,
      ),
    );
    const mean = (list: readonly (readonly [number, number])[], at: 0 | 1) =>
      list.reduce((s, p) => s + p[at], 0) / list.length;
    for (const at of [0, 1] as const) {
      expect(mean(spans[1]!, at)).toBeGreaterThan(mean(spans[0]!, at));
      expect(mean(spans[2]!, at)).toBeGreaterThan(mean(spans[1]!, at));
    }
  });

  it('sound tones of their chord in every key and scale', () => {
    const wrong: string[] = [];
    for (const tonic of ['C', 'F#', 'Ab', 'Em']) {
      for (const scale of SCALE_NAMES) {
        for (const pad of pads(keyOf(tonic), scale, { rich: 4, high: 0.5 })) {
          const own = chordPitchClasses(parseChord(pad.symbol));
          if (!pad.pitches.every((p) => own.includes(p % 12))) wrong.push(`${tonic} ${scale} ${pad.symbol}`);
        }
      }
    }
    expect(wrong).toEqual([]);
  });
});

describe('chord-scales against the scales of solfege 3.23', () => {
  /** Names of its structures (`maj2s = "2122212"`: half steps from note to note) for ours. */
  const THEIRS: Record<ScaleName, string> = {
    ionian: 'maj1',
    dorian: 'maj2',
    phrygian: 'maj3',
    lydian: 'maj4',
    mixolydian: 'maj5',
    aeolian: 'maj6',
    locrian: 'maj7',
    'melodic minor': 'mel1',
    'lydian augmented': 'mel3',
    'lydian dominant': 'mel4',
    'mixolydian b6': 'mel5',
    'locrian natural 2': 'mel6',
    altered: 'mel7',
    'harmonic minor': 'har1',
    'ionian augmented': 'har3',
    'phrygian dominant': 'har5',
    'whole tone': 'who',
    'half-whole diminished': 'dim2',
    'whole-half diminished': 'dim1',
  };
  const source = readFileSync(join(SOLFEGE, 'exercises/standard/lesson-files/include/sc-master'), 'latin1');
  const structures = new Map([...source.matchAll(/^\s*(\w+?)s\s*=\s*"(\d+)"/gm)].map((m) => [m[1]!, m[2]!]));

  it.each(SCALE_NAMES)('%s', (name) => {
    const pcs = SCALES[name].map(degreePc);
    const steps = pcs.map((pc, i) => (pcs[i + 1] ?? 12) - pc).join('');
    expect(steps).toBe(structures.get(THEIRS[name]) ?? structures.get(`${THEIRS[name]}1`));
  });
});

it('pads can be the dominants that lead to each degree (secondary dominants, common practice)', () => {
  const symbols = (key: string) =>
    pads(keyOf(key), ownScale(keyOf(key)), { rich: 0, high: 0.3, dominants: true }).map((p) => p.symbol);
  expect(symbols('C').slice(0, 6)).toEqual(['G7', 'A7', 'B7', 'C7', 'D7', 'E7']);
  expect(symbols('Eb')[1]).toBe('C7');
  const [tonic, second] = pads(keyOf('C'), 'ionian', { rich: 0, high: 0.3, dominants: true });
  expect([tonic!.numeral, second!.numeral]).toEqual(['V7/I', 'V7/ii']);
});
