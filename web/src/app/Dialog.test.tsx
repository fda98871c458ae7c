import { beforeEach, expect, it, vi } from 'vitest';
import { Dialog } from './Dialog.tsx';
import { emptyDevice, onScreen } from './onScreen.testing.tsx';

beforeEach(emptyDevice);

it('closes for the app too when the browser closes it without asking', async () => {
  const onClose = vi.fn();
  const here = await onScreen(
    <Dialog title="Weights" onClose={onClose}>
      What they are
    </Dialog>,
  );
  const dialog = here.getByRole<HTMLDialogElement>('dialog');
  const closed = () => dialog.dispatchEvent(new Event('close'));
  // One that is open again by now is left open.
  closed();
  expect(onClose).not.toHaveBeenCalled();
  dialog.open = false;
  closed();
  expect(onClose).toHaveBeenCalledOnce();
});
