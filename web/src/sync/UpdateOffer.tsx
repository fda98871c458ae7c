import { useRegisterSW } from 'virtual:pwa-register/react';
import { useAppSelector } from '../data/store.ts';

/** A new version waits until nothing is unsent, then offers itself. */
export function UpdateOffer() {
  const {
    needRefresh: [waiting, setWaiting],
    updateServiceWorker,
  } = useRegisterSW({
    // The field screens are on the device by now; the others follow while nobody waits.
    onRegisteredSW: () =>
      void navigator.serviceWorker.ready.then(({ active }) =>
        active?.postMessage({ type: 'KEEP_THE_REST' }),
      ),
  });
  const safe = useAppSelector(
    ({ sync }) => sync.unsent === 0 && sync.keeping === 0 && sync.refused.length === 0,
  );
  if (!waiting || !safe) return null;
  return (
    <div className="toast" role="alertdialog" aria-label="New version">
      <span>A new version is ready. Everything is sent.</span>
      <button onClick={() => void updateServiceWorker(true)}>Use it now</button>
      <button onClick={() => setWaiting(false)}>Later</button>
    </div>
  );
}
