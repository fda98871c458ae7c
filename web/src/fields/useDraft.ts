import type { Kept, Kind } from '@sendero/core';
import { useEffect, useState } from 'react';
import { validate as isId } from 'uuid';

const PREFIX = 'draft:';
/** Of drafts with which a screen failed: they are shown, and no form opens with them. */
const SET_ASIDE = 'set-aside:';

/** Forms that were opened, and those that are on the page, by the name of their draft. */
const open = new Set<string>();
const mounted = new Set<string>();

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

/** A draft with which a part of the screen failed: the form it was typed into, and each text in it. */
interface SetAside {
  name: string;
  texts: string[];
}

/**
 * Instead of a part of the screen that failed: sets aside the drafts of its forms, so that they open empty. Gives what was typed into them.
 */
export function useFailedDrafts(): SetAside[] {
  // Read before the forms that failed are taken off the page.
  const [before] = useState(() =>
    [...open].flatMap((name) => {
      const draft = held<object, Kind>(name);
      return draft ? [{ name, texts: textsIn(draft.values) }] : [];
    }),
  );
  const [failed, setFailed] = useState<SetAside[]>([]);
  useEffect(() => {
    const gone = before.filter(({ name }) => !mounted.has(name));
    for (const { name } of gone) setAside(name);
    // Which forms are gone is known only once the page was drawn without them.
    // oxlint-disable-next-line react/set-state-in-effect
    setFailed(gone);
  }, [before]);
  return failed;
}

/** Keeps a draft where no form opens with it. */
function setAside(name: string): void {
  open.delete(name);
  const text = localStorage.getItem(PREFIX + name);
  if (text === null) return;
  localStorage.setItem(SET_ASIDE + name, text);
  localStorage.removeItem(PREFIX + name);
}

/** Everything a person typed into a form, in its order. */
function textsIn(value: unknown): string[] {
  // What was chosen of a list is an id: nobody typed it.
  if (typeof value === 'string') return value.trim() === '' || isId(value) ? [] : [value];
  if (value === null || typeof value !== 'object') return [];
  // Of a figure the text as it was typed.
  if ('text' in value && 'value' in value) return textsIn(value.text);
  return Object.values(value).flatMap(textsIn);
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
  const [before] = useState(() => {
    open.add(name);
    return held<Values, K>(name);
  });
  useEffect(() => {
    open.add(name);
    mounted.add(name);
    return () => {
      open.delete(name);
      mounted.delete(name);
    };
  }, [name]);
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
