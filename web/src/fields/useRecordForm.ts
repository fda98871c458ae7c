import type { DataOf, Kept, Kind, Problems } from '@sendero/core';
import { useState } from 'react';
import { useDevice } from '../data/hooks.ts';

/**
 * Saving of a form: problems stand beside their fields, and nothing typed is lost. What someone else
 * changed while the form was open stays: the form speaks of the version it was opened on.
 */
export function useRecordForm<K extends Kind>(
  kind: K,
  record: Kept<K> | undefined,
  onDone: (id: string) => void,
) {
  const device = useDevice();
  const [seen] = useState(record);
  const [problems, setProblems] = useState<Problems>({});
  return {
    problems,
    save(data: DataOf<K>) {
      const saved = device.put(kind, data, seen?.id, seen ? { seen } : {});
      setProblems(saved.ok ? {} : saved.problems);
      if (saved.ok) onDone(saved.id);
    },
  };
}
