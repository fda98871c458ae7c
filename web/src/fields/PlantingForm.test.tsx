import { beforeEach, expect, it, vi } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import { PlantingForm } from './PlantingForm.tsx';

beforeEach(emptyDevice);

/** The form of a planting that was walked on May 26, and what it says once opened. */
async function opened() {
  const { records, of } = family();
  const done = vi.fn();
  const planting = { ...of('planting'), revision: 1, deletedAt: null, editedBy: '', editedAt: '' };
  const here = await onScreen(
    <PlantingForm fieldId={of('field').id} planting={planting} onDone={done} />,
    { holding: records },
  );
  const date = here.getByLabelText('Planted on');
  const moveTo = async (day: string) => {
    await here.user.clear(date);
    await here.user.type(date, day);
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
  };
  const kept = (name: 'plantedOn' | 'tillage' = 'plantedOn') =>
    here.shown('planting', planting.id)!.data[name];
  return { here, done, date, moveTo, kept };
}

it('a date moved past a walk says what would happen, and asks', async () => {
  const { here, done, date, moveTo, kept } = await opened();
  await moveTo('2027-06-01');
  expect(here.getByText(/May 26, stand walk/)).toBeTruthy();
  expect(done).not.toHaveBeenCalled();
  expect(kept()).toBe('2027-04-28');
  await here.user.click(here.getByRole('button', { name: 'Leave it at Apr 28', hidden: true }));
  expect(date).toHaveProperty('value', '2027-04-28');
  await moveTo('2027-06-01');
  await here.user.click(here.getByRole('button', { name: 'Move it to Jun 1', hidden: true }));
  expect(kept()).toBe('2027-06-01');
  expect(done).toHaveBeenCalled();
});

it('a date moved before its walks is simply kept', async () => {
  const { moveTo, kept } = await opened();
  await moveTo('2027-05-02');
  expect(kept()).toBe('2027-05-02');
});

it('a second planting of a season says why it is there', async () => {
  const { records, of } = family();
  const done = vi.fn();
  const here = await onScreen(<PlantingForm fieldId={of('field').id} onDone={done} />, {
    holding: records,
  });
  await here.user.type(here.getByLabelText('Seeding rate'), '34');
  await here.user.click(here.getByRole('button', { name: 'Keep' }));
  expect(here.getByText('Choose why the field has two plantings.')).toBeTruthy();
  expect(done).not.toHaveBeenCalled();
  await here.user.click(here.getByRole('radio', { name: 'Another part of the field' }));
  await here.user.click(here.getByRole('button', { name: 'Keep' }));
  const [id] = done.mock.calls[0] as [string];
  expect(here.shown('planting', id)?.data).toMatchObject({ beside: 'split' });
});

it('how the ground was tilled is kept with the planting', async () => {
  const { here, kept, done } = await opened();
  await here.user.selectOptions(here.getByLabelText('Tillage'), 'No-till');
  await here.user.click(here.getByRole('button', { name: 'Keep' }));
  expect(done).toHaveBeenCalled();
  expect(kept('tillage')).toBe('noTill');
});
