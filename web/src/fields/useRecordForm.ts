import type { InputOf, Kind, Problems } from '@sendero/core';
import { useState } from 'react';
import type { Draft } from '../data/device.ts';
import { useDevice } from '../data/hooks.ts';
import { useDraft } from './useDraft.ts';

/**
 * A form that makes or edits a record: what is typed stays until it is kept or given up, problems stand
 * beside their fields. What someone else changed while the form was open stays: the form speaks of the
 * version it was opened on.
 */
export function useRecordForm<K extends Kind, Values extends object>(
  kind: K,
  draft: ReturnType<typeof useDraft<Values, K>>,
  onDone: (id: string) => void,
) {
  const device = useDevice();
  const [problems, setProblems] = useState<Problems>({});
  return {
    problems,
    setProblems,
    /** Keeps the record, with others it needs, or none of them. What the form does not ask for stays. */
    save(data: InputOf<K>, before: readonly Draft[] = []) {
      const { seen } = draft;
      const saved = device.putAll([
        ...before,
        { kind, data: { ...seen?.data, ...data }, id: seen?.id, seen } as Draft,
      ]);
      setProblems(saved.ok ? {} : saved.problems);
      if (!saved.ok) return;
      draft.forget();
      onDone(saved.ids.at(-1)!);
    },
    cancel() {
      draft.forget();
      onDone(draft.seen?.id ?? '');
    },
  };
}
