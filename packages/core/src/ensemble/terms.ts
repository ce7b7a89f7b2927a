/** Which points a section's players agree on: its own word, else the song's, else all of them. */
import type { Section, Song, Together } from '../song/schema';

/** Which points the players of a section agree on. */
export type Points = Readonly<Required<Omit<Together, 'telling' | 'push'>>>;

export const POINTS: Points = { early: true, marks: true, lock: true, room: true, shape: true, fills: true };

export function pointsOf(song: Pick<Song, 'together'>, section: Pick<Section, 'together'>): Points {
  if (!song.together && !section.together) return POINTS;
  const said = { ...song.together, ...section.together };
  return Object.fromEntries(
    Object.entries(POINTS).map(([point, usual]) => [point, said[point as keyof Points] ?? usual]),
  ) as unknown as Points;
}
