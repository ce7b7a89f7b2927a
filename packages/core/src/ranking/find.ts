/** Finding among patterns and styles: by words, by what they are, by how near they lie to one in hand; and by chance. */
import { noise } from '../random/stream';
import type { Pattern } from '../style/pattern';
import type { SearchCriteria } from './criteria';
import { factsOf, type Fitting } from './rank';
import { apartness } from './strokes';

/** Whether all words that are asked for stand in some texts, whatever their order. */
export const matches = (words: string | undefined, ...texts: readonly string[]): boolean => {
  const all = texts.join(' ').toLowerCase().replace(/-/g, ' ');
  const wanted = (words ?? '').toLowerCase().replace(/-/g, ' ').split(/\s+/).filter(Boolean);
  return wanted.every((word) => all.includes(word));
};

/** Whether a pattern is among what is looked for. */
export function isPatternAsked(pattern: Pattern, { words, feel, genre, energy }: SearchCriteria): boolean {
  const facts = factsOf(pattern);
  return (
    (feel === undefined || facts.feel === feel) &&
    (genre === undefined || facts.genres.includes(genre)) &&
    (energy === undefined || facts.energy === energy) &&
    matches(words, pattern.name, facts.leaves, facts.feel, ...facts.genres)
  );
}

const byDistance = <P extends Pattern>(from: Pattern, patterns: readonly P[], sign: 1 | -1): P[] => {
  const far = (p: P): number =>
    apartness(from, p) + 0.12 * Math.abs(factsOf(from).energy - factsOf(p).energy);
  return patterns
    .filter((p) => p.id !== from.id)
    .map((pattern) => ({ pattern, distance: far(pattern) }))
    .sort((a, b) => sign * (a.distance - b.distance))
    .map(({ pattern }) => pattern);
};

/** Patterns that lie near one in hand, nearest first. */
export const moreLike = <P extends Pattern>(from: Pattern, patterns: readonly P[]): P[] =>
  byDistance(from, patterns, 1);

/** Patterns as far from one in hand as can be, farthest first. */
export const opposites = <P extends Pattern>(from: Pattern, patterns: readonly P[]): P[] =>
  byDistance(from, patterns, -1);

/** What fits nearly as well as the best is as likely as the best itself. */
const AS_GOOD = 0.8;

/**
 * Another one that fits, by a fair dice: each that fits well is as likely as every other, and never the one in hand. Null where
 * no other fits.
 * @param throwOf which throw it is: another number, another choice.
 */
export function anotherOf<T extends { readonly id: string }>(
  fitting: readonly Fitting<T>[],
  inHand: string,
  throwOf: number,
): T | null {
  const others = fitting.filter(({ item }) => item.id !== inHand);
  const best = others[0]?.score ?? 0;
  const good = others.filter(({ score }) => score >= best * AS_GOOD);
  return good[Math.floor(noise(0x51ed, throwOf, 61) * good.length)]?.item ?? null;
}
