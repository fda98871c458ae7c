import type { Kept } from '@sendero/core';
import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import { newId } from '../data/newId.ts';
import FieldsScreen from './FieldsScreen.tsx';

beforeEach(emptyDevice);

/** A grower entered twice, each with a field. */
function twice() {
  const { records, of } = family({ grower: { name: 'Quill & Daughters' } });
  const twin = { kind: 'grower' as const, id: newId(), data: { name: 'Quill and D.' } };
  const strip = {
    ...of('field'),
    id: newId(),
    data: { ...of('field').data, name: 'Alder Strip', growerId: twin.id },
  };
  return { records: [...records, twin, strip] as never[], twin, strip, grower: of('grower') };
}

it('two growers that are one are merged: the fields move, undo parts them again', async () => {
  const { records, twin, strip, grower } = twice();
  const here = await onScreen(<FieldsScreen />, { holding: records });
  await here.user.click(here.getByRole('button', { name: 'More about Quill and D.' }));
  await here.user.click(await here.findByRole('menuitem', { name: 'Merge' }));
  expect(here.getByText(/What belongs to Quill and D\. \(1 field\) then belongs/)).toBeTruthy();
  await here.user.click(here.getByRole('button', { name: 'Merge', hidden: true }));
  expect(here.shown('field', strip.id)?.data.growerId).toBe(grower.id);
  expect(here.shown('grower', twin.id)?.deletedAt).not.toBeNull();
  await here.user.click(here.getByRole('button', { name: 'Undo' }));
  expect(here.shown('field', strip.id)?.data.growerId).toBe(twin.id);
  expect(here.shown('grower', twin.id)?.deletedAt).toBeNull();
});

it('an archived field is out of the way with its plantings, and comes back', async () => {
  const { records, of } = family();
  const here = await onScreen(<FieldsScreen />, { holding: records });
  await here.user.click(here.getByRole('button', { name: 'More about Long Forty' }));
  await here.user.click(await here.findByRole('menuitem', { name: 'Archive' }));
  expect(here.queryByRole('button', { name: 'More about Long Forty' })).toBeNull();
  expect((here.shown('field', of('field').id) as Kept<'field'>).data.archived).toBe(true);
  await here.user.click(here.getByRole('button', { name: /^Bring back Long Forty/, hidden: true }));
  expect(here.getByRole('button', { name: 'More about Long Forty' })).toBeTruthy();
});

it('a grower is renamed where it stands; what still has something below it cannot be deleted', async () => {
  const { records } = twice();
  const here = await onScreen(<FieldsScreen />, { holding: records });
  await here.user.click(here.getByRole('button', { name: 'More about Quill and D.' }));
  expect(here.queryByRole('menuitem', { name: 'Delete' })).toBeNull();
  await here.user.click(await here.findByRole('menuitem', { name: 'Edit' }));
  const name = here.getByLabelText('Grower’s name');
  await here.user.clear(name);
  await here.user.type(name, 'Quill & Sons');
  await here.user.click(here.getByRole('button', { name: 'Keep' }));
  expect(here.getByRole('heading', { name: 'Quill & Sons' })).toBeTruthy();
});
