import type { Count } from '@sendero/core';
import { NumberInput } from '@mantine/core';
import { TALLIES } from './tallies.ts';

/** A row's count as numbers, for who counts in the head. */
export default function TypedCount({
  count,
  onCount,
}: {
  count: Count;
  onCount(count: Count): void;
}) {
  return (
    <div className="keys" style={{ gridTemplateColumns: 'repeat(3, 1fr)' }}>
      {TALLIES.map(({ tally, label }) => (
        <NumberInput
          key={tally}
          label={label}
          size="lg"
          min={0}
          allowDecimal={false}
          allowNegative={false}
          clampBehavior="none"
          value={count[tally]}
          onChange={(value) => typeof value === 'number' && onCount({ ...count, [tally]: value })}
        />
      ))}
    </div>
  );
}
