/** What was written into a bar and cannot be read: kept with the bar until it is mended or let go. */
import type { Draft } from 'immer';
import { LIMITS } from '../song/limits';
import type { Section, Song } from '../song/schema';
import { tidyName } from '../song/text';
import { sectionBars } from '../time/bars';
import { edit, type Edit } from './apply';
import { sectionIn } from './within';

/** What cannot be read in a bar of a section; null where everything can. */
export function unreadIn(song: Song, section: Section, index: number): string | null {
  if (!section.unread) return null;
  const start = sectionBars(section, song)[index]?.start;
  return section.unread.find((u) => u.at === start)?.text ?? null;
}

/** Lets go of what could not be read at a tick. */
export function mended(section: Draft<Section>, at: number): void {
  if (!section.unread) return;
  section.unread = section.unread.filter((u) => u.at !== at);
  if (!section.unread.length) delete section.unread;
}

/** Keeps what was written into a bar and cannot be read; null lets it go. The chords of the bar stay meanwhile. */
export const keepUnread = (sectionId: string, index: number, text: string | null): Edit =>
  edit(
    text === null ? 'let go of what could not be read' : 'write into a bar',
    (song) => {
      const section = sectionIn(song, sectionId);
      const bar = section && sectionBars(section, song)[index];
      if (!section || !bar) return;
      const kept = text === null ? '' : tidyName(text, LIMITS.unreadLength);
      if (section.unread?.some((u) => u.at === bar.start && u.text === kept)) return;
      mended(section, bar.start);
      if (kept) section.unread = [...(section.unread ?? []), { at: bar.start, text: kept }];
    },
    `bar/${sectionId}/${index}`,
  );
