import { useMediaQuery } from '@mantine/hooks';
import { Suspense, type ReactNode } from 'react';
import { sectionOpened } from '../data/preferences.ts';
import { useAppDispatch, useAppSelector } from '../data/store.ts';
import styles from './Section.module.css';

const PHONE = '(max-width: 699px)';

/**
 * A part of a long page. On a phone it is one line until it is opened, and stays as it was left the next time; at a desk it is always open.
 *
 * @param of.label what it is called for those who do not see it, where that is not its title
 * @param of.aside stands beside the title; @param of.bare inside another part: at a desk nothing but what it holds
 */
export function Section({
  title,
  label = title,
  aside,
  bare = false,
  className = '',
  children,
}: {
  title: string;
  label?: string;
  aside?: ReactNode;
  bare?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const dispatch = useAppDispatch();
  const opened = useAppSelector((state) => state.preferences.openSections.includes(label));
  const phone = useMediaQuery(PHONE, matchMedia(PHONE).matches, { getInitialValueInEffect: false });
  if (!phone && bare) return children;
  if (!phone)
    return (
      <section className={`sheet stack tight ${className}`} aria-label={label}>
        <div className="row spread">
          <h2>{title}</h2>
          {aside}
        </div>
        {children}
      </section>
    );
  return (
    <section
      className={`${bare ? '' : 'sheet'} stack tight ${styles.folding} ${className}`}
      aria-label={label}
    >
      <h2>
        <button
          className={styles.head}
          aria-expanded={opened}
          onClick={() => dispatch(sectionOpened({ label, open: !opened }))}
        >
          <span aria-hidden className={styles.sign}>
            {opened ? '−' : '+'}
          </span>
          {title}
        </button>
      </h2>
      {opened && (
        <Suspense>
          {aside}
          {children}
        </Suspense>
      )}
    </section>
  );
}
