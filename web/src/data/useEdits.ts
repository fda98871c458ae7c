import type { DataOf, InputOf, Kind, Problems } from '@sendero/core';
import { useRef, useState } from 'react';
import { useStore } from 'react-redux';
import { useStable } from '../app/useStable.ts';
import { acknowledge } from './acknowledge.ts';
import { useDevice } from './hooks.ts';
import type { RootState } from './store.ts';

/** How an edit came about: by taps alone, which add up with others'; and where on the screen, to be found again when it is taken back. */
interface Way<Place> {
  taps?: boolean;
  place?: Place;
}

/**
 * Edits records of a kind as they are made out in the field: each is kept at once, the last can be taken
 * back, and what keeps one from being kept is said (beside its field, or as the first thing to say).
 * @param afterwards follows each change
 */
export function useEdits<K extends Kind, Place = undefined>(
  kind: K,
  afterwards: () => void = () => undefined,
) {
  const device = useDevice();
  const store = useStore<RootState>();
  const history = useRef<{ back(): void; place: Place | undefined }[]>([]);
  const [undoable, setUndoable] = useState(false);
  const [problems, setProblems] = useState<Problems>({});
  const remember = (back: () => void, place?: Place) => {
    history.current.push({ back, place });
    setUndoable(true);
    setProblems({});
    afterwards();
  };
  /** Changes a record on what is kept of it by now: two taps may come before the first is drawn. */
  const change = useStable(
    (
      id: string,
      next: (now: DataOf<K> | undefined) => InputOf<K>,
      { taps = false, place }: Way<Place> = {},
    ): boolean => {
      const before = device.peek(kind, id) ?? null;
      const written = device.put(kind, next(before ?? undefined), id, { taps });
      if (!written.ok) {
        setProblems(written.problems);
        return false;
      }
      const after = device.peek(kind, id)!;
      acknowledge(store.getState().preferences.answer);
      remember(() => device.takeBack(kind, id, before, after, { taps }), place);
      return true;
    },
  );
  const keep = useStable((data: InputOf<K>, id: string): boolean => change(id, () => data));
  const remove = useStable((id: string) => {
    device.remove(kind, id);
    remember(() => device.restore(kind, id));
  });
  /** Takes the newest back; gives the place it was in. */
  const undo = useStable((): Place | undefined => {
    const last = history.current.pop();
    last?.back();
    if (last) afterwards();
    setUndoable(history.current.length > 0);
    setProblems({});
    return last?.place;
  });
  /** Says what stands in the way before anything is tried; null: nothing any more. */
  const setProblem = useStable((problem: string | null) =>
    setProblems(problem === null ? {} : { '': problem }),
  );
  return {
    change,
    keep,
    remove,
    undo: undoable ? undo : null,
    problem: Object.values(problems)[0] ?? null,
    problems,
    setProblem,
  };
}
