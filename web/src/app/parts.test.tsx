import { useState } from 'react';
import { beforeEach, expect, it, vi } from 'vitest';
import { useDraft } from '../fields/useDraft.ts';
import { emptyDevice, onScreen } from './onScreen.testing.tsx';
import { Parts } from './Parts.tsx';

beforeEach(() => {
  emptyDevice();
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});

const OF_A_LIST = crypto.randomUUID();

/** A form that cannot be drawn with a negative weight. */
function Form({ name }: { name: string }) {
  const draft = useDraft(name, undefined, () => ({ weight: '', note: '' }));
  const [values, setValues] = useState(draft.first);
  if (values.weight.startsWith('-')) throw new RangeError('weight must be positive');
  return (
    <input
      aria-label={name}
      value={values.weight}
      onChange={(event) => {
        const next = { ...values, weight: event.currentTarget.value };
        draft.hold(next);
        setValues(next);
      }}
    />
  );
}

const screen = () => (
  <Parts>
    <Form name="slip" />
    <Form name="other" />
    <p>The answer</p>
  </Parts>
);

it('a part that fails is replaced by what to do; the others stay, with what was typed into them', async () => {
  const here = await onScreen(screen());
  await here.user.type(here.getByLabelText('other'), '12');
  await here.user.click(here.getByLabelText('slip'));
  await here.user.paste('-25000');
  expect(here.getByRole('alert').textContent).toMatch(/could not be shown.*weight must.*-25000/s);
  expect(here.getByText('The answer')).toBeTruthy();
  expect(here.getByLabelText('other')).toHaveProperty('value', '12');
  await here.user.click(here.getByRole('button', { name: 'Try again' }));
  expect(here.getByLabelText('slip')).toHaveProperty('value', '');
});

it('a draft that fails as the screen opens is set aside, not opened with again', async () => {
  localStorage.setItem(
    'draft:slip',
    JSON.stringify({ values: { weight: '-1', note: OF_A_LIST }, seen: null }),
  );
  localStorage.setItem('draft:other', JSON.stringify({ values: { weight: '7' }, seen: null }));
  const here = await onScreen(screen());
  expect(here.getByRole('alert').textContent).toContain('-1');
  // What was chosen of a list is no text.
  expect(here.getByRole('alert').textContent).not.toContain(OF_A_LIST);
  expect(here.getByLabelText('other')).toHaveProperty('value', '7');
  await here.unmount();
  const again = await onScreen(screen());
  expect(again.queryByRole('alert')).toBeNull();
  expect(localStorage.getItem('set-aside:slip')).toContain('-1');
});
