import {
  idFor,
  NORMAL_FURROW,
  type Trench,
  type TrenchCheck,
  type TrenchStop,
} from '@sendero/core';
import { useRef, useState } from 'react';
import { useDevice } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';

export type Seed = Trench['seeds'][number];

/** Reading and writing of the rows dug at one stop, with undo. Every change is kept at once. */
export function useTrenchRows(check: TrenchCheck, stop: TrenchStop) {
  const device = useDevice();
  const history = useRef<{ id: string; before: Trench | null; after: Trench }[]>([]);
  const [undoable, setUndoable] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);

  /** A row as it stands; empty and normal when not opened here yet, with the settings noted last. */
  const rowAt = (row: number): Trench => {
    const kept = stop.rows.find(({ data }) => data.row === row);
    if (kept) return kept.data;
    const earlier = check.stops
      .flatMap(({ rows }) => rows)
      .findLast(({ data }) => data.row === row)?.data;
    return {
      stopId: stop.id,
      type: 'trench',
      row,
      at: '',
      seeds: [],
      gapsM: [],
      gapsTyped: [],
      ...NORMAL_FURROW,
      settings: earlier?.settings ?? {
        depthStop: '',
        downforce: '',
        rowCleaner: '',
        closingWheel: '',
      },
    };
  };
  const write = (next: Trench): boolean => {
    const kept = stop.rows.find(({ data }) => data.row === next.row);
    const id =
      kept?.id ?? idFor('observation', { stopId: stop.id, type: 'trench', row: next.row }, newId);
    const after = { ...next, at: next.at || device.moment().at };
    const written = device.put('observation', after, id);
    if (!written.ok) {
      setProblem(Object.values(written.problems)[0] ?? null);
      return false;
    }
    setProblem(null);
    history.current.push({ id, before: kept?.data ?? null, after });
    setUndoable(history.current.length);
    return true;
  };
  /** Takes the last change back; gives the row it was in. */
  const undo = (): number | null => {
    const last = history.current.pop();
    setUndoable(history.current.length);
    setProblem(null);
    if (!last) return null;
    device.takeBack('observation', last.id, last.before, last.after);
    return last.after.row;
  };
  return { rowAt, write, undo, undoable: undoable > 0, problem, setProblem };
}
export type TrenchRows = ReturnType<typeof useTrenchRows>;

/** Seeds of a row whose depth was read. */
export const found = ({ seeds }: Trench) => seeds.filter(({ depthM }) => depthM !== null).length;
