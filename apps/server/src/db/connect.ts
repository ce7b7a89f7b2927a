import knex, { type Knex } from 'knex';
import { FIRST_MIGRATION, migrationSource } from './migrations';

/** A pool to the database of a URL. Waiting is bounded, so that a dead database is noticed. */
export const connect = (url: string): Knex =>
  knex({
    client: 'pg',
    connection: { connectionString: url, connectionTimeoutMillis: 3000, statement_timeout: 10_000 },
    pool: { min: 0, max: 8, acquireTimeoutMillis: 5000 },
    migrations: { migrationSource },
  });

/** Brings the schema up to date; returns whether the songbook was made just now. */
export async function migrate(db: Knex): Promise<boolean> {
  const [, ran] = (await db.migrate.latest()) as [number, string[]];
  return ran.includes(FIRST_MIGRATION);
}
