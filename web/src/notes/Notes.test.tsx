import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import Notes from './Notes.tsx';

beforeEach(emptyDevice);

const field = family({ note: null });
const planting = { plantingId: field.of('planting').id, walkId: null, stop: null, row: null };
const atRow = { ...planting, walkId: field.of('walk').id, stop: 1, row: 4 };

it('a note is pinned to its row of a stop, and shown on the planting with its place', async () => {
  const here = await onScreen(
    <>
      <Notes place={atRow} />
      <Notes place={planting} />
    </>,
    { holding: field.records },
  );
  await here.user.click(here.getAllByRole('button', { name: 'Add a note' })[0]!);
  await here.user.type(
    here.getByLabelText('New note on stop 1, row 4'),
    'Crusted behind the track',
  );
  await here.user.click(here.getByRole('button', { name: 'Keep' }));
  expect(here.getAllByText('Crusted behind the track')).toHaveLength(2);
  expect(here.getAllByText(', Stop 1, row 4')).toHaveLength(2);
});

it('an empty note is refused beside its box; a half-written one is there again', async () => {
  const first = await onScreen(<Notes place={planting} />, { holding: field.records });
  await first.user.click(first.getByRole('button', { name: 'Add a note' }));
  await first.user.click(first.getByRole('button', { name: 'Keep' }));
  expect(first.getByText('Write the note.')).toBeTruthy();
  await first.user.type(first.getByLabelText('New note'), 'Called away in the mid');
  await first.unmount();
  const again = await onScreen(<Notes place={planting} />, { holding: [] });
  expect(again.getByLabelText('New note')).toHaveProperty('value', 'Called away in the mid');
  await again.user.click(again.getByRole('button', { name: 'Cancel' }));
  await again.unmount();
  const later = await onScreen(<Notes place={planting} />, { holding: [] });
  expect(later.queryByLabelText('New note')).toBeNull();
});

it('a deleted note comes back with undo', async () => {
  const { records } = family({ note: { text: 'Stalk borer at the edge', stop: null, row: null } });
  const place = { ...planting, plantingId: records.find(({ kind }) => kind === 'planting')!.id };
  const here = await onScreen(<Notes place={place} />, { holding: records });
  await here.user.click(
    here.getByRole('button', { name: 'Delete the note: Stalk borer at the edge' }),
  );
  expect(here.queryByText('Stalk borer at the edge')).toBeNull();
  await here.user.click(here.getByRole('button', { name: 'Undo' }));
  expect(here.getByText('Stalk borer at the edge')).toBeTruthy();
});
