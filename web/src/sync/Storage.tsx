import { isShort } from '../data/storage.ts';
import { useAppSelector } from '../data/store.ts';
import { useUnits, type Units } from '../units/useUnits.ts';

const size = (bytes: number, { fixed }: Units) =>
  bytes >= 1e9 ? `${fixed(bytes / 1e9, 1)} GB` : `${Math.max(1, Math.round(bytes / 1e6))} MB`;

/** The room this app takes on the device, and whether the browser may take it away. */
export function Storage() {
  const storage = useAppSelector((state) => state.sync.storage);
  const units = useUnits();
  if (!storage) return null;
  const { usedBytes, quotaBytes, lasting } = storage;
  return (
    <section className="sheet stack tight">
      <h2>Room on this device</h2>
      <p>
        {size(usedBytes, units)} of the {size(quotaBytes, units)} the browser allows.
        {isShort(storage) && (
          <strong className="warn">
            {' '}
            That is nearly full: photos that were sent are let go; free some space on the device.
          </strong>
        )}
      </p>
      <p className="small soft">
        {lasting
          ? 'The browser has promised to keep it until you delete it.'
          : 'The browser may clear it when the device runs short: send when you can, and install the app to have it kept.'}
      </p>
    </section>
  );
}
