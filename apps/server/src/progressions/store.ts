import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Progression } from '@backline/core/progressions/schema';
import type { OwnProgression, OwnProgressions } from '@backline/core/progressions/transport';

interface Row {
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
  async list(after?: string): Promise<OwnProgressions> {
    const query = this.db<Row>('progressions')
      .orderBy('made', 'desc')
      .limit(PAGE + 1);
    if (after !== undefined) void query.where('made', '<', after);
    const rows: Row[] = await query;
    const page = rows.slice(0, PAGE);
    return {
      progressions: page.map(({ id, progression }) => ({ id, progression })),
      next: rows.length > PAGE ? page[page.length - 1]!.made : null,
    };
  }

  async create(progression: Progression): Promise<OwnProgression> {
    const row = { id: randomUUID(), progression: JSON.stringify(progression) };
    const [created] = await this.db('progressions').insert(row).returning<Row[]>('*');
    return { id: created!.id, progression: created!.progression };
  }

  async remove(id: string): Promise<boolean> {
    return (await this.db('progressions').where({ id }).delete()) > 0;
  }
}
