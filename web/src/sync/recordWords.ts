import { nameRecord, type Kind } from '@sendero/core';
import { selectOne } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** Names a record as a person knows it: “Long Forty, stop 3, row 4”; anew when more of what it belongs to is read. */
export function useRecordWords(): (kind: Kind, id: string) => string {
  const records = useAppSelector((state) => state.records);
  return (kind, id) => nameRecord(kind, id, (of, at) => selectOne({ records }, of, at));
}
