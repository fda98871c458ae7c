import type { SharedOut } from '@sendero/core';
import type { ReactNode } from 'react';
import { shareText } from './plantFindings.ts';
import styles from './digs.module.css';

/** Shares with their intervals, each a bar beside its words and drawing. */
export function ShareBars({
  label,
  parts,
}: {
  label: string;
  parts: readonly (SharedOut & { key: string; says: string; picture?: ReactNode })[];
}) {
  return (
    <ul className={styles.shares} aria-label={label}>
      {parts.map((part) => (
        <li key={part.key}>
          {part.picture}
          <div>
            <div>
              {part.says} <span className="small soft">{shareText(part)}</span>
            </div>
            <div className={styles.track} aria-hidden>
              <span className={styles.share} style={{ width: `${100 * part.share}%` }} />
              <span
                className={styles.span}
                style={{
                  left: `${100 * part.lower}%`,
                  width: `${100 * (part.upper - part.lower)}%`,
                }}
              />
            </div>
          </div>
        </li>
      ))}
    </ul>
  );
}
