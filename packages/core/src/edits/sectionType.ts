/** What a section is to its song: how it is told follows from that, by the song's shape and its arc. */
import type { SectionType } from '../song/choices';
import { edit, type Edit } from './apply';

/** Says what a section is; null where its name is to say so. */
export const setSectionType = (id: string, type: SectionType | null): Edit =>
  edit('say what a section is', (song) => {
    const section = song.sections.find((s) => s.id === id);
    if (!section) return;
    if (type === null) delete section.type;
    else section.type = type;
  });
