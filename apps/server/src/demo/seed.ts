import { readChart } from '@backline/core/formats/chart/index';
import { songSchema, type Song } from '@backline/core/song/schema';
import type { SongStore } from '../songs/store';
import { DEMO_SONGS, type DemoSong } from './songs';

/** A demo song as a checked document. */
export function demoSong({ chart, parts = {}, sections = {} }: DemoSong): Song {
  const song = readChart(chart);
  return songSchema.parse({
    ...song,
    parts: song.parts.map((part) => ({ ...part, settings: { ...part.settings, ...parts[part.id] } })),
    sections: song.sections.map((section) => ({ ...section, settings: sections[section.name] ?? {} })),
  });
}

/** Puts the demo songs into the songbook, the first of the set last, so that it leads the list. */
export async function seedDemo(store: SongStore): Promise<void> {
  for (const demo of [...DEMO_SONGS].reverse()) await store.create(demoSong(demo));
}
