import { useState } from 'react';
import { beforeEach, expect, it } from 'vitest';
import { Choice } from './Choice.tsx';
import { emptyDevice, onScreen } from './onScreen.testing.tsx';

beforeEach(emptyDevice);

const FEELS = ['dry', 'marginal', 'adequate'].map((value) => ({ value, says: value }));

function Feel({ clearable }: { clearable: boolean }) {
  const [feel, setFeel] = useState<string | null>('dry');
  return (
    <>
      <Choice<string>
        label="How it feels"
        options={FEELS}
        value={feel}
        onChange={setFeel}
        clearable={clearable}
      />
      <output>{feel ?? 'not said'}</output>
    </>
  );
}

it('one of a few is chosen by thumb or with the arrows', async () => {
  const here = await onScreen(<Feel clearable={false} />);
  expect(here.getByRole('radiogroup', { name: 'How it feels' })).toBeTruthy();
  await here.user.click(here.getByRole('radio', { name: 'marginal' }));
  expect(here.getByRole('status').textContent).toBe('marginal');
  await here.user.keyboard('{ArrowRight}{Enter}');
  expect(here.getByRole('status').textContent).toBe('adequate');
  await here.user.click(here.getByRole('radio', { name: 'adequate' }));
  expect(here.getByRole('status').textContent).toBe('adequate');
});

it('what may be left unsaid is unsaid again by choosing it once more', async () => {
  const here = await onScreen(<Feel clearable />);
  await here.user.click(here.getByRole('radio', { name: 'dry' }));
  expect(here.getByRole('status').textContent).toBe('not said');
});
