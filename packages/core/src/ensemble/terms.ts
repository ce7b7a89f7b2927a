/** Which points a section's players agree on: its own word, else the song's, else all of them. */
import type { Section, Song, Together } from '../song/schema';

/** Which points the players of a section agree on. */
export type Points = Readonly<Required<Omit<Together, 'repeatVariation' | 'anticipation'>>>;

export const POINTS: Points = {
  anticipations: true,
  marks: true,
  lock: true,
  registers: true,
  shape: true,
  fills: true,
  arc: true,
};

/** Which points the players of a section agree on: by its own word, else the song’s, else all of them. */
export function pointsOf(song: Pick<Song, 'together'>, section: Pick<Section, 'together'>): Points {
  if (!song.together && !section.together) return POINTS;
  const said = { ...song.together, ...section.together };
  return Object.fromEntries(
    Object.entries(POINTS).map(([point, usual]) => [point, said[point as keyof Points] ?? usual]),
  ) as unknown as Points;
}
