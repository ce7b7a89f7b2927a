/** One pad a scale degree: the chord that stands on it, as rich and as high as wanted. */
import { parseChord } from '../theory/chordGrammar';
import { chordsOfScale, type Richness } from '../theory/diatonic';
import { romanNumeral, type Key } from '../theory/key';
import { readNumeral } from '../theory/numerals';
import type { ScaleName } from '../theory/scale';
import { voice } from '../voicing/auto';
import { keyContextOf, worksAs } from './stepCost';

/** One chord of the key to be tapped, with its degree. */
export interface Pad {
  /** 1-based number of the degree: the key that plays it. */
  readonly number: number;
  readonly symbol: string;
  readonly numeral: string;
  readonly pitches: readonly number[];
}

/** Which chords of a key are laid out as pads, and how rich they are. */
export interface PadSettings {
  /** 0 triads, 1 sevenths, 2 ninths, 3 elevenths, 4 thirteenths; between them some pads are already richer. */
  readonly rich: number;
  /** 0 low and close to 1 high and open. */
  readonly high: number;
  /** Each pad the dominant seventh that leads to its degree. */
  readonly dominants?: boolean;
}

/** Chords that lead are the first to grow richer, chords of rest the last. */
const EAGERNESS = { dominant: 0.75, subdominant: 0.5, tonic: 0.25 } as const;

const LOWEST = 46;
const HIGHEST = 67;
const CLOSE = 3.2;
const OPEN = 7.5;

/** The scale a key has of itself. */
export const ownScale = (key: Key): ScaleName => (key.mode === 'major' ? 'ionian' : 'aeolian');

/** How many thirds a pad stacks at a setting between whole numbers. */
const levelOf = (rich: number, eagerness: number): Richness =>
  Math.max(0, Math.min(4, Math.floor(rich + eagerness * (Number.isInteger(rich) ? 0 : 1)))) as Richness;

/** A minor key's raised seventh gives it two more chords of its own: a major V and a diminished vii. */
const RAISED: readonly number[] = [4, 6];

/** The chords of the pads at every level of richness: the scale's, and in minor those of the raised seventh. */
function chordsAt(key: Key, scale: ScaleName, level: Richness): string[] {
  const own = chordsOfScale(key.tonic, scale, level);
  if (key.mode !== 'minor' || scale !== ownScale(key)) return own;
  const raised = chordsOfScale(key.tonic, 'harmonic minor', level);
  return [...own, ...RAISED.map((step) => raised[step]!)];
}

/**
 * The pads of a key on a scale from its tonic: one a degree. A minor key on its own scale has
 * two more, for the raised seventh (common practice): E° and C in F minor.
 * @example pads(keyOf('C'), 'ionian', { rich: 0, high: 0.3 })[2].symbol // "Em"
 */
export function pads(key: Key, scale: ScaleName, { rich, high, dominants = false }: PadSettings): Pad[] {
  const levels = ([0, 1, 2, 3, 4] as const).map((level) => chordsAt(key, scale, level));
  const home = keyContextOf(key);
  const aim = {
    voices: 4,
    register: Math.round(LOWEST + high * (HIGHEST - LOWEST)),
    spread: CLOSE + high * (OPEN - CLOSE),
    low: 36,
    high: 96,
    bassPlays: false,
  };
  return levels[0]!.map((_, i) => {
    const works = worksAs(parseChord(levels[0]![i]!), home);
    const degree = /^[b#]*[ivIV]+/.exec(romanNumeral(parseChord(levels[0]![i]!), key))?.[0];
    const leading = dominants && degree ? readNumeral(`V7/${degree}`, key) : null;
    const symbol = leading ?? levels[levelOf(rich, EAGERNESS[works])]![i]!;
    const chord = parseChord(symbol);
    const voices = Math.max(4, Math.min(6, chord.degrees.length));
    return {
      number: i + 1,
      symbol,
      numeral: leading && degree ? `V7/${degree}` : romanNumeral(chord, key),
      pitches: voice([{ chord, aim: { ...aim, voices } }])[0]!,
    };
  });
}
