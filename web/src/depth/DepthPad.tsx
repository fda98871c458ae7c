import { useUnits } from '../units/useUnits.ts';
import { depthLabel, depthOf, depthTyped, partsPerWhole } from './depthKeys.ts';
import styles from './depth.module.css';

/** Big depth keys for a thumb: the whole stays as chosen, one tap on a part enters the seed. */
export function DepthPad({
  whole,
  onWhole,
  onDepth,
  gauge,
}: {
  whole: number;
  onWhole(whole: number): void;
  onDepth(depthM: number, typed: string, by: 'rule' | 'gauge'): void;
  gauge: { lengthM: number } | null;
}) {
  const { system, symbol, show } = useUnits();
  const parts = partsPerWhole(system);
  const least = system === 'us' ? 0 : Math.max(0, whole - 2);
  const wholes = Array.from({ length: 5 }, (_, i) => least + i);
  return (
    <div className="stack tight">
      <div className={styles.padWholes} role="group" aria-label={`Whole ${symbol('seedDepth')}`}>
        {wholes.map((one) => (
          <button
            key={one}
            className="tool"
            aria-pressed={one === whole}
            onClick={() => onWhole(one)}
            aria-label={`${one} ${symbol('seedDepth')} and parts`}
          >
            {one}
          </button>
        ))}
      </div>
      <div
        className={styles.padParts}
        style={{ gridTemplateColumns: `repeat(${parts === 8 ? 4 : 5}, 1fr)` }}
        role="group"
        aria-label={`Depth, ${symbol('seedDepth')}`}
      >
        {Array.from({ length: parts }, (_, part) => {
          const key = { whole, part };
          return (
            <button
              key={part}
              className={`key ${styles.depth}`}
              onClick={() => onDepth(depthOf(key, system), depthTyped(key, system), 'rule')}
              data-depth={`${whole}.${part}`}
            >
              {depthLabel(key, system)}
            </button>
          );
        })}
      </div>
      {gauge && (
        <button className="tool" onClick={() => onDepth(gauge.lengthM, 'gauge', 'gauge')}>
          As deep as my gauge: {show(gauge.lengthM, 'seedDepth')}
        </button>
      )}
    </div>
  );
}
