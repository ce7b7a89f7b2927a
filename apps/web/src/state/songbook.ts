/** What is done to songs from the songbook, without opening them; and songs brought in and taken out as files. */
import { z } from 'zod';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { setTitle } from '@backline/core/edits/song';
import { ChartError } from '@backline/core/formats/chart/error';
import { readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { freeName } from '@backline/core/song/names';
import type { SongSummary, StoredSong } from '@backline/core/song/wire';
import { createSongAt, fetchList, fetchSong, listPath, saveSong, songPath } from './api';
import { keepAnswer } from './keptAnswers';
import { newId } from './newId';
import { loadRepertoire } from './repertoire';
import { flush } from './saver';

/** A song as the server has it, with what this tab still keeps of it sent first. */
async function stored(id: string): Promise<StoredSong> {
  await flush(id);
  return fetchSong(songPath(id));
}

/** Makes an edit to a song that is not open. */
export async function editStored(id: string, edit: Edit): Promise<void> {
  const { revision, song } = await stored(id);
  const done = applyEdit(song, edit);
  if (!done) return;
  const steps = [{ edit: newId(), patches: [...done.step.forward] }];
  const saved = await saveSong(songPath(id), { revision, steps });
  void keepAnswer('songs', songPath(id), { ...saved, song: done.song });
}

/** Makes a copy of a song, with a title that none of these has. */
export async function duplicate(id: string, titles: readonly string[]): Promise<StoredSong> {
  const { song } = await stored(id);
  const copy = applyEdit(song, setTitle(freeName(titles, song.title)))?.song ?? song;
  return createSongAt(copy);
}

const BOOK_FORMAT = 'vivid-backline-songbook';
/** Largest file that is brought in, bytes: a songbook of many long songs. */
export const MOST_BROUGHT = 60_000_000;

const bookSchema = z.object({ format: z.literal(BOOK_FORMAT), songs: z.array(z.unknown()) });

/** Every song of the songbook, page by page, as one file; told how many of how many are in it. */
export async function wholeBook(
  ids: readonly string[] | null,
  tell: (done: number, of: number) => void,
): Promise<Blob> {
  const wanted = ids ?? (await allIds());
  const songs: Song[] = [];
  for (const id of wanted) {
    songs.push((await stored(id)).song);
    tell(songs.length, wanted.length);
  }
  const text = JSON.stringify({ format: BOOK_FORMAT, version: 1, songs }, null, 1);
  return new Blob([text], { type: 'application/json' });
}

async function allIds(): Promise<string[]> {
  const found: SongSummary[] = [];
  for (let after: string | null = null; ;) {
    const page = await fetchList(listPath({}, after));
    found.push(...page.songs);
    if (page.next === null) return found.map(({ id }) => id);
    after = page.next;
  }
}

export interface Brought {
  readonly songs: readonly Song[];
  /** What could not be brought in, as sentences. */
  readonly troubles: readonly string[];
  /** What was made of it, where it was not written as we write it. */
  readonly told: readonly string[];
}

async function songsIn(document: unknown): Promise<Brought> {
  const book = bookSchema.safeParse(document);
  const documents = book.success ? book.data.songs : [document];
  const songs: Song[] = [];
  const troubles: string[] = [];
  const told: string[] = [];
  for (const [i, one] of documents.entries()) {
    const { song, trouble } = readSong(one);
    const which = documents.length > 1 ? `Song ${i + 1}: ` : '';
    // What does not read as it stands comes in as far as it goes; the file has the rest.
    const mended = song ? null : (await import('@backline/core/song/mend')).mendSong(one);
    if (song) songs.push(song);
    else if (mended) {
      songs.push(mended.song);
      told.push(
        `${which}It does not read as it stands (${mended.remarks.slice(0, 3).join(' ')}). What reads of it came in.`,
      );
    } else troubles.push(which + trouble);
  }
  return { songs, troubles, told };
}

const notBrought = (trouble: string): Brought => ({ songs: [], troubles: [trouble], told: [] });

/** Reads a text as a chart, or as a chord sheet. */
async function songInText(name: string, text: string): Promise<Brought> {
  const { readChartOrSheet } = await import('@backline/core/formats/chordSheet/read');
  const repertoire = await loadRepertoire();
  try {
    const { song, told } = readChartOrSheet(text, repertoire);
    return { songs: [song], troubles: [], told };
  } catch (error) {
    if (!(error instanceof ChartError)) throw error;
    return notBrought(`${name} is no chart that can be read. ${error.message}`);
  }
}

/** Reads a file as our own songs, or as chords in text. */
export async function readBrought(file: Pick<File, 'name' | 'size' | 'text'>): Promise<Brought> {
  if (file.size > MOST_BROUGHT) return notBrought(`${file.name} is too large: 60 MB at most.`);
  const text = (await file.text()).replace(/^\ufeff/, '');
  if (/^\s*[{[]\s*"/.test(text) || file.name.endsWith('.json')) {
    let document: unknown;
    try {
      document = JSON.parse(text);
    } catch {
      return notBrought(`${file.name} is damaged, or cut off: it is no JSON that can be read.`);
    }
    return songsIn(document);
  }
  return songInText(file.name, text);
}

const NEW_SONG = 'title: New song\n[Verse]\n| C | / / / / | / / / / | / / / / |';

/** A song of four bars, ready to be written in. */
export async function newSong(): Promise<Song> {
  const { readChart } = await import('@backline/core/formats/chart/index');
  return readChart(NEW_SONG, await loadRepertoire());
}

/** Puts songs into the songbook, the last of them first, so that they stand in their order. */
export async function bringIn(songs: readonly Song[]): Promise<readonly string[]> {
  const ids: string[] = [];
  for (const song of [...songs].reverse()) ids.push((await createSongAt(song)).id);
  return ids.reverse();
}
