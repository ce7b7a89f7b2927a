import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Progression } from '@backline/core/progressions/schema';
import type { UserProgression, UserProgressions } from '@backline/core/progressions/wire';

interface UserProgressionRow {
  id: string;
  progression: Progression;
  made: string;
}

/** Progressions of a page. */
const PAGE = 200;

/** The writer's own progressions, newest first. */
export class ProgressionStore {
  constructor(private readonly db: Knex) {}

  /** One page of them. @param after where the page before ended. */
  async list(after?: string): Promise<UserProgressions> {
    const query = this.db<UserProgressionRow>('progressions')
      .orderBy('made', 'desc')
      .limit(PAGE + 1);
    if (after !== undefined) void query.where('made', '<', after);
    const rows: UserProgressionRow[] = await query;
    const page = rows.slice(0, PAGE);
    return {
      progressions: page.map(({ id, progression }) => ({ id, progression })),
      next: rows.length > PAGE ? page[page.length - 1]!.made : null,
    };
  }

  async create(progression: Progression): Promise<UserProgression> {
    const row = { id: randomUUID(), progression: JSON.stringify(progression) };
    const [created] = await this.db('progressions').insert(row).returning<UserProgressionRow[]>('*');
    return { id: created!.id, progression: created!.progression };
  }

  async remove(id: string): Promise<boolean> {
    return (await this.db('progressions').where({ id }).delete()) > 0;
  }
}
