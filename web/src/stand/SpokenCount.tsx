import type { Count } from '@sendero/core';
import { Spoken } from '../app/Spoken.tsx';
import { TALLIES } from './tallies.ts';
import { useCountAt } from './useWalkFacts.ts';

/** The count of a row, for screen readers. */
export function SpokenCount({ stopId, row }: { stopId: string; row: number | null }) {
  const count = useCountAt(stopId, row)?.data as Count | undefined;
  const told = TALLIES.filter(({ tally }) => tally === 'inStep' || (count?.[tally] ?? 0) > 0).map(
    ({ tally, label }) => `${count?.[tally] ?? 0} ${label}`,
  );
  return <Spoken text={count ? `${row === null ? '' : `Row ${row}: `}${told.join(', ')}` : ''} />;
}
