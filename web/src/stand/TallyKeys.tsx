import type { Count } from '@sendero/core';
import { memo } from 'react';
import { TALLIES, type Tally } from './tallies.ts';
import { useCountAt } from './useWalkFacts.ts';
import styles from './stand.module.css';

/** The keys that count plants, each with what it has counted in this row. */
export const TallyKeys = memo(function TallyKeys({
  stopId,
  row,
  onTap,
}: {
  stopId: string;
  row: number | null;
  onTap(tally: Tally): void;
}) {
  const count = useCountAt(stopId, row)?.data as Count | undefined;
  return (
    <div className={styles.keys}>
      {TALLIES.map((one) => (
        <TallyKey key={one.tally} {...one} plants={count?.[one.tally] ?? 0} onTap={onTap} />
      ))}
    </div>
  );
});

const TallyKey = memo(function TallyKey({
  tally,
  label,
  hotkey,
  plants,
  onTap,
}: (typeof TALLIES)[number] & { plants: number; onTap(tally: Tally): void }) {
  return (
    <button
      className={tally === 'inStep' ? 'key main' : 'key'}
      // A key that is pressed does not take the focus: the keyboard goes on working as before.
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => onTap(tally)}
      aria-label={`Add a plant ${label}, now ${plants}`}
      data-tally={tally}
    >
      <span className="count">
        <span className={styles.live}>{plants}</span>
      </span>
      <small>{label}</small>
      <small
        className={`soft ${styles.keyHint}`}
        aria-hidden
        style={tally === 'inStep' ? { color: 'inherit', opacity: 0.85 } : undefined}
      >
        key {hotkey}
      </small>
    </button>
  );
});
