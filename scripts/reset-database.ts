/** Empties the test database, so that the next start makes it anew with the demo songs. */
import { connect } from '../apps/server/src/db/connect';

const { DATABASE_URL, BACKLINE_DB } = process.env;
if (!DATABASE_URL || BACKLINE_DB !== 'test') throw new Error('Only the database of the tests is emptied.');
const db = connect(DATABASE_URL);
await db.migrate.rollback(undefined, true);
await db.destroy();
