/** Codes of PostgreSQL for a database that is going, coming or full, by their beginnings: classes 08, 53300, 55000 and 57P. */
const SAID = /^(08|53300|55000|57P)/;
/** Of the network beneath. */
const NETWORK = ['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT'];
/** What `pg` says of a connection that broke, without a code. */
const BROKEN = /^(Connection terminated|Client has encountered a connection error)/;

/**
 * Whether an error only says that the database cannot be reached just now: it passes by itself.
 * @example isConnectionTrouble(Object.assign(new Error(), { code: '57P01' })) // true: PostgreSQL is stopping
 */
export function isConnectionTrouble(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { code = '' } = error as { code?: string };
  return SAID.test(code) || NETWORK.includes(code) || BROKEN.test(error.message);
}
