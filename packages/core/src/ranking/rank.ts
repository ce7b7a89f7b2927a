/** How well patterns and styles fit a song, with reasons in words where they do not. */
import { BEAT_LENGTH, type Grid, type Pattern, type PatternFacts, type PatternFeel } from '../style/pattern';
import type { Style } from '../style/schema';
import { genresOf } from './genres';
import type { SongFacts } from './song';

/** From 0, nothing fits, to 1, all does; and what does not, as phrases. */
export interface Fit {
  readonly score: number;
  readonly reasons: readonly string[];
}

/** Something with how well it fits and why not better. */
export interface Fitting<T> extends Fit {
  readonly item: T;
}

const IN_WORDS: Readonly<Record<PatternFeel, string>> = {
  straight: 'straight',
  swung: 'swung',
  'twelve-eight': 'in beats of three',
  sixteenths: 'in sixteenths',
};

/** What a mismatch costs. */
const FEEL = 0.45;
const NEAR_FEEL = 0.08;
const METRE = 0.4;
const TEMPO = 0.35;
const GENRE = 0.16;
const PACE = 0.1;

type Cost = readonly [cost: number, reason: string | null];

/** Straight and in sixteenths lie near each other: the one plays in the other’s time. */
const isNear = (a: PatternFeel, b: PatternFeel): boolean =>
  (a === 'straight' || a === 'sixteenths') && (b === 'straight' || b === 'sixteenths');

function feelCost(feel: PatternFeel, song: SongFacts): Cost | null {
  if (feel === song.feel) return null;
  if (isNear(feel, song.feel)) return [NEAR_FEEL, null];
  return [FEEL, `${IN_WORDS[feel]}, your song is ${IN_WORDS[song.feel]}`];
}

/** Outside its tempos by a quarter and more a pattern is as far off as can be. */
const FAR = 0.25;

function tempoCost([slowest, fastest]: readonly [number, number], { tempo }: SongFacts): Cost | null {
  if (tempo >= slowest && tempo <= fastest) return null;
  const off = tempo < slowest ? slowest / tempo - 1 : tempo / fastest - 1;
  return [TEMPO * Math.min(1, 0.4 + off / FAR), `made for ${slowest} to ${fastest}, you are at ${tempo}`];
}

const COUNTED = ['', 'one beat', 'two beats', 'three beats', 'four beats'];

/** Grids that go through a group of the song’s beats without being cut. */
function metreCost(grids: readonly Grid[], song: SongFacts): Cost | null {
  const fits = grids.some(
    ({ beats, of }) =>
      (of === 'dotted') === song.isDotted && (song.beats % beats === 0 || beats % song.beats === 0),
  );
  if (fits) return null;
  const { beats, of } = grids[0]!;
  const made = BEAT_LENGTH[of] === 1 ? COUNTED[beats] : `${COUNTED[beats]} of three`;
  return [METRE, `made for ${made}, your song is in ${song.metre}`];
}

const genreCost = (genres: readonly string[], song: SongFacts): Cost | null => {
  const at = genres.map((genre) => song.genres.indexOf(genre)).filter((i) => i >= 0);
  if (!at.length) return [GENRE, null];
  // The more a style is made of it, the nearer.
  return [(GENRE * Math.min(...at)) / (2 * song.genres.length), null];
};

/** A pattern of several bars that begins again at each chord never comes to its end where chords change fast. */
function paceCost(pattern: Pattern & { readonly grids?: readonly Grid[] }, { pace }: SongFacts): Cost | null {
  const bars = pattern.grids?.[0]?.bars ?? 1;
  if (bars < 2 || pattern.atChange !== 'restart' || pace <= 1 / bars) return null;
  return [PACE, `${bars} bars long, and it begins again at each of your chords`];
}

const judged = (costs: readonly (Cost | null)[]): Fit => {
  const found = costs.filter((cost) => cost !== null);
  return {
    score: Math.max(0, 1 - found.reduce((sum, [cost]) => sum + cost, 0)),
    reasons: found.flatMap(([, reason]) => (reason === null ? [] : [reason])),
  };
};

const UNKNOWN: PatternFacts = {
  feel: 'straight',
  genres: ['own'],
  energy: 3,
  tempo: [30, 300],
  leaves: 'what it leaves',
};

/** What a pattern says of itself; one that says nothing fits anywhere. */
export const factsOf = (pattern: Pattern): PatternFacts => pattern.facts ?? UNKNOWN;

export function patternFit(pattern: Pattern & { readonly grids?: readonly Grid[] }, song: SongFacts): Fit {
  const { tempo, genres, feel } = pattern.facts ?? { ...UNKNOWN, feel: song.feel };
  return judged([
    feelCost(feel, song),
    pattern.grids ? metreCost(pattern.grids, song) : null,
    tempoCost(tempo, song),
    genreCost(genres, song),
    paceCost(pattern, song),
  ]);
}

export function styleFit(style: Style, song: SongFacts): Fit {
  const metre: Cost | null = style.metres.includes(song.metre)
    ? null
    : [METRE, `made for ${style.metres.slice(0, 3).join(', ')}, your song is in ${song.metre}`];
  return judged([
    feelCost(style.feel, song),
    metre,
    tempoCost(style.tempo, song),
    genreCost(genresOf(style), song),
  ]);
}

/** Everything that was judged, best first; what fits alike stays in its own order. */
function ranked<T>(items: readonly T[], fit: (item: T) => Fit): Fitting<T>[] {
  return items
    .map((item, place) => ({ item, place, ...fit(item) }))
    .sort((a, b) => b.score - a.score || a.place - b.place)
    .map(({ item, score, reasons }) => ({ item, score, reasons }));
}

export const rankPatterns = <P extends Pattern>(patterns: readonly P[], song: SongFacts): Fitting<P>[] =>
  ranked(patterns, (pattern) => patternFit(pattern, song));

export const rankStyles = (styles: readonly Style[], song: SongFacts): Fitting<Style>[] =>
  ranked(styles, (style) => styleFit(style, song));
