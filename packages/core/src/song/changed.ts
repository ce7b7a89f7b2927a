/** What changes touched last, in words for the songbook. */
import type { PathStep, SongPatch } from './patches';
import type { Song } from './schema';

type ComparedSong = Pick<Song, 'sections' | 'parts'>;

const FIELDS = new Map(
  Object.entries({
    title: 'the title',
    key: 'the key',
    metre: 'the metre',
    tempo: 'the tempo',
    style: 'the style',
    seed: 'the whole band varied',
    groove: 'the groove',
    ending: 'the ending',
    form: 'the form',
    removed: 'the sections',
    guide: 'the guide sound',
    together: 'how the band plays together',
    annotation: 'the note',
    tags: 'the tags',
  }),
);

const IN_SECTION = new Map(
  Object.entries({
    drafts: 'chords of',
    settings: 'how the band plays',
    together: 'how the band plays',
    cues: 'cues of',
    changes: 'key, metre or tempo of',
    annotation: 'the note on',
  }),
);

/** What a path names in a list, by its id or (as earlier versions had it) by its place. */
const named = <T extends { readonly id: string }>(
  list: readonly T[],
  at: PathStep | undefined,
): T | undefined =>
  typeof at === 'object'
    ? list.find(({ id }) => id === at.id)
    : typeof at === 'number'
      ? list[at]
      : undefined;

/** @param song as it is after the changes. */
export function changedInWords(song: ComparedSong, patches: readonly SongPatch[]): string {
  const path = patches.at(-1)?.path ?? [];
  const [field, at, what] = path;
  if (field === 'sections') {
    const section = named(song.sections, at);
    return section ? `${IN_SECTION.get(String(what)) ?? 'bars of'} ${section.name}` : 'the sections';
  }
  if (field === 'parts') {
    const part = named(song.parts, at);
    return part ? part.name : 'the band';
  }
  return FIELDS.get(String(field)) ?? 'the whole song';
}
