import type { Knex } from 'knex';
import { applyEdit } from '@backline/core/edits/apply';
import { setBalance } from '@backline/core/edits/song';
import { readChart } from '@backline/core/formats/chart/index';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import { SongStore } from '../songs/store';
import mixes from './mixes.json' with { type: 'json' };
import { DEMO_SONGS, type DemoSong } from './songs';
import { OURS } from '@backline/core/styles/index';

/** Levels of the parts and the gain of the whole, by title, as scripts/mix-demo.ts measured them. */
const MIXES = new Map<string, { readonly levels: Record<string, number>; readonly gain: number }>(
  Object.entries(mixes),
);

function mixed(song: Song): Song {
  const mix = MIXES.get(song.title);
  if (!mix) return song;
  const levels = new Map<string, number>(Object.entries(mix.levels));
  return applyEdit(song, setBalance(levels, mix.gain))?.song ?? song;
}

/** A demo song as a checked document. */
export function demoSong({ chart, parts = {}, sections = {}, told = [] }: DemoSong): Song {
  const song = readChart(chart, OURS);
  const set = songSchema.parse({
    ...song,
    parts: song.parts.map((part) => ({ ...part, settings: { ...part.settings, ...parts[part.id] } })),
    sections: song.sections.map((section) => ({ ...section, settings: sections[section.name] ?? {} })),
  });
  return mixed(told.reduce((now, edit) => applyEdit(now, edit(now))?.song ?? now, set));
}

/**
 * Puts the demo songs into a songbook that has never held a song, the first of the set last, so that it
 * leads the list. All of them or none: one killed in the middle is begun again by the next start.
 * @returns whether they were put in just now.
 */
export async function seedDemo(db: Knex): Promise<boolean> {
  return db.transaction(async (all) => {
    const first = await all('set_up')
      .insert({ what: 'demo songs' })
      .onConflict('what')
      .ignore()
      .returning('what');
    if (!first.length || (await all('songs').select('id').first())) return false;
    const store = new SongStore(all);
    for (const demo of [...DEMO_SONGS].reverse()) await store.create(demoSong(demo));
    return true;
  });
}
