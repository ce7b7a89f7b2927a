import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { SongChanges } from './changes';
import { changedInWords } from '@backline/core/song/changed';
import { PatchesDoNotFit, withPatches, type SongPatch } from '@backline/core/song/patches';
import { SONG_VERSION, readSong, type ReadSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import {
  summaryOf,
  type Save,
  type Saved,
  type SongList,
  type SongSummary,
  type Sort,
  type StoredSong,
  type SummaryFacts,
} from '@backline/core/song/wire';

interface SongRow {
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

const stored = (row: SongRow): StoredSong => ({
  id: row.id,
  revision: row.revision,
  updatedAt: row.updated_at.toISOString(),
  song: row.song,
});

const SUMMARY = ['id', 'revision', 'summary', 'touched', 'updated_at', 'deleted_at'] as const;

const summary = (row: Pick<SongRow, (typeof SUMMARY)[number]>): SongSummary => ({
  ...row.summary,
  id: row.id,
  revision: row.revision,
  updatedAt: row.updated_at.toISOString(),
  deletedAt: row.deleted_at?.toISOString() ?? null,
});

export type SaveOutcome =
  | { readonly kind: 'saved'; readonly saved: Saved }
  | { readonly kind: 'conflict'; readonly current: StoredSong }
  /** The changes name what is not there, or make what is no song. */
  | { readonly kind: 'does not fit'; readonly trouble: string }
  | { readonly kind: 'in the bin' }
  | { readonly kind: 'unknown' };

export interface ListAsked {
  /** Where the page before ended. */
  readonly after?: string;
  readonly limit?: number;
  /** The bin instead of the songbook. */
  readonly bin?: boolean;
  /** Words of which each is in its title, key, metre, style or tags. */
  readonly find?: string;
  readonly tag?: string;
  readonly sort?: Sort;
}

/** What songs are put in order by, each falling back on what was worked on last; and which way. */
const ORDERS: Readonly<Record<Sort, { readonly by: string; readonly way: 'asc' | 'desc' }>> = {
  'worked on': { by: 'touched', way: 'desc' },
  title: { by: 'lower(title)', way: 'asc' },
  key: { by: `summary->>'key'`, way: 'asc' },
  tempo: { by: `(summary->>'tempo')::numeric`, way: 'asc' },
  style: { by: `summary->>'style'`, way: 'asc' },
};

/** A page of another order is counted off: nobody turns through thousands of songs by key. */
const COUNTED = /^n(\d{1,6})$/;

const escaped = (text: string): string => text.replace(/[\\%_]/g, '\\$&');

/** The answer to a save that is known already; where others have gone on from it, with their song. */
function answeredAgain(row: SongRow, edit: string): SaveOutcome {
  const current = stored(row);
  const { id, revision, updatedAt } = current;
  return {
    kind: 'saved',
    saved: { id, revision, updatedAt, ...(row.edits[0] === edit ? {} : { current }) },
  };
}

/** A stored song with patches laid on, checked like anything that comes in. */
function withPatchesOn(document: unknown, patches: readonly SongPatch[]): ReadSong {
  // What is stored was checked when it came; of an earlier version it is brought up first.
  const isOfNow = (document as { version?: unknown }).version === SONG_VERSION;
  const before = isOfNow ? { song: document as Song, trouble: null } : readSong(document);
  // One that cannot be read is given up for a whole one only: what its fields mean is not known.
  if (!before.song && patches[0]?.path.length !== 0) return before;
  try {
    return readSong(withPatches(before.song ?? {}, patches));
  } catch (error) {
    if (!(error instanceof PatchesDoNotFit)) throw error;
    return { song: null, trouble: error.message, code: 'document-unfit' };
  }
}

/** Songs in the database, each stored whole with its revision, its summary beside it. */
export class SongStore {
  constructor(private readonly db: Knex) {}

  /** One page of the songbook; reads summaries only. */
  async list(asked: ListAsked = {}): Promise<SongList> {
    const { after, limit = PAGE.usual, sort = 'worked on' } = asked;
    const { by, way } = ORDERS[sort];
    const query = this.found(asked)
      .select(...SUMMARY)
      .orderByRaw(`${by} ${way}, touched desc`)
      .limit(limit + 1);
    const skipped = Number(COUNTED.exec(after ?? '')?.[1] ?? 0);
    if (skipped) void query.offset(skipped);
    else if (after !== undefined) void query.where('touched', '<', after);
    const [rows, counted] = await Promise.all([
      query,
      this.found(asked).count<{ count: string }[]>({ count: '*' }),
    ]);
    const page = rows.slice(0, limit);
    const next = sort === 'worked on' ? page.at(-1)?.touched : `n${skipped + limit}`;
    return {
      songs: page.map(summary),
      next: rows.length > limit ? (next ?? null) : null,
      total: Number(counted[0]!.count),
    };
  }

  /** Songs that are asked for, in no order. */
  private found({ bin = false, find = '', tag }: ListAsked) {
    const query = this.db<SongRow>('songs');
    if (bin) void query.whereNotNull('deleted_at');
    else void query.whereNull('deleted_at');
    const text = `concat_ws(' ', title, summary->>'key', summary->>'metre', summary->>'style', summary->>'tags')`;
    for (const word of find.split(/\s+/).filter(Boolean)) {
      void query.whereRaw(`${text} ilike ?`, [`%${escaped(word)}%`]);
    }
    if (tag !== undefined) void query.whereRaw(`summary->'tags' @> ?::jsonb`, [JSON.stringify([tag])]);
    return query;
  }

  /** Every tag of the songbook, in order. */
  async tags(): Promise<string[]> {
    const rows = await this.db<SongRow>('songs')
      .whereNull('deleted_at')
      .distinct<{ tag: string }[]>(this.db.raw(`jsonb_array_elements_text(summary->'tags') as tag`))
      .orderBy('tag');
    return rows.map(({ tag }) => tag);
  }

  /** A song, or null where there is none; one in the bin has `deletedAt`. */
  async read(id: string): Promise<(StoredSong & { readonly deletedAt: Date | null }) | null> {
    const row = await this.db<SongRow>('songs').where({ id }).first();
    return row ? { ...stored(row), deletedAt: row.deleted_at } : null;
  }

  /** Makes a song; one that was made under this id before is given back as it is. */
  async create(song: Song, id: string = randomUUID()): Promise<StoredSong> {
    const [made] = await this.db('songs')
      .insert({ id, revision: 1, ...this.columns(song) })
      .onConflict('id')
      .ignore()
      .returning<SongRow[]>('*');
    return made ? stored(made) : (await this.read(id))!;
  }

  /**
   * Lays the steps of a save on the song. Where others have changed it since the revision they were made from, they
   * are laid on as well if they touch nothing of that; else it is for the writer to choose. A save that was made
   * before is answered again.
   */
  async save(id: string, { revision, steps }: Save): Promise<SaveOutcome> {
    return this.db.transaction(async (change) => {
      const row = await change<SongRow>('songs').where({ id }).forUpdate().first();
      if (!row) return { kind: 'unknown' };
      if (row.deleted_at) return { kind: 'in the bin' };
      const last = steps.at(-1)!.edit;
      if (row.edits.includes(last)) return answeredAgain(row, last);
      const changes = new SongChanges(change, id);
      const known = steps.findLastIndex(({ edit }) => row.edits.includes(edit));
      const from = known < 0 ? revision : await changes.revisionAfter(steps[known]!.edit, row);
      const fresh = steps.slice(known + 1);
      const patches = fresh.flatMap((step) => step.patches);
      const isBehind = from !== row.revision;
      if (isBehind && !(await changes.goTogether(patches, from, row.revision))) {
        return { kind: 'conflict', current: stored(row) };
      }
      const { song, trouble } = withPatchesOn(row.song, patches);
      if (!song) {
        // Each for itself is a song, and both together are none: that, too, is for the writer to choose.
        return isBehind ? { kind: 'conflict', current: stored(row) } : { kind: 'does not fit', trouble };
      }
      const made = fresh.map(({ edit }) => edit);
      const [saved] = await change('songs')
        .where({ id })
        .update({
          ...this.columns(song, patches),
          revision: row.revision + 1,
          edits: [...made.toReversed(), ...row.edits].slice(0, EDITS_KEPT),
          updated_at: this.db.fn.now(),
          touched: this.db.raw(`nextval('song_touches')`),
        })
        .returning<SongRow[]>('*');
      await changes.keep(saved!.revision, made, patches);
      const { updatedAt, ...rest } = stored(saved!);
      return {
        kind: 'saved',
        saved: {
          id,
          revision: rest.revision,
          updatedAt,
          ...(isBehind && { current: { ...rest, updatedAt } }),
        },
      };
    });
  }

  /** Puts a song into the bin, if it still has the revision that was decided on. */
  async remove(id: string, revision: number): Promise<'removed' | 'changed' | 'unknown'> {
    const removed = await this.db('songs')
      .where({ id, revision })
      .whereNull('deleted_at')
      .update({ deleted_at: this.db.fn.now(), touched: this.db.raw(`nextval('song_touches')`) });
    if (removed) return 'removed';
    const row = await this.db<SongRow>('songs').select('deleted_at').where({ id }).first();
    return row && !row.deleted_at ? 'changed' : 'unknown';
  }

  /** Takes a song out of the bin; its summary, or null where it is not there. */
  async restore(id: string): Promise<SongSummary | null> {
    const [row] = await this.db('songs')
      .where({ id })
      .update({ deleted_at: null, touched: this.db.raw(`nextval('song_touches')`) })
      .returning<Pick<SongRow, (typeof SUMMARY)[number]>[]>([...SUMMARY]);
    return row ? summary(row) : null;
  }

  /** Lets songs go that have been in the bin for longer than it gives them back. Returns how many. */
  async emptyBin(): Promise<number> {
    return this.db('songs')
      .where('deleted_at', '<', this.db.raw(`now() - interval '${BIN_DAYS} days'`))
      .delete();
  }

  private columns(song: Song, patches: readonly SongPatch[] = []) {
    const changed = patches.length ? changedInWords(song, patches) : '';
    return {
      title: song.title,
      song: JSON.stringify(song),
      summary: JSON.stringify(summaryOf(song, changed)),
    };
  }
}
