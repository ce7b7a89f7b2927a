import type { Knex } from 'knex';
import { readUserDocument, takenIn, type UserDocument } from '@backline/core/userStyles/read';
import {
  USER_STYLE_LIMITS,
  type UserStyleDocument,
  type StoredUserStyle,
} from '@backline/core/userStyles/wire';

interface UserStyleRow {
  id: string;
  revision: number;
  document: UserStyleDocument;
  songs: string;
}

export type UserStyleOutcome =
  | { readonly kind: 'kept'; readonly own: StoredUserStyle }
  /** It cannot be played by, or what it is called is taken. */
  | { readonly kind: 'refused'; readonly trouble: string }
  /** Somebody has changed it since. */
  | { readonly kind: 'changed' }
  | { readonly kind: 'unknown' };

const FULL = `You have ${USER_STYLE_LIMITS.count} styles and files of patterns, the most that are kept. Delete one first.`;

const stored = ({ id, revision, document, songs }: UserStyleRow): StoredUserStyle => ({
  id,
  revision,
  document,
  songs: Number(songs),
});

/** A document's own id within songs: they name a style by it. */
const styleIdOf = (document: UserStyleDocument): unknown => document.id;

/** Styles, patterns and players of the writer's own, each as its file with a revision. */
export class UserStyleStore {
  constructor(private readonly db: Knex) {}

  /** All of them, oldest first: that is the order they are read in, and the first of an id holds. */
  async list(db: Knex = this.db): Promise<StoredUserStyle[]> {
    const rows = await db<UserStyleRow>('own')
      .select('own.id', 'own.revision', 'own.document')
      .select(
        db.raw(
          `(select count(*) from songs where deleted_at is null and summary->>'style' = own.document->>'id') as songs`,
        ),
      )
      .orderBy(['created_at', 'id']);
    return rows.map(stored);
  }

  /** Keeps a new one; one that was made under this id before is given back as it is. */
  async create(id: string, document: UserStyleDocument): Promise<UserStyleOutcome> {
    return this.alone(async (change) => {
      const all = await this.list(change);
      const known = all.find((one) => one.id === id);
      if (known) return { kind: 'kept', own: known };
      if (all.length >= USER_STYLE_LIMITS.count) return { kind: 'refused', trouble: FULL };
      const trouble = this.troubleIn(document, all);
      if (trouble !== null) return { kind: 'refused', trouble };
      await change('own').insert({ id, document: JSON.stringify(document) });
      return this.kept(change, id);
    });
  }

  /** Puts another document in the place of one, if it still has the revision that was changed. */
  async replace(id: string, revision: number, document: UserStyleDocument): Promise<UserStyleOutcome> {
    return this.alone(async (change) => {
      const all = await this.list(change);
      const before = all.find((one) => one.id === id);
      if (!before) return { kind: 'unknown' };
      if (before.revision !== revision) return { kind: 'changed' };
      if (styleIdOf(before.document) !== styleIdOf(document)) {
        return { kind: 'refused', trouble: 'A style keeps its id: songs that play by it name it so.' };
      }
      const trouble = this.troubleIn(
        document,
        all.filter((one) => one.id !== id),
      );
      if (trouble !== null) return { kind: 'refused', trouble };
      await change('own')
        .where({ id })
        .update({ document: JSON.stringify(document), revision: revision + 1 });
      return this.kept(change, id);
    });
  }

  async remove(id: string, revision: number): Promise<'removed' | 'changed' | 'unknown'> {
    if (await this.db('own').where({ id, revision }).delete()) return 'removed';
    return (await this.db('own').where({ id }).first('id')) ? 'changed' : 'unknown';
  }

  /** One change at a time: two that are made at once cannot take the same name. */
  private alone(work: (change: Knex.Transaction) => Promise<UserStyleOutcome>): Promise<UserStyleOutcome> {
    return this.db.transaction(async (change) => {
      await change.raw('lock table own in exclusive mode');
      return work(change);
    });
  }

  private async kept(change: Knex.Transaction, id: string): Promise<UserStyleOutcome> {
    return { kind: 'kept', own: (await this.list(change)).find((one) => one.id === id)! };
  }

  private troubleIn(document: UserStyleDocument, others: readonly StoredUserStyle[]): string | null {
    const read = readUserDocument(document);
    if (!read.own) return read.trouble;
    const known = others
      .map((one) => readUserDocument(one.document).own)
      .filter((one): one is UserDocument => one !== null);
    return takenIn(read.own, known);
  }
}
