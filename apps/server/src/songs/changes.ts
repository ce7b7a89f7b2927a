import type { Knex } from 'knex';
import { areApart } from '@backline/core/song/merging';
import type { SongPatch } from '@backline/core/song/patches';

interface SongChangeRow {
  song: string;
  revision: number;
  edits: string[];
  patches: SongPatch[];
}

/** Revisions of a song whose changes are kept: who was away for longer is asked. */
const KEPT = 100;
/** Patches of one revision that are kept: more are as good as another song. */
const MOST_PATCHES = 1000;

/** What the last revisions of a song changed, within the transaction of a save. */
export class SongChanges {
  constructor(
    private readonly change: Knex.Transaction,
    private readonly song: string,
  ) {}

  private get rows() {
    return this.change<SongChangeRow>('song_changes').where({ song: this.song });
  }

  /** The revision that an edit led to; 0 where that is forgotten. */
  async revisionAfter(
    edit: string,
    now: { readonly revision: number; readonly edits: readonly string[] },
  ): Promise<number> {
    if (edit === now.edits[0]) return now.revision;
    const row = await this.rows.whereRaw('? = any(edits)', [edit]).first('revision');
    return row?.revision ?? 0;
  }

  /** Whether patches made from a revision go together with all that has changed up to another. */
  async goTogether(patches: readonly SongPatch[], from: number, to: number): Promise<boolean> {
    const since = await this.rows.where('revision', '>', from).select('revision', 'patches');
    // One that is forgotten may have changed anything.
    if (since.length !== to - from) return false;
    return areApart(
      patches,
      since.flatMap((row) => row.patches),
    );
  }

  async keep(revision: number, edits: readonly string[], patches: readonly SongPatch[]): Promise<void> {
    await this.rows.where('revision', '<=', revision - KEPT).delete();
    if (patches.length > MOST_PATCHES) return;
    await this.change('song_changes').insert({
      song: this.song,
      revision,
      edits,
      patches: JSON.stringify(patches),
    });
  }
}
