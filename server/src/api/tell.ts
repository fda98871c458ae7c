import { isConnectionTrouble } from '../database/connectionTrouble.ts';

/** Since when the database cannot be reached, ms; null while it can, as far as is known. */
let awaySince: number | null = null;
let failed = 0;

/** Tells the log of a fault. That the database is away is told once, not with each request that meets it. */
export function tell(error: unknown): void {
  if (!isConnectionTrouble(error)) return console.error(error);
  failed += 1;
  if (awaySince !== null) return;
  awaySince = Date.now();
  console.error(`the database cannot be reached: ${(error as Error).message}`);
}

/** Tells the log that the database answers again, where it did not. */
export function databaseAnswers(): void {
  if (awaySince === null) return;
  const seconds = Math.round((Date.now() - awaySince) / 1000);
  console.error(`the database is back after ${seconds} s; ${failed} requests failed meanwhile`);
  awaySince = null;
  failed = 0;
}
