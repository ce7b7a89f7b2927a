import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Progression } from '@backline/core/progressions/schema';
import type { OwnProgression } from '@backline/core/progressions/transport';

interface Row {
  id: string;
  progression: Progression;
}

/** The writer's own progressions, newest first. */
export class ProgressionStore {
  constructor(private readonly db: Knex) {}

  async list(): Promise<OwnProgression[]> {
    const rows = await this.db<Row>('progressions').orderBy('created_at', 'desc').orderBy('id').limit(500);
    return rows.map(({ id, progression }) => ({ id, progression }));
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
