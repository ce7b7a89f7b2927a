import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Song } from '@backline/core/song/schema';
import type { SongSummary, StoredSong } from '@backline/core/song/transport';

interface Row {
  id: string;
  title: string;
  revision: number;
  song: Song;
  updated_at: Date;
}

const stored = (row: Row): StoredSong => ({
  id: row.id,
  revision: row.revision,
  updatedAt: row.updated_at.toISOString(),
  song: row.song,
});

function summary(row: Row): SongSummary {
  const { song } = row;
  const sections = new Map(song.sections.map((s) => [s.id, s]));
  const form = song.form.flatMap(({ section, repeats }) => {
    const found = sections.get(section);
    return found ? [{ name: found.name, bars: found.bars * repeats }] : [];
  });
  return {
    id: row.id,
    revision: row.revision,
    updatedAt: row.updated_at.toISOString(),
    title: song.title,
    key: song.key,
    metre: song.metre,
    tempo: song.tempo,
    style: song.style,
    bars: form.reduce((sum, entry) => sum + entry.bars, 0),
    form,
  };
}

/** Songs in the database, each stored whole with its revision. */
export class SongStore {
  constructor(private readonly db: Knex) {}

  async list(): Promise<SongSummary[]> {
    const rows = await this.db<Row>('songs').orderBy('updated_at', 'desc').orderBy('id').limit(1000);
    return rows.map(summary);
  }

  async read(id: string): Promise<StoredSong | null> {
    const row = await this.db<Row>('songs').where({ id }).first();
    return row ? stored(row) : null;
  }

  async create(song: Song): Promise<StoredSong> {
    const row = { id: randomUUID(), title: song.title, revision: 1, song: JSON.stringify(song) };
    const [created] = await this.db('songs').insert(row).returning<Row[]>('*');
    return stored(created!);
  }

  /** Replaces a song if it still has the revision the save was made from; otherwise null. */
  async replace(id: string, revision: number, song: Song): Promise<StoredSong | null> {
    const [row] = await this.db('songs')
      .where({ id, revision })
      .update({
        title: song.title,
        song: JSON.stringify(song),
        revision: revision + 1,
        updated_at: this.db.fn.now(),
      })
      .returning<Row[]>('*');
    return row ? stored(row) : null;
  }

  async remove(id: string): Promise<boolean> {
    return (await this.db('songs').where({ id }).delete()) > 0;
  }
}
