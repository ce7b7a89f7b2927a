/** How much is going on through a song, from the notes that are played: how many play, how strongly, how far from home. */
import type { BandBar } from '../band';
import type { BandNote } from '../band/bandNote';
import { keyOf, signature, type Key } from '../theory/key';
import { firstFrom } from '../time/search';

/** How tense a bar is, as numbers of what makes it so. */
export interface Tension {
  /** How many parts sound. */
  readonly players: number;
  /** Mean velocity of what is struck, 0 to 127; 0 where nothing is. */
  readonly strength: number;
  /** Strokes a quarter note, of all parts together. */
  readonly busy: number;
  /** Fifths between the key and the song's own, 0 to 6. */
  readonly away: number;
  /** All of it together, 0 to 1. */
  readonly tension: number;
}

/** What each weighs: loudness and fullness are heard first (common practice). */
const WEIGHTS = { players: 0.35, strength: 0.35, busy: 0.2, away: 0.1 } as const;
/** Softest and strongest that a band plays as a whole, velocity; strokes a quarter that are many. */
const SOFTEST = 45;
const STRONGEST = 105;
const MANY = 14;

const within = (value: number): number => Math.max(0, Math.min(1, value));

/** Fifths from one key to another the nearer way; relative keys are alike. */
function fifthsBetween(a: Key, b: Key): number {
  const apart = Math.abs(signature(a) - signature(b)) % 12;
  return Math.min(apart, 12 - apart);
}

/** What of a band is listened to: strokes and their strength, and the keys of its bars. */
export interface TensionInput {
  readonly parts: readonly { readonly notes: readonly Pick<BandNote, 'start' | 'velocity'>[] }[];
  readonly bars: readonly Pick<BandBar, 'start' | 'length' | 'key'>[];
}

/** Tension of a stretch of ticks. */
export function tensionBetween(band: TensionInput, home: string, from: number, until: number): Tension {
  let players = 0;
  let strokes = 0;
  let sum = 0;
  for (const { notes } of band.parts) {
    const first = firstFrom(notes, from);
    const last = firstFrom(notes, until);
    if (last > first) players++;
    for (let i = first; i < last; i++) sum += notes[i]!.velocity;
    strokes += last - first;
  }
  const strength = strokes ? sum / strokes : 0;
  const busy = strokes / Math.max(1, (until - from) / 480);
  const tonic = keyOf(home);
  const key = band.bars.findLast((b) => b.start <= from)?.key ?? tonic;
  const away = fifthsBetween(key, tonic);
  const tension =
    WEIGHTS.players * within(players / Math.max(1, band.parts.length)) +
    WEIGHTS.strength * within((strength - SOFTEST) / (STRONGEST - SOFTEST)) +
    WEIGHTS.busy * within(busy / MANY) +
    WEIGHTS.away * (away / 6);
  return { players, strength, busy, away, tension };
}

/** Tension bar by bar, the same list as long as the band is the same. */
const known = new WeakMap<TensionInput, readonly Tension[]>();

/**
 * How tense a song is bar by bar, 0 to 1.
 * @param home the key the song is in.
 */
export function tensionOf(band: TensionInput, home: string): readonly Tension[] {
  let found = known.get(band);
  if (!found) {
    found = band.bars.map(({ start, length }) => tensionBetween(band, home, start, start + length));
    known.set(band, found);
  }
  return found;
}
