import { createHash, randomBytes } from 'node:crypto';

/** A secret that nobody can guess, fit for a cookie or an address. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is kept of a secret. */
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
