import { checkCauses, DIAGNOSES, type CauseTable } from '@sendero/core';
import { useMemo } from 'react';
import { useAll } from '../data/hooks.ts';

/** The causes this workspace goes by: its own where it brought a file, else the app’s. */
export function useCauses(): { causes: CauseTable; own: { id: string; name: string } | null } {
  const tables = useAll('causeTable');
  const newest = tables.at(-1);
  return useMemo(() => {
    const read = newest ? checkCauses(newest.data) : null;
    return read?.ok
      ? { causes: read.causes, own: { id: newest!.id, name: newest!.data.name } }
      : { causes: DIAGNOSES, own: null };
  }, [newest]);
}
