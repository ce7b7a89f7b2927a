/** What the writer notes about the song and its sections, and the words it is found by. */
import { LIMITS } from '../song/limits';
import { cutText, isOneLine, tidyName } from '../song/text';
import { edit, type Edit } from './apply';
import { sectionIn } from './within';

/** A note as it can be kept: its lines without what cannot be shown; empty where nothing is left. */
export const tidyNote = (text: string): string =>
  cutText(
    text
      .split(/\r?\n/)
      .map((line) => (isOneLine(line) ? line : tidyName(line, LIMITS.noteLength)))
      .join('\n')
      .trim(),
    LIMITS.noteLength,
  );

/** The note on the song; an empty one takes it away. */
export const setSongAnnotation = (text: string): Edit =>
  edit(
    'note down',
    (song) => {
      const note = tidyNote(text);
      if (note) song.annotation = note;
      else delete song.annotation;
    },
    'note',
  );

/** The note on a section; an empty one takes it away. */
export const setSectionAnnotation = (sectionId: string, text: string): Edit =>
  edit(
    'note down about a section',
    (song) => {
      const section = sectionIn(song, sectionId);
      if (!section) return;
      const note = tidyNote(text);
      if (note) section.annotation = note;
      else delete section.annotation;
    },
    `note/${sectionId}`,
  );

/** Tags of a list of words, each once, whatever its case. */
export function tagsOf(words: readonly string[]): string[] {
  const tags: string[] = [];
  for (const word of words) {
    const tag = tidyName(word, LIMITS.tagLength);
    if (tag && !tags.some((t) => t.toLowerCase() === tag.toLowerCase())) tags.push(tag);
  }
  return tags.slice(0, LIMITS.tags);
}

/** The words a song is found by, each once, cut to what a tag can hold; empty ones go. */
export const setTags = (words: readonly string[]): Edit =>
  edit('tag the song', (song) => {
    const tags = tagsOf(words);
    if (tags.length) song.tags = tags;
    else delete song.tags;
  });
