import type { ReactNode } from 'react';
import styles from '../stop/stop.module.css';

/** Pictures to tap, one of which is what was found. */
export function PictureKeys<T extends string>({
  label,
  says = label,
  options,
  value,
  onChange,
}: {
  label: string;
  /** Shown above the pictures in place of the label. */
  says?: ReactNode;
  options: readonly { value: T; says: string; picture: ReactNode }[];
  value: T | null;
  onChange(value: T): void;
}) {
  return (
    <div className="stack tight">
      <span className="soft">{says}</span>
      <div className={styles.finds} role="group" aria-label={label}>
        {options.map((one) => (
          <button
            key={one.value}
            type="button"
            className={styles.find}
            aria-pressed={one.value === value}
            data-find={one.value}
            onClick={() => onChange(one.value)}
          >
            {one.picture}
            {one.says}
          </button>
        ))}
      </div>
    </div>
  );
}
