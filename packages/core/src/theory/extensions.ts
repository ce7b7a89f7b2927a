/** Chords dressed more plainly or more richly than they are written, by the key; the chart stays as it is. */
import type { Chord } from './chord';
import { parseChord, tryParseChord } from './chordGrammar';
import { degreePc } from './degree';
import { keyOf, type Key } from './key';
import { mod, noteName, pitchClass } from './pitch';
import { SCALES, defaultScale } from './scale';

export const RICHNESS = ['triads', 'as written', 'sevenths', 'ninths'] as const;
/** How much richer or plainer chords are played than they are written. */
export type ExtensionStyle = (typeof RICHNESS)[number];

/** What a style puts on the chord it comes home to: an added ninth, a sixth, or a major seventh. */
export const TONIC_EXTENSIONS = ['add9', '6', 'maj7'] as const;
/** What a style puts on the major chord it comes home to. */
export type TonicExtension = (typeof TONIC_EXTENSIONS)[number];

const RICHER_HOME: Record<TonicExtension, string> = { add9: 'add9', '6': '6/9', maj7: 'maj9' };

/** Plain chords by quality, and what they become with each seventh. */
const SEVENTHS: Record<string, Readonly<Record<string, string>>> = {
  '': { b7: '7', '7': 'maj7' },
  m: { b7: 'm7', '7': 'mMaj7' },
  dim: { b7: 'm7b5', '6': 'dim7' },
  aug: { b7: '7#5', '7': 'maj7#5' },
  sus4: { b7: '7sus4' },
  sus2: { b7: '7sus2' },
};

/** Sevenths by quality, and what they become with a major or a minor ninth. */
const NINTHS: Record<string, Readonly<Record<string, string>>> = {
  '7': { '2': '9', b2: '7b9' },
  maj7: { '2': 'maj9' },
  m7: { '2': 'm9' },
  mMaj7: { '2': 'mMaj9' },
  '7sus4': { '2': '9sus4' },
};

const slashOf = (chord: Chord): string =>
  noteName(chord.bass) === noteName(chord.root) ? '' : `/${noteName(chord.bass)}`;

const withQuality = (chord: Chord, quality: string): string =>
  tryParseChord(noteName(chord.root) + quality + slashOf(chord))?.symbol ?? chord.symbol;

/** The triad, suspension or power chord a chord is built on. */
function plain(chord: Chord): string {
  const has = (degree: string): boolean => (chord.degrees as readonly string[]).includes(degree);
  if (has('4') || (has('11') && !has('3') && !has('b3'))) return 'sus4';
  if (has('2') && !has('3') && !has('b3')) return 'sus2';
  if (has('b3')) return has('b5') ? 'dim' : 'm';
  if (!has('3')) return '5';
  return has('#5') ? 'aug' : has('b5') ? '(b5)' : '';
}

/** The scale degree of a chord's function in a set of alternatives: the first that its scale has. */
function inScale(chord: Chord, key: Key, degrees: readonly string[]): string | undefined {
  const scale = defaultScale(chord, key);
  const pcs = new Set(SCALES[scale].map((d) => degreePc(d)));
  return degrees.find((d) => pcs.has(degreePc(d as Parameters<typeof degreePc>[0])));
}

/** A major triad a fifth above a chord that is not of the key leads there: it is a dominant. */
function leadsOn(chord: Chord, key: Key): boolean {
  const step = mod(pitchClass(chord.root) - pitchClass(key.tonic), 12);
  if (step === 7) return true;
  const own = key.mode === 'major' ? [0, 5] : [3, 8, 10];
  return plain(chord) === '' && !own.includes(step);
}

const isHome = (chord: Chord, key: Key): boolean =>
  key.mode === 'major' && pitchClass(chord.root) === pitchClass(key.tonic);

function withSeventh(chord: Chord, key: Key, home: TonicExtension): Chord {
  if (chord.quality === '' && isHome(chord, key)) return parseChord(withQuality(chord, home));
  const ways = SEVENTHS[chord.quality];
  if (!ways) return chord;
  if (chord.quality === '' && leadsOn(chord, key)) return parseChord(withQuality(chord, '7'));
  const seventh = inScale(chord, key, Object.keys(ways));
  return seventh === undefined ? chord : parseChord(withQuality(chord, ways[seventh]!));
}

function withNinth(chord: Chord, key: Key, home: TonicExtension): Chord {
  if (isHome(chord, key) && chord.quality === home) {
    return parseChord(withQuality(chord, RICHER_HOME[home]));
  }
  const ways = NINTHS[chord.quality];
  const ninth = ways && inScale(chord, key, Object.keys(ways));
  return ninth === undefined ? chord : parseChord(withQuality(chord, ways![ninth]!));
}

/**
 * A chord symbol dressed as a part wants it. Only what is plainer than asked for is added to:
 * a chord that is written with a sixth, a seventh or more keeps it.
 * @example dress('G', 'sevenths', 'C', 'add9') // "G7"
 */
export function withExtensions(
  symbol: string,
  dressing: ExtensionStyle,
  key: string,
  home: TonicExtension,
): string {
  const chord = parseChord(symbol);
  if (chord.exact || dressing === 'as written') return symbol;
  if (dressing === 'triads') return withQuality(chord, plain(chord));
  const heard = keyOf(key);
  const seventh = withSeventh(chord, heard, home);
  return (dressing === 'sevenths' ? seventh : withNinth(seventh, heard, home)).symbol;
}
