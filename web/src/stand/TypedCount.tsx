import type { Count } from '@sendero/core';
import { NumberInput } from '@mantine/core';
import { TALLIES, type Tally } from './tallies.ts';
import { useCountAt } from './useWalkStand.ts';
import styles from './stand.module.css';

/** A row's count as numbers, for who counts in the head. */
export default function TypedCount({
  stopId,
  row,
  onCount,
}: {
  stopId: string;
  row: number | null;
  onCount(tally: Tally, plants: number): void;
}) {
  const count = useCountAt(stopId, row)?.data as Count | undefined;
  return (
    <div className={styles.keys} style={{ gridTemplateColumns: 'repeat(3, 1fr)' }}>
      {TALLIES.map(({ tally, label }) => (
        <NumberInput
          key={tally}
          label={label}
          size="lg"
          min={0}
          allowDecimal={false}
          allowNegative={false}
          clampBehavior="none"
          value={count?.[tally] ?? 0}
          onChange={(value) => typeof value === 'number' && onCount(tally, value)}
        />
      ))}
    </div>
  );
}
