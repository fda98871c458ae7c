import { CheckCircledIcon, ExclamationTriangleIcon, MobileIcon } from '@radix-ui/react-icons';
import { Link } from 'react-router';
import { useAppSelector } from '../data/store.ts';
import { statusWords } from './syncState.ts';

/** Where the work is: kept on this device, sent, or refused. Leads to the details. */
export function SyncStatus() {
  const words = useAppSelector((state) => state.sync);
  const { state, short, long } = statusWords(words);
  const Icon =
    state === 'refused' || state === 'problem'
      ? ExclamationTriangleIcon
      : state === 'sent'
        ? CheckCircledIcon
        : MobileIcon;
  return (
    <Link
      className="status"
      data-state={state === 'problem' ? 'refused' : state}
      to="/device"
      title={long}
    >
      <Icon width={18} height={18} aria-hidden />
      <span role="status">{short}</span>
    </Link>
  );
}
