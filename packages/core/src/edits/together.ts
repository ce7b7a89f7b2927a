/** Edits of what the players agree on among themselves. */
import type { Section, Song, Together } from '../song/schema';
import { edit, type Edit } from './apply';

/** Sets points for the whole song or for one section; `undefined` lets the song's word, or the usual one, show again. */
export function setTogether(sectionId: string | null, points: Together): Edit {
  return edit(
    'change what the players agree on',
    (song) => {
      const owner: Pick<Song, 'together'> | Pick<Section, 'together'> | undefined =
        sectionId === null ? song : song.sections.find((s) => s.id === sectionId);
      if (!owner) return;
      const set: Together = { ...owner.together };
      for (const [point, value] of Object.entries(points)) {
        if (value === undefined) delete set[point as keyof Together];
        else Object.assign(set, { [point]: value });
      }
      if (Object.keys(set).length) owner.together = set;
      else delete owner.together;
    },
    `together/${sectionId ?? ''}/${Object.keys(points).join()}`,
  );
}
