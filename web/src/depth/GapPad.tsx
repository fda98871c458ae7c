import { useEffect, useRef, useState } from 'react';
import { useUnits } from '../units/useUnits.ts';
import styles from './depth.module.css';

const US_KEYS = ['1', '2', '3', '¼', '4', '5', '6', '½', '7', '8', '9', '¾', '0', '.', '⌫'];
const METRIC_KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '⌫'];

/** Distances between neighbouring seeds, by big keys or by a keyboard. */
export function GapPad({
  gapsTyped,
  gapsM,
  onGaps,
}: {
  gapsTyped: readonly string[];
  gapsM: readonly number[];
  onGaps(gapsM: number[], gapsTyped: string[]): void;
}) {
  const units = useUnits();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const line = useRef<HTMLDivElement>(null);
  // The newest distance is in sight.
  useEffect(() => {
    if (line.current) line.current.scrollLeft = line.current.scrollWidth;
  }, [gapsM.length, problem]);
  const keys = units.system === 'us' ? US_KEYS : METRIC_KEYS;
  const press = (key: string) => {
    setProblem(null);
    setText(key === '⌫' ? text.slice(0, -1) : text + key);
  };
  const add = () => {
    // Several at once, with a space after each comma: “6 1/2, 6, 7”. A comma without one belongs to its number.
    const pieces = text.split(/,\s+|;/).filter((piece) => piece.trim() !== '');
    const read = pieces.map((piece) => units.read(piece, 'plantSpacing'));
    const bad = read.find((one) => !one.ok);
    if (pieces.length === 0) return setProblem('Enter the distance to the next seed.');
    if (bad && !bad.ok) return setProblem(bad.problem);
    onGaps(
      [...gapsM, ...read.map((one) => (one.ok ? one.value : 0))],
      [...gapsTyped, ...pieces.map((piece) => piece.trim())],
    );
    setText('');
  };
  return (
    <div className="stack tight">
      {/* Of one height, whatever it holds: the keys below stay where they are. */}
      <div ref={line} className={`chips ${styles.oneLine}`} aria-label="Distances so far">
        {problem ? (
          <p className="warn" role="alert">
            {problem}
          </p>
        ) : gapsM.length === 0 ? (
          <span className="small soft">Seed to seed, {units.symbol('plantSpacing')}</span>
        ) : (
          gapsM.map((gapM, i) => (
            <button
              key={i}
              className="chip"
              onClick={() => onGaps(gapsM.toSpliced(i, 1), gapsTyped.toSpliced(i, 1))}
              aria-label={`Take out ${units.show(gapM, 'plantSpacing')}`}
            >
              {units.number(gapM, 'plantSpacing')} <span aria-hidden>×</span>
            </button>
          ))
        )}
      </div>
      <form
        className="row"
        style={{ flexWrap: 'nowrap' }}
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <input
          className="gap-input"
          aria-label={`Distance to the next seed, ${units.symbol('plantSpacing')}`}
          value={text}
          inputMode="none"
          autoComplete="off"
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <button className="tool act" type="submit">
          Add
        </button>
      </form>
      <div
        className={styles.padParts}
        style={{ gridTemplateColumns: `repeat(${units.system === 'us' ? 4 : 3}, 1fr)` }}
      >
        {keys.map((key) => (
          <button
            key={key}
            className={`key ${styles.smallKey}`}
            onClick={() => press(key)}
            aria-label={key === '⌫' ? 'Delete the last sign' : key}
          >
            {key}
          </button>
        ))}
      </div>
    </div>
  );
}
