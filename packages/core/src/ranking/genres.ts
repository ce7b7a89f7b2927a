/** What a style is made of: the genres its patterns name, the most common first. */
import type { Style } from '../style/schema';

const known = new WeakMap<Style, readonly string[]>();
/** A genre that only one pattern in so many names says nothing of the style. */
const LEAST_SHARE = 0.2;

/** The genres of a style’s patterns, those of the most patterns first. */
export function genresOf(style: Style): readonly string[] {
  let genres = known.get(style);
  if (!genres) {
    const patterns = Object.values(style.parts).flatMap((voice) => voice?.patterns ?? []);
    const counts = new Map<string, number>();
    for (const genre of patterns.flatMap((p) => p.facts?.genres ?? [])) {
      counts.set(genre, (counts.get(genre) ?? 0) + 1);
    }
    const most = Math.max(0, ...counts.values());
    genres = [...counts]
      .filter(([, count]) => count >= most * LEAST_SHARE)
      .sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]))
      .map(([genre]) => genre);
    known.set(style, genres);
  }
  return genres;
}
