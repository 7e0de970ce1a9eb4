/** What is wrong with the database when a query fails for no fault of the query. */

export type DatabaseTrouble = 'away' | 'busy' | 'full';

/** Errors of the network between here and the database. */
const NETWORK = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ECONNABORTED',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'ENOTFOUND',
  'EAI_AGAIN',
]);

/** What the driver says without a code when a connection is lost, or none is free in time. */
const LOST = /connection terminated|connection error|not queryable|connection timeout|client was closed/i;
const NONE_FREE = /timeout exceeded when trying to connect/i;

/**
 * Classes of SQLSTATE (PostgreSQL's documentation, appendix A): 08 is a lost
 * connection, 57P a server that ends or begins, 53 one without the means.
 */
export function databaseTrouble(error: unknown): DatabaseTrouble | null {
  if (!(error instanceof Error)) return null;
  const { code } = error as { code?: unknown };
  if (typeof code === 'string') {
    if (code === '53100' || code === 'ENOSPC') return 'full';
    if (code.startsWith('53')) return 'busy';
    if (code.startsWith('08') || code.startsWith('57P') || NETWORK.has(code)) return 'away';
    // Made read-only by its keeper, or on a disk that went away.
    if (code === '25006' || code === '58030') return 'away';
  }
  if (NONE_FREE.test(error.message)) return 'busy';
  if (LOST.test(error.message)) return 'away';
  // Several addresses were tried, each in vain.
  return error instanceof AggregateError ? (error.errors.map(databaseTrouble).find(Boolean) ?? null) : null;
}

const SENTENCES: Record<DatabaseTrouble, string> = {
  away: 'The database is not answering; what was saved before is safe. Rizo keeps trying.',
  busy: 'The database is busy; try again in a moment.',
  full: 'The disk of the database is full, so nothing can be saved until there is space; what was saved before is safe.',
};

export const sayTrouble = (trouble: DatabaseTrouble): string => SENTENCES[trouble];

/** Seconds after which it is worth asking again. */
export const RETRY_AFTER: Record<DatabaseTrouble, number> = { away: 2, busy: 1, full: 30 };
