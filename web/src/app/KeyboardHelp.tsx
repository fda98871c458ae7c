import { useHotkeys } from '@mantine/hooks';
import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';

const KeyList = lazy(() => import('./KeyList.tsx'));

/** Keys that work everywhere: `?` opens the list of keys, `R` the reckoner. */
export function KeyboardHelp() {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  useHotkeys([
    ['shift+?', () => setOpen(true)],
    ['?', () => setOpen(true)],
    ['R', () => void navigate('/targets')],
  ]);
  return open ? (
    <Suspense>
      <KeyList onClose={() => setOpen(false)} />
    </Suspense>
  ) : null;
}
