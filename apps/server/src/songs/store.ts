import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Song } from '@backline/core/song/schema';
import {
  summaryOf,
  type Saved,
  type SongList,
  type SongSummary,
  type StoredSong,
  type SummaryFacts,
} from '@backline/core/song/transport';

interface Row {
  id: string;
  revision: number;
  song: Song;
  summary: SummaryFacts;
  touched: string;
  edits: string[];
  updated_at: Date;
  deleted_at: Date | null;
}

/** Edits of a song that are remembered, newest first. */
const EDITS_KEPT = 50;
/** Songs of a page of the songbook. */
export const PAGE = { usual: 100, most: 500 } as const;
/** Days the bin gives songs back. */
export const BIN_DAYS = 30;

const stored = (row: Row): StoredSong => ({
  id: row.id,
  revision: row.revision,
  updatedAt: row.updated_at.toISOString(),
  song: row.song,
});

const SUMMARY = ['id', 'revision', 'summary', 'touched', 'updated_at', 'deleted_at'] as const;

const summary = (row: Pick<Row, (typeof SUMMARY)[number]>): SongSummary => ({
  ...row.summary,
  id: row.id,
  revision: row.revision,
  updatedAt: row.updated_at.toISOString(),
  deletedAt: row.deleted_at?.toISOString() ?? null,
});

/** A save as it comes: what it was made from, which edit it is, which it follows. */
export interface Save {
  readonly revision: number;
  readonly song: Song;
  readonly edit?: string;
  /** Edits sent before it whose answers did not come. */
  readonly after?: readonly string[];
}

export type SaveOutcome =
  | { readonly kind: 'saved'; readonly saved: Saved }
  | { readonly kind: 'conflict'; readonly current: StoredSong }
  | { readonly kind: 'in the bin' }
  | { readonly kind: 'unknown' };

export interface ListAsked {
  /** Where the page before ended. */
  readonly after?: string;
  readonly limit?: number;
  /** The bin instead of the songbook. */
  readonly bin?: boolean;
}

/** Songs in the database, each stored whole with its revision, its summary beside it. */
export class SongStore {
  constructor(private readonly db: Knex) {}

  /** One page of the songbook, what was worked on last first; reads summaries only. */
  async list({ after, limit = PAGE.usual, bin = false }: ListAsked = {}): Promise<SongList> {
    const query = this.db<Row>('songs')
      .select(...SUMMARY)
      .orderBy('touched', 'desc')
      .limit(limit + 1);
    if (bin) void query.whereNotNull('deleted_at');
    else void query.whereNull('deleted_at');
    if (after !== undefined) void query.where('touched', '<', after);
    const rows = await query;
    const page = rows.slice(0, limit);
    return { songs: page.map(summary), next: rows.length > limit ? page[page.length - 1]!.touched : null };
  }

  /** A song, or null where there is none; one in the bin has `deletedAt`. */
  async read(id: string): Promise<(StoredSong & { readonly deletedAt: Date | null }) | null> {
    const row = await this.db<Row>('songs').where({ id }).first();
    return row ? { ...stored(row), deletedAt: row.deleted_at } : null;
  }

  /** Makes a song; one that was made under this id before is given back as it is. */
  async create(song: Song, id: string = randomUUID()): Promise<StoredSong> {
    const [made] = await this.db('songs')
      .insert({ id, revision: 1, ...this.columns(song) })
      .onConflict('id')
      .ignore()
      .returning<Row[]>('*');
    return made ? stored(made) : (await this.read(id))!;
  }

  /** Saves a song if it still is what the save was made from, or was saved before as this very edit. */
  async replace(id: string, { revision, song, edit = randomUUID(), after = [] }: Save): Promise<SaveOutcome> {
    const [row] = await this.db('songs')
      .where({ id })
      .whereNull('deleted_at')
      .whereRaw('not (? = any(edits))', [edit])
      .where((query) => void query.where({ revision }).orWhereRaw('edits[1] = any(?)', [[...after]]))
      .update({
        ...this.columns(song),
        revision: this.db.raw('revision + 1'),
        edits: this.db.raw('(array[?::text] || edits)[1:?]', [edit, EDITS_KEPT]),
        updated_at: this.db.fn.now(),
        touched: this.db.raw(`nextval('song_touches')`),
      })
      .returning<Pick<Row, 'revision' | 'updated_at'>[]>(['revision', 'updated_at']);
    if (row) {
      const saved = { id, revision: row.revision, updatedAt: row.updated_at.toISOString() };
      return { kind: 'saved', saved };
    }
    return this.notReplaced(id, edit);
  }

  /** Why a save changed nothing: known already, made from an older revision, or the song is gone. */
  private async notReplaced(id: string, edit: string): Promise<SaveOutcome> {
    const row = await this.db<Row>('songs').where({ id }).first();
    if (!row) return { kind: 'unknown' };
    if (row.deleted_at) return { kind: 'in the bin' };
    const current = stored(row);
    if (!row.edits.includes(edit)) return { kind: 'conflict', current };
    const { revision, updatedAt } = current;
    const gone = row.edits[0] === edit ? {} : { current };
    return { kind: 'saved', saved: { id, revision, updatedAt, ...gone } };
  }

  /** Puts a song into the bin, if it still has the revision that was decided on. */
  async remove(id: string, revision: number): Promise<'removed' | 'changed' | 'unknown'> {
    const removed = await this.db('songs')
      .where({ id, revision })
      .whereNull('deleted_at')
      .update({ deleted_at: this.db.fn.now(), touched: this.db.raw(`nextval('song_touches')`) });
    if (removed) return 'removed';
    const row = await this.db<Row>('songs').select('deleted_at').where({ id }).first();
    return row && !row.deleted_at ? 'changed' : 'unknown';
  }

  /** Takes a song out of the bin; its summary, or null where it is not there. */
  async restore(id: string): Promise<SongSummary | null> {
    const [row] = await this.db('songs')
      .where({ id })
      .update({ deleted_at: null, touched: this.db.raw(`nextval('song_touches')`) })
      .returning<Pick<Row, (typeof SUMMARY)[number]>[]>([...SUMMARY]);
    return row ? summary(row) : null;
  }

  /** Lets songs go that have been in the bin for longer than it gives them back. Returns how many. */
  async emptyBin(): Promise<number> {
    return this.db('songs')
      .where('deleted_at', '<', this.db.raw(`now() - interval '${BIN_DAYS} days'`))
      .delete();
  }

  private columns(song: Song) {
    return { title: song.title, song: JSON.stringify(song), summary: JSON.stringify(summaryOf(song)) };
  }
}
