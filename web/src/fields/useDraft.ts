import type { Kept, Kind } from '@sendero/core';
import { useEffect, useRef, useState } from 'react';

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
  const [empty] = useState(start);
  const [first] = useState<Values>(before ? { ...empty, ...before.values } : empty);
  const [values, setValues] = useState(first);
  const over = useRef(false);
  useEffect(() => {
    if (values === first || values === empty || over.current) return;
    try {
      localStorage.setItem(PREFIX + name, JSON.stringify({ values, seen: seen ?? null }));
    } catch {
      // A browser that keeps nothing: the form works all the same.
    }
  }, [name, values, first, empty, seen]);
  return {
    values,
    /** The version of the record the form speaks of. */
    seen,
    /** Typed before, and found again. */
    found: before !== null,
    change: (some: Partial<Values>) => setValues((now) => ({ ...now, ...some })),
    /** Kept, and ready for the next one. */
    clear() {
      localStorage.removeItem(PREFIX + name);
      setValues(empty);
    },
    /** Kept, or given up. */
    forget() {
      over.current = true;
      localStorage.removeItem(PREFIX + name);
    },
  };
}
