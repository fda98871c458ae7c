import { CheckCircledIcon, ExclamationTriangleIcon, MobileIcon } from '@radix-ui/react-icons';
import { memo } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../data/store.ts';
import { statusWords } from './syncState.ts';
import styles from './sync.module.css';

/** Where the work is: kept on this device, sent, or refused. Leads to the details. */
export const SyncStatus = memo(function SyncStatus() {
  return (
    <Link className={styles.status} to="/device">
      <Words />
    </Link>
  );
});

/** Changes with every tap: the link around it does not. */
function Words() {
  const { state, short, long } = statusWords(useAppSelector(({ sync }) => sync));
  const troubled = state === 'refused' || state === 'problem';
  const Icon = troubled
    ? ExclamationTriangleIcon
    : state === 'sent'
      ? CheckCircledIcon
      : MobileIcon;
  return (
    <span className={styles.statusState} data-troubled={troubled || undefined} title={long}>
      <Icon width={18} height={18} aria-hidden />
      <span role="status">
        <span className={styles.statusWords}>{short}</span>
      </span>
    </span>
  );
}
