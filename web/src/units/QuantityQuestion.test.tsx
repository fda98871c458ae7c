import { useState } from 'react';
import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, onScreen } from '../app/onScreen.testing.tsx';
import { QuantityInput, type Entered } from './QuantityInput.tsx';

function Field({ kind }: { kind: 'rowWidth' | 'share' | 'population' }) {
  const [entered, setEntered] = useState<Entered>({ text: '', value: null });
  return (
    <>
      <QuantityInput
        label="Figure"
        kind={kind}
        entered={entered}
        onEntered={setEntered}
        usual={kind === 'population' ? [4, 12] : undefined}
      />
      <output>{entered.value}</output>
    </>
  );
}
beforeEach(emptyDevice);

const value = () => Number(document.querySelector('output')!.textContent);

it('a share that can be meant in two ways asks, and goes on with what is chosen', async () => {
  const here = await onScreen(<Field kind="share" />);
  await here.user.type(here.getByLabelText('Figure'), '0.05');
  expect(value()).toBeCloseTo(0.05, 9);
  await here.user.click(here.getByRole('button', { name: /^0.05.%$/ }));
  expect(value()).toBeCloseTo(0.0005, 9);
  expect(here.queryByText('Which is meant?')).toBeNull();
});

it('a comma that makes a figure absurd offers the other reading', async () => {
  const here = await onScreen(<Field kind="rowWidth" />);
  await here.user.type(here.getByLabelText('Figure'), '0,762 m');
  expect(value()).toBeCloseTo(0.762, 9);
  expect(here.queryByText('Which is meant?')).toBeNull();
  await here.user.clear(here.getByLabelText('Figure'));
  await here.user.type(here.getByLabelText('Figure'), '1,250 m');
  // 1,250 m between rows cannot be.
  expect(here.getByText(/^Enter between/)).toBeTruthy();
  await here.user.click(here.getByRole('button', { name: /^49/ }));
  expect(value()).toBeCloseTo(1.25, 2);
});

it('an unusual figure counts once the person says that it is right', async () => {
  const here = await onScreen(<Field kind="population" />);
  await here.user.type(here.getByLabelText('Figure'), '6000');
  expect(here.getByText(/6,000.* is unusual/)).toBeTruthy();
  expect(document.querySelector('output')!.textContent).toBe('');
  await here.user.click(here.getByRole('button', { name: /^Yes, 6,000/ }));
  expect(value()).toBeGreaterThan(1);
  expect((here.getByLabelText('Figure') as HTMLInputElement).value).toBe('6000');
  expect(here.queryByText(/is unusual/)).toBeNull();
  await here.user.clear(here.getByLabelText('Figure'));
  await here.user.type(here.getByLabelText('Figure'), '32000');
  expect(here.queryByText(/is unusual/)).toBeNull();
  expect(value()).toBeGreaterThan(7);
});
