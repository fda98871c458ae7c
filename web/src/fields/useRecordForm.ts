import type { DataOf, Kind, Problems } from '@sendero/core';
import { useState } from 'react';
import { useDevice } from '../data/hooks.ts';

/** Saving of a form: problems stand beside their fields, and nothing typed is lost. */
export function useRecordForm<K extends Kind>(
  kind: K,
  id: string | undefined,
  onDone: (id: string) => void,
) {
  const device = useDevice();
  const [problems, setProblems] = useState<Problems>({});
  return {
    problems,
    save(data: DataOf<K>) {
      const saved = device.put(kind, data, id);
      setProblems(saved.ok ? {} : saved.problems);
      if (saved.ok) onDone(saved.id);
    },
  };
}
