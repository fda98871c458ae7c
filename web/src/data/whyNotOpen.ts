import type { CannotOpen } from './store.ts';

/** Longest that a browser may take to open what it holds: beyond it will not, though it does not say so. */
const OPEN_MS = 15_000;

/** Why the browser does not open what this device holds. @example whyNotOpen(new DOMException('', 'VersionError')) // 'newerApp' */
export function whyNotOpen(error: unknown): CannotOpen {
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  if (name === 'VersionError') return 'newerApp';
  if (name === 'TimeoutError') return 'noAnswer';
  const none = typeof indexedDB === 'undefined';
  return none || name === 'SecurityError' || name === 'InvalidStateError' ? 'notAllowed' : 'broken';
}

/**
 * An opening that is given up when the browser is silent for too long.
 * @param knownWhy whether somebody was told already what it waits for
 */
export function inTime<T>(opening: Promise<T>, knownWhy: () => boolean): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    const timer = setTimeout(() => {
      if (!knownWhy())
        reject(new DOMException('The browser does not open its storage.', 'TimeoutError'));
    }, OPEN_MS);
    opening.then(resolve, reject).finally(() => clearTimeout(timer));
  });
}
