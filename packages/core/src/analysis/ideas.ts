/** Next-chord ideas: every chord of a palette, ranked by what it costs to go there, with a reason. */
import type { Style } from '../style/schema';
import { chordPitchClasses, type Chord } from '../theory/chord';
import { parseChord } from '../theory/chordGrammar';
import { keyOf, keyText, romanNumeral, type Key } from '../theory/key';
import { mod, noteName, pitchClass } from '../theory/pitch';
import { keyInWords } from '../theory/speech';
import { spellFor } from '../theory/transposition';
import {
  appliedTo,
  foreignness,
  keyContextOf,
  resolves,
  costInKey,
  stepCost,
  within,
  worksAs,
  type KeyContext,
} from './stepCost';

/** How simple or rich the chords offered are. */
export const PALETTES = {
  simple: ['', 'm', 'dim', '7', 'sus4'],
  sevenths: ['', 'm', '7', 'maj7', 'm7', 'm7b5', 'dim7', '6', 'm6', '7sus4'],
  rich: [
    'maj9',
    'm9',
    '9',
    '13',
    '7b9',
    '6/9',
    'm11',
    'maj7#11',
    '7alt',
    '9sus4',
    'm7b5',
    'dim7',
    'mMaj9',
    '7#11',
  ],
} as const satisfies Record<string, readonly string[]>;

/** The chords that ideas are drawn from: how far they may leave the key. */
export type Palette = keyof typeof PALETTES;

/** A chord that could come next: its symbol, its degree, why it fits and what it costs. */
export interface Idea {
  readonly symbol: string;
  readonly numeral: string;
  /** A few words: "dominant of the next chord". */
  readonly why: string;
  /** What it costs to go there, in fifths; small is near. */
  readonly cost: number;
}

/** The chords around a place of the chart, and the key they stand in. */
export interface ChordContext {
  /** The chords before, the nearest last; empty at the start of a song. */
  readonly before: readonly string[];
  readonly after: string | null;
  readonly key: string;
  /** Null takes the palette that fits the chords before. */
  readonly palette: Palette | null;
  /** The style's feel: swung styles lean towards sevenths where nothing stands before. */
  readonly feel?: Style['feel'];
}

/** Mean number of tones of the chords before: what a chord of their kind has. */
function meanSize(before: readonly string[], feel: ChordContext['feel']): number {
  if (!before.length) return feel === 'swung' ? 4 : 3;
  const sizes = before.slice(-8).map((symbol) => parseChord(symbol).degrees.length);
  return sizes.reduce((sum, n) => sum + n, 0) / sizes.length;
}

/** The palette that fits what stands before: as rich as most of it, or as the style is. */
export function paletteFor(before: readonly string[], feel: ChordContext['feel'] = 'straight'): Palette {
  const mean = meanSize(before, feel);
  return mean < 3.5 ? 'simple' : mean < 4.6 ? 'sevenths' : 'rich';
}

/** What an idea costs besides the step to it, in the unit of STEP_COST. */
export const IDEA_COST = {
  /** What the step to the chord that follows weighs against the step from the one before. */
  after: 0.9,
  /** Any tone outside the key. */
  foreign: 0.28,
  /** A chord that was left two or three chords ago. */
  justLeft: 0.16,
  /** Each tone more or less than the chords before have. */
  otherSize: 0.48,
  /** Each further idea on one root, so that the list is not one chord in many colours. */
  sameRootAgain: 0.35,
} as const;

const candidatesOf = (key: Key, qualities: readonly string[]): Chord[] =>
  Array.from({ length: 12 }, (_, pc) => pc).flatMap((pc) =>
    qualities.map((quality) => {
      const leading = quality.startsWith('dim') || quality === 'm7b5';
      return parseChord(noteName(spellFor(pc, key, leading)) + quality);
    }),
  );

const sameTones = (a: Chord, b: Chord): boolean =>
  chordPitchClasses(a).join() === chordPitchClasses(b).join() && pitchClass(a.bass) === pitchClass(b.bass);

/** Colours that need a reason to stand: suspended, diminished and sixth chords are asked for rarely. */
function colourCost(chord: Chord, home: KeyContext): number {
  const { quality } = chord;
  const { key } = home;
  const dominantStep = worksAs(chord, home) === 'dominant';
  if (/sus/.test(quality)) return dominantStep ? 0.8 : 1.1;
  if (/^dim/.test(quality)) return 0.9;
  if (/alt|b9/.test(quality)) return key.mode === 'minor' && dominantStep ? 0.2 : 0.7;
  if (/6/.test(quality)) return 0.55;
  if (quality === '7' || quality === '9' || quality === '13') {
    const tonic = mod(pitchClass(chord.root) - pitchClass(key.tonic), 12) === 0;
    return tonic && key.mode === 'minor' ? 0.6 : 0;
  }
  return 0;
}

interface Ranked {
  readonly chord: Chord;
  readonly cost: number;
}

const byCost = (a: Ranked, b: Ranked): number =>
  a.cost - b.cost || (a.chord.symbol < b.chord.symbol ? -1 : 1);

/** Ranks anew so that of several chords on one root the later ones stand further down. */
function varied(ranked: readonly Ranked[]): Ranked[] {
  const seen = new Map<number, number>();
  return [...ranked]
    .sort(byCost)
    .map(({ chord, cost }) => {
      const root = pitchClass(chord.root);
      const times = seen.get(root) ?? 0;
      seen.set(root, times + 1);
      return { chord, cost: cost + times * IDEA_COST.sameRootAgain };
    })
    .sort(byCost);
}

/** Ranked ideas, nearest first. The same question always gets the same answer. */
export function ideas(asked: ChordContext, limit = 24): Idea[] {
  const key = keyOf(asked.key);
  const known = asked.before.map(parseChord).filter((chord) => !chord.exact);
  const home = keyContextOf(key, known.slice(-16));
  const before = known[known.length - 1] ?? null;
  const following = asked.after === null ? null : parseChord(asked.after);
  const after = following?.exact ? null : following;
  const palette = asked.palette ?? paletteFor(asked.before, asked.feel);
  const earlier = known.slice(-3, -1);
  const size =
    asked.palette && asked.palette !== paletteFor(asked.before, asked.feel)
      ? null
      : meanSize(asked.before, asked.feel);
  const ranked = candidatesOf(key, PALETTES[palette])
    .filter((chord) => !(before && sameTones(chord, before)))
    .map((chord): Ranked => {
      const arriving = before ? stepCost(before, chord, home) : 0;
      const leaving = after ? IDEA_COST.after * stepCost(chord, after, home) : 0;
      const again = earlier.some((c) => sameTones(c, chord)) ? IDEA_COST.justLeft : 0;
      const wrong = foreignness(chord, home) > 0 ? IDEA_COST.foreign : 0;
      const other = size === null ? 0 : IDEA_COST.otherSize * Math.abs(chord.degrees.length - size);
      const cost =
        arriving + leaving + costInKey(chord, home) + wrong + again + other + colourCost(chord, home);
      return { chord, cost };
    });
  return varied(ranked)
    .slice(0, limit)
    .map(({ chord, cost }) => ({
      symbol: chord.symbol,
      numeral: romanNumeral(chord, key),
      why: reason(chord, before, after, home),
      cost: Math.round(cost * 1000) / 1000,
    }));
}

const nameOf = (key: Key): string => keyInWords(keyText(key));

/** The chief reason a chord comes to mind, in a few words. */
export function reason(chord: Chord, before: Chord | null, after: Chord | null, home: KeyContext): string {
  const { key } = home;
  if (after && resolves(chord, after)) {
    const fifth = mod(pitchClass(chord.root) - pitchClass(after.root), 12) === 7;
    return fifth ? 'dominant of the next chord' : 'a half step above the next chord';
  }
  if (before && pitchClass(before.root) === pitchClass(chord.root)) {
    return `same root, ${target(chord, home) ?? 'new colour'}`;
  }
  if (before && resolves(before, chord)) {
    const isHome = pitchClass(chord.root) === pitchClass(key.tonic);
    return isHome ? 'home, where the dominant leads' : `where ${before.symbol} wants to go`;
  }
  if (before && pitchClass(before.bass) === pitchClass(chord.bass)) return 'same bass, new colour';
  if (within(chord, home.own)) return diatonicReason(chord, before, home);
  const wants = target(chord, home);
  if (wants) return wants;
  const parallel: Key = { tonic: key.tonic, mode: key.mode === 'major' ? 'minor' : 'major' };
  if (within(chord, home.parallel)) {
    return `borrowed from ${nameOf(parallel)}`;
  }
  return before
    ? sharedReason(chord, before, 'a colour from outside the key')
    : 'a colour from outside the key';
}

/** Where an applied dominant wants to go, in words; null for other chords. */
function target(chord: Chord, home: KeyContext): string | null {
  const step = within(chord, home.own) || !chord.degrees.includes('b7') ? null : appliedTo(chord, home);
  if (step === null) return null;
  return `wants to resolve to ${noteName(spellFor(pitchClass(home.key.tonic) + step, home.key))}`;
}

function sharedReason(chord: Chord, before: Chord, otherwise: string): string {
  const shared = chordPitchClasses(chord).filter((pc) => chordPitchClasses(before).includes(pc)).length;
  if (shared === 0) return otherwise;
  return `${shared} ${shared === 1 ? 'tone' : 'tones'} held from ${before.symbol}`;
}

const WORKS = {
  tonic: 'rests like home',
  subdominant: 'moves away from home',
  dominant: 'leads home',
} as const;

function diatonicReason(chord: Chord, before: Chord | null, home: KeyContext): string {
  const works = WORKS[worksAs(chord, home)];
  const isHome = pitchClass(chord.root) === pitchClass(home.key.tonic);
  const first = isHome ? 'home' : works;
  return before ? `${first}, ${sharedReason(chord, before, 'all tones move')}` : first;
}
