import { useEffect, useRef, type ReactNode } from 'react';
import styles from '../stop/stop.module.css';

/** One open dig: what was found, entry by entry; each is saved as it is tapped. Opened, it starts at the top of the screen. */
export function DigSheet({
  title,
  onDone,
  children,
}: {
  title: string;
  onDone(): void;
  children: ReactNode;
}) {
  const sheet = useRef<HTMLElement>(null);
  useEffect(() => void sheet.current?.scrollIntoView?.({ block: 'start' }), []);
  return (
    <section ref={sheet} className={`sheet stack tight ${styles.opened}`} aria-label={title}>
      <div className="row spread">
        <h2>{title}</h2>
        <button className="tool" onClick={onDone}>
          Done
        </button>
      </div>
      {children}
    </section>
  );
}

/** Digs of a stop that are kept: each can be opened again, or deleted. */
export const KeptDigs = ({
  label,
  digs,
  onOpen,
  onDelete,
}: {
  label: string;
  digs: readonly { id: string; title: string; says: string }[];
  onOpen(id: string): void;
  onDelete(id: string): void;
}) => (
  <ul className={`list-plain ${styles.kept}`} aria-label={label}>
    {digs.map(({ id, title, says }) => (
      <li key={id}>
        <button className={`tool bare ${styles.opens}`} onClick={() => onOpen(id)}>
          {title}: {says}
        </button>
        <button className="tool" aria-label={`Delete: ${title}`} onClick={() => onDelete(id)}>
          Delete
        </button>
      </li>
    ))}
  </ul>
);
