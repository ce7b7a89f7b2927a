import knex, { type Knex } from 'knex';
import { migrationSource } from './migrations';

/** Any number: whoever brings the schema up to date holds the lock of it. */
const MIGRATION_LOCK = 7_310_001;

/** Milliseconds a connection, a statement, a lock and an answer are waited for: together less than the app waits (15 s). */
const BOUNDED = {
  connectionTimeoutMillis: 3000,
  statement_timeout: 6000,
  lock_timeout: 4000,
  query_timeout: 8000,
};

const pool = (url: string, waits: object): Knex => {
  const connection = { connectionString: url, ...waits };
  return knex({
    client: 'pg',
    connection,
    pool: { min: 0, max: 8, acquireTimeoutMillis: 5000 },
    migrations: { migrationSource },
  });
};

/** A pool to the database of a URL. Every wait is bounded, so that one that is dead, frozen or locked is noticed. */
export const connect = (url: string): Knex => pool(url, BOUNDED);

/**
 * Brings the schema up to date, however long a large songbook takes. Only one does it at a time, and one
 * that was killed in the middle leaves nothing locked: the lock that counts ended with its connection, so
 * the mark it left is void.
 */
export async function migrate(url: string): Promise<void> {
  const db = pool(url, { connectionTimeoutMillis: BOUNDED.connectionTimeoutMillis });
  try {
    await db.transaction(async (lock) => {
      await lock.raw('select pg_advisory_xact_lock(?)', [MIGRATION_LOCK]);
      await db.migrate.forceFreeMigrationsLock();
      await db.migrate.latest();
    });
  } finally {
    await db.destroy();
  }
}
