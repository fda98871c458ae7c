import { useHotkeys } from '@mantine/hooks';
import { lazy, Suspense, useState } from 'react';

const KeyList = lazy(() => import('./KeyList.tsx'));

/** Opens the list of keys on `?`. */
export function KeyboardHelp() {
  const [open, setOpen] = useState(false);
  useHotkeys([
    ['shift+?', () => setOpen(true)],
    ['?', () => setOpen(true)],
  ]);
  return open ? (
    <Suspense>
      <KeyList onClose={() => setOpen(false)} />
    </Suspense>
  ) : null;
}
