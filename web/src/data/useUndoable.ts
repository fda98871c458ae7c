import type { InputOf, Observation, Problems } from '@sendero/core';
import { useRef, useState } from 'react';
import { useStable } from '../app/useStable.ts';
import { useDevice } from './hooks.ts';

/**
 * Keeps what is seen at a stop, and takes back the last of it; what keeps it from being kept is said beside its field.
 * @param afterwards follows each change
 */
export function useUndoable(afterwards: () => void = () => undefined) {
  const device = useDevice();
  const history = useRef<(() => void)[]>([]);
  const [undoable, setUndoable] = useState(false);
  const [problems, setProblems] = useState<Problems>({});
  const remember = (back: () => void) => {
    history.current.push(back);
    setUndoable(true);
    setProblems({});
    afterwards();
  };
  const keep = useStable((data: InputOf<'observation'>, id: string): boolean => {
    const before = device.peek('observation', id) ?? null;
    const written = device.put('observation', data, id);
    if (!written.ok) {
      setProblems(written.problems);
      return false;
    }
    const after = device.peek('observation', id) as Observation;
    remember(() => device.takeBack('observation', id, before, after));
    return true;
  });
  const remove = useStable((id: string) => {
    device.remove('observation', id);
    remember(() => device.restore('observation', id));
  });
  const undo = useStable(() => {
    history.current.pop()?.();
    afterwards();
    setUndoable(history.current.length > 0);
    setProblems({});
  });
  /** The first thing to say, wherever it belongs. */
  const problem = Object.values(problems)[0] ?? null;
  return { keep, remove, undo: undoable ? undo : null, problem, problems };
}
