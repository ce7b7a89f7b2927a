/** How well patterns and styles fit a song, with reasons in words where they do not. */
import { BEAT_LENGTH, type Grid, type Pattern, type PatternFacts, type PatternFeel } from '../style/pattern';
import type { Style } from '../style/schema';
import type { Suits } from '../style/suits';
import { suitsOf } from '../styles/suits';
import { listed } from '../song/listed';
import type { SearchCriteria } from './criteria';
import { genresOf } from './genres';
import type { HarmonyFacts } from './harmony';
import { SWUNG, type SongFacts } from './song';
import { answersTo } from './request';

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

/** How well a pattern suits a song: 1 as if made for it, towards 0 where reasons speak against it. */
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

/** A style with how well it suits a song, why not better, and what speaks for it. */
export interface StyleFit extends Fit {
  /** What speaks for it, as phrases. */
  readonly because: readonly string[];
}

/** What a mismatch of chords costs. */
const PACE_OF_CHORDS = 0.12;
const SEVENTHS = 0.3;
const CHROMATIC = 0.15;
const DOMINANTS = 0.2;
const MODE = 0.1;
const VAMP = 0.06;
const PUSHES = 0.04;
/** Off by half of all chords is as far off as can be. */
const FAR_OFF = 0.5;

const outside = ([low, high]: readonly [number, number], value: number): number =>
  Math.min(1, Math.max(0, low - value, value - high) / FAR_OFF);

const costOf = (cost: number, off: number, reason: string): Cost | null =>
  off > 0 ? [cost * off, off >= 0.5 ? reason : null] : null;

/** What a song’s chords speak against, of a style that says which it suits. */
function harmonyCosts(suits: Suits, song: HarmonyFacts): (Cost | null)[] {
  const { sevenths, chromatic, dominants, chordsABar } = suits;
  const few = song.sevenths < sevenths[0];
  return [
    costOf(
      SEVENTHS,
      outside(sevenths, song.sevenths),
      few ? 'made for sevenths, yours are triads' : 'made for triads, yours are sevenths',
    ),
    costOf(CHROMATIC, outside(chromatic, song.chromatic), 'your roots wander further from the key'),
    dominants
      ? costOf(DOMINANTS, outside(dominants, song.dominants), 'made for dominant sevenths all through')
      : // A blues is a blues: other styles know its chords as passing ones.
        costOf(DOMINANTS, Math.max(0, song.dominants - 0.6) / 0.4, 'your chords are a blues’s'),
    costOf(PACE_OF_CHORDS, outside(chordsABar, song.chordsABar), 'made for another pace of chords'),
    suits.mode && suits.mode !== song.mode ? [MODE, `made for ${suits.mode} keys`] : null,
    suits.vamp && !song.vamp ? [VAMP, null] : null,
    suits.pushes && !song.pushes ? [PUSHES, null] : null,
  ];
}

function becauseOf(style: Style, song: SongFacts, suits: Suits | null): string[] {
  const { harmony, tempo, metre } = song;
  const inTempo = tempo >= style.tempo[0] && tempo <= style.tempo[1];
  const chords = suits && harmony && outside(suits.sevenths, harmony.sevenths) === 0;
  return [
    ...(style.metres[0] === metre && metre !== '4/4' ? [`made for ${metre}`] : []),
    ...(inTempo ? ['your tempo is its own'] : []),
    ...(chords ? [harmony.sevenths > 0.5 ? 'at home in sevenths' : 'at home in plain chords'] : []),
    ...(suits?.dominants && harmony && outside(suits.dominants, harmony.dominants) === 0
      ? ['a blues’s chords']
      : []),
    ...(suits?.vamp && harmony?.vamp ? ['goes round a few chords'] : []),
    ...(suits?.mode && suits.mode === harmony?.mode ? [`at home in ${suits.mode}`] : []),
  ];
}

/** A metre that a style can play, and is not made for first. */
const SECOND_METRE = 0.12;

function metreOfStyle(style: Style, { metre }: SongFacts): Cost | null {
  const at = style.metres.indexOf(metre);
  if (at < 0) return [METRE, `made for ${style.metres.slice(0, 3).join(', ')}, your song is in ${metre}`];
  return at > 0 ? [SECOND_METRE, null] : null;
}

/** Of a style that does not say what it suits nothing is known for it. */
const UNSAID = 0.15;

/**
 * How well a style suits a song by its metre, tempo and chords, whatever style it is in: 1 as if made for it, towards 0
 * where reasons speak against it.
 */
export function styleFit(style: Style, song: SongFacts): StyleFit {
  const suits = suitsOf(style.id);
  return {
    ...judged([
      metreOfStyle(style, song),
      tempoCost(style.tempo, song),
      song.swung === null || song.swung === style.groove.swing >= SWUNG ? null : [NEAR_FEEL, null],
      ...(!suits ? [[UNSAID, null] as const] : song.harmony ? harmonyCosts(suits, song.harmony) : []),
    ]),
    because: becauseOf(style, song, suits),
  };
}

/** Everything that was judged, best first; what fits alike stays in its own order. */
function ranked<T, F extends Fit>(items: readonly T[], fit: (item: T) => F): (F & { readonly item: T })[] {
  return items
    .map((item, place) => ({ item, place, fit: fit(item) }))
    .sort((a, b) => b.fit.score - a.fit.score || a.place - b.place)
    .map(({ item, fit: own }) => ({ ...own, item }));
}

/** Patterns by how well they suit a song, the best first; as they came where two suit alike. */
export const rankPatterns = <P extends Pattern>(patterns: readonly P[], song: SongFacts): Fitting<P>[] =>
  ranked(patterns, (pattern) => patternFit(pattern, song));

/** A style in its place among the others. */
export type FittingStyle = StyleFit & { readonly item: Style };

/** What is asked in words counts first, how well it fits the song second. */
const BY_WORDS = 0.7;

type Answers = ReturnType<typeof answersTo>;

/** Styles by how well they suit a song and, before that, answer a request; the best first. */
const byAnswer = (styles: readonly Style[], song: SongFacts, answer: Answers): FittingStyle[] =>
  ranked(styles, (style) => {
    const fit = styleFit(style, song);
    if (!answer) return fit;
    const { score, met } = answer(style);
    return {
      ...fit,
      score: Math.min(1, BY_WORDS * score + (1 - BY_WORDS) * fit.score),
      because: [...(met.length ? [`you asked for ${listed(met)}`] : []), ...fit.because],
    };
  });

/**
 * Styles by how well they suit a song, the best first; as they came where two suit alike.
 * @param asked a request in words: styles that answer more of it come first.
 */
export const rankStyles = (styles: readonly Style[], song: SongFacts, asked = ''): FittingStyle[] =>
  byAnswer(styles, song, answersTo(styles, asked));

/** What is asked of styles. */
export type StyleCriteria = Pick<SearchCriteria, 'words' | 'feel' | 'genre'>;

/** The styles that are asked for, the best first: those that answer the words, or none where nobody knows them. */
export function stylesAsked(
  styles: readonly Style[],
  song: SongFacts,
  { words = '', feel, genre }: StyleCriteria,
): FittingStyle[] {
  const among = styles.filter(
    (style) =>
      (feel === undefined || style.feel === feel) && (genre === undefined || genresOf(style).includes(genre)),
  );
  const answer = answersTo(among, words);
  if (!answer) return words.trim() ? [] : byAnswer(among, song, null);
  return byAnswer(
    among.filter((style) => answer(style).score > 0),
    song,
    answer,
  );
}
