import { useEffect, useRef } from 'react';
import styles from './RowTabs.module.css';

/** Rows or lengths side by side for a thumb, each with what was counted in it so far; the chosen one stays in sight. */
export function RowTabs({
  label,
  tabs,
  chosen,
  onChoose,
}: {
  label: string;
  tabs: readonly { name: string; counted: string | null; says: string }[];
  chosen: number;
  onChoose(at: number): void;
}) {
  const own = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    void own.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [chosen]);
  return (
    <div className={styles.tabs} role="group" aria-label={label}>
      {tabs.map(({ name, counted, says }, i) => (
        <button
          key={i}
          ref={i === chosen ? own : undefined}
          className={styles.tab}
          aria-pressed={i === chosen}
          data-counted={counted === null ? undefined : ''}
          aria-label={says}
          onClick={(event) => {
            onChoose(i);
            // The keyboard goes on working as before.
            if (event.detail > 0) event.currentTarget.blur();
          }}
        >
          <b>{name}</b>
          <span>{counted ?? '·'}</span>
        </button>
      ))}
    </div>
  );
}
