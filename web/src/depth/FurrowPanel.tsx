import { Choice } from '../app/Choice.tsx';
import { FURROW_PARTS, type FurrowPart, type Trench } from '@sendero/core';
import { PhotoButton } from '../photos/PhotoButton.tsx';
import { FURROW_WORDS } from './trenchWords.ts';
import styles from './depth.module.css';

const SETTINGS = [
  ['depthStop', 'Depth-stop position'],
  ['downforce', 'Downforce'],
  ['rowCleaner', 'Row cleaner'],
  ['closingWheel', 'Closing wheel'],
] as const;

/** What was seen in one row's furrow, and how its unit is set. All normal until tapped. */
export function FurrowPanel({
  row,
  onRow,
  onEveryRow,
}: {
  row: Trench;
  onRow(change: (now: Trench) => Partial<Trench>): void;
  /** Puts this row's settings on every row. */
  onEveryRow(settings: Trench['settings']): void;
}) {
  return (
    <div className="stack tight">
      {(Object.keys(FURROW_PARTS) as FurrowPart[]).map((part) => {
        const { label, words } = FURROW_WORDS[part];
        return (
          <Choice
            key={part}
            label={label}
            options={FURROW_PARTS[part].map((value, i) => ({
              value: value as string,
              says: (words as Record<string, string>)[value],
              alarming: i > 0,
            }))}
            value={row[part]}
            onChange={(value) => onRow(() => ({ [part]: value! }))}
          />
        );
      })}
      <details>
        <summary>Settings of row {row.row}</summary>
        <div className={styles.settings}>
          {SETTINGS.map(([name, label]) => (
            <label key={name} className="small">
              {label}
              <input
                className="gap-input"
                // A new row starts from its own text; a kept one is left as it is while typing.
                key={`${row.row} ${name}`}
                defaultValue={row.settings[name]}
                maxLength={60}
                onBlur={(event) => {
                  const value = event.currentTarget.value.trim();
                  if (value !== row.settings[name])
                    onRow(({ settings }) => ({ settings: { ...settings, [name]: value } }));
                }}
              />
            </label>
          ))}
        </div>
        <button className="tool" onClick={() => onEveryRow(row.settings)}>
          The same on every row
        </button>
      </details>
      <PhotoButton stopId={row.stopId} row={row.row} />
    </div>
  );
}
