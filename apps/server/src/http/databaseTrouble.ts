/** What is wrong with the database, told as what it is. Codes: PostgreSQL documentation, appendix A. */
import type { ProblemCode } from './problemCodes';

interface DatabaseTrouble {
  readonly code: ProblemCode;
  readonly status: number;
  readonly title: string;
  readonly detail: string;
}

const away: DatabaseTrouble = {
  code: 'database-away',
  status: 503,
  title: 'The songbook cannot be reached',
  detail: `The database is not answering. Try again in a moment.`,
};
const full: DatabaseTrouble = {
  code: 'database-full',
  status: 507,
  title: 'The disk is full',
  detail: `The computer that keeps the songbook has no room left on its disk. Make room there, then try again.`,
};
const readOnly: DatabaseTrouble = {
  code: 'database-read-only',
  status: 503,
  title: 'The songbook can only be read',
  detail: `The database takes no changes at the moment. Try again when it does.`,
};
const locked: DatabaseTrouble = {
  code: 'database-busy',
  status: 503,
  title: 'The songbook is busy',
  detail: `Something else holds the song in the database. Try again in a moment.`,
};
const closed: DatabaseTrouble = {
  code: 'database-locked',
  status: 503,
  title: 'The songbook is locked',
  detail: `The database refuses the server's name or password. End the app and start it anew with npm start.`,
};
const slow: DatabaseTrouble = {
  code: 'database-slow',
  status: 503,
  title: 'The songbook is too slow',
  detail: `The database took too long and was stopped. Try again in a moment.`,
};
const unfit: DatabaseTrouble = {
  code: 'request-unfit',
  status: 422,
  title: 'The request does not fit',
  detail: 'Something in the request is more than the database can hold. Check it and send it again.',
};

const BY_CODE: Readonly<Record<string, DatabaseTrouble>> = {
  ECONNREFUSED: away,
  ECONNRESET: away,
  ETIMEDOUT: away,
  EPIPE: away,
  '57P01': away,
  '57P02': away,
  '57P03': away,
  '53300': locked,
  '55P03': locked,
  '40P01': locked,
  '40001': locked,
  '57014': slow,
  '53100': full,
  '53200': full,
  '58030': full,
  '25006': readOnly,
  '28000': closed,
  '28P01': closed,
  '3D000': closed,
  '22003': unfit,
  '22P02': unfit,
  '22P05': unfit,
  '22021': unfit,
};

/** What the driver says of a connection that went, whether between two statements or within a transaction. */
const AWAY =
  /Connection terminated|Connection ended|connection error|not queryable|Client was closed|timeout expired|Unable to acquire|Query read timeout|Transaction query already complete/i;

/** The trouble behind an error of the database, or null where it comes from elsewhere. */
export function databaseTrouble(error: unknown): DatabaseTrouble | null {
  const { code, name, message = '' } = (error ?? {}) as { code?: string; name?: string; message?: string };
  if (code !== undefined) {
    if (Object.hasOwn(BY_CODE, code)) return BY_CODE[code]!;
    if (code.startsWith('08')) return away;
  }
  if (name === 'KnexTimeoutError' || name === 'AggregateError') return away;
  return AWAY.test(message) ? away : null;
}
