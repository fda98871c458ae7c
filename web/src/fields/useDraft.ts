import type { Kept, Kind } from '@sendero/core';
import { useState } from 'react';

const PREFIX = 'draft:';

interface Held<Values, K extends Kind> {
  values: Values;
  /** The version the form was opened on. */
  seen: Kept<K> | null;
}

function held<Values, K extends Kind>(name: string): Held<Values, K> | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') as Held<Values, K> | null;
  } catch {
    return null;
  }
}

/** Names of the forms that were left half-filled on this device. */
export function draftNames(): string[] {
  try {
    return Object.keys(localStorage).flatMap((key) =>
      key.startsWith(PREFIX) ? [key.slice(PREFIX.length)] : [],
    );
  } catch {
    return [];
  }
}

/**
 * What is typed into a form, on this device until it is kept or given up: leaving the screen, a closed
 * tab or an empty battery drop nothing. A draft remembers the version of the record it was begun on.
 *
 * @param name of the form, with the id of what it edits; @param start values of a form nobody has touched
 * @example const draft = useDraft('field new', undefined, () => ({ name: '' }))
 */
export function useDraft<Values extends object, K extends Kind>(
  name: string,
  record: Kept<K> | undefined,
  start: () => Values,
) {
  const [before] = useState(() => held<Values, K>(name));
  const [seen] = useState(before ? (before.seen ?? undefined) : record);
  const [first] = useState<Values>(() => ({ ...start(), ...before?.values }));
  return {
    /** What the form opens with. */
    first,
    /** The version of the record the form speaks of. */
    seen,
    /** Typed before, and found again. */
    found: before !== null,
    /** Holds what is typed by now. */
    hold(values: Values) {
      try {
        localStorage.setItem(PREFIX + name, JSON.stringify({ values, seen: seen ?? null }));
      } catch {
        // A browser that keeps nothing: the form works all the same.
      }
    },
    /** Kept, or given up. */
    forget: () => localStorage.removeItem(PREFIX + name),
  };
}
