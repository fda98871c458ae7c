import { plantsOf, type Count } from '@sendero/core';
import { NumberInput } from '@mantine/core';
import { Fold } from '../app/Fold.tsx';
import { numbersAround } from './numbersAround.ts';
import { TALLIES } from './tallies.ts';
import { useCountAt } from './useWalkFacts.ts';
import styles from './stand.module.css';

const BEHIND = [TALLIES[1], TALLIES[2]] as const;

/** A row's count for who counts in the head: one tap on the number of plants, and on to the next row; those behind beside it. */
export default function TypedCount({
  stopId,
  row,
  expected,
  onCount,
  onBehind,
  onTotal,
}: {
  stopId: string;
  row: number | null;
  /** Plants that are expected in the length counted. */
  expected: number;
  onCount(count: Partial<Pick<Count, 'inStep' | 'oneBehind' | 'twoBehind'>>): void;
  /** One more of the plants is behind. */
  onBehind(tally: 'oneBehind' | 'twoBehind'): void;
  /** All plants of the row, late ones among them: the row is counted. */
  onTotal(plants: number): void;
}) {
  const count = useCountAt(stopId, row)?.data as Count | undefined;
  return (
    <div className="stack tight">
      <div className={styles.behindKeys}>
        {BEHIND.map(({ tally, label }) => (
          <button
            key={tally}
            className="tool"
            data-tally={tally}
            aria-label={`Add a plant ${label}, now ${count?.[tally] ?? 0}`}
            onClick={() => onBehind(tally)}
          >
            + {label}: {count?.[tally] ?? 0}
          </button>
        ))}
      </div>
      <span className="soft">
        Plants{row === null ? '' : ` in row ${row}`}, late ones among them
      </span>
      <div className={styles.numbers} role="group" aria-label="How many">
        {numbersAround(expected).map((plants) => (
          <button
            key={plants}
            className={styles.number}
            aria-pressed={count && plantsOf(count) === plants}
            data-plants={plants}
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => onTotal(plants)}
          >
            {plants}
          </button>
        ))}
      </div>
      <Fold summary="Another number">
        <div className={styles.keys} style={{ gridTemplateColumns: 'repeat(3, 1fr)' }}>
          {TALLIES.map(({ tally, label }) => (
            <NumberInput
              key={tally}
              label={label}
              size="md"
              min={0}
              allowDecimal={false}
              allowNegative={false}
              clampBehavior="none"
              value={count?.[tally] ?? 0}
              onChange={(value) => typeof value === 'number' && onCount({ [tally]: value })}
            />
          ))}
        </div>
      </Fold>
    </div>
  );
}
