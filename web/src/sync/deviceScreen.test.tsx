import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { problem } from '../data/fakeServer.testing.ts';
import { newId } from '../data/newId.ts';
import { learnt } from '../data/store.ts';
import { demoRecord, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

const status = () => plain(screen.getAllByRole('status')[0]!.textContent);
const rename = (here: WholeApp, name: string) => {
  const { id } = demoRecord('grower', (data) => data.name === 'Quill & Daughters');
  expect(here.device.change('grower', id, (data) => ({ ...data, name })).ok).toBe(true);
  return id;
};
/** Somebody else renames the same grower meanwhile. */
const elsewhere = (here: WholeApp, id: string, name: string) =>
  here.server.apply(
    [
      {
        id: newId(),
        madeAt: '2027-05-27T09:30:00.000Z',
        changes: [
          {
            op: 'put',
            kind: 'grower',
            id,
            baseRevision: here.server.held.get(`grower ${id}`)!.revision,
            data: { ...here.server.held.get(`grower ${id}`)!.data, name },
          },
        ],
      },
    ],
    'Ife Marlow',
  );

describe('this device', () => {
  it('says what can be opened without a network, by season', async () => {
    await openApp('/device');
    const cells = (await screen.findAllByRole('row')).map((row) =>
      [...row.querySelectorAll('td')].map(({ textContent }) => textContent),
    );
    expect(cells).toContainEqual(['2027', '7', '4', '5']);
    expect(screen.getByText(/6 fields/)).toBeTruthy();
  });

  it('without a connection what is entered waits, says why, and goes when it is back', async () => {
    const here = await openApp('/device');
    await waitFor(() => expect(status()).toMatch(/^All sent/));
    here.server.network.cut = true;
    const id = rename(here, 'Quill Sisters');
    await here.device.syncOnce();
    await waitFor(() => expect(status()).toMatch(/^Kept here, 1 to send/));
    await here.mentions(/it will be sent by itself|it is tried again by itself/);
    expect(here.server.held.get(`grower ${id}`)!.data).toMatchObject({ name: 'Quill & Daughters' });
    here.server.network.cut = false;
    await here.device.syncOnce();
    await waitFor(() => expect(status()).toMatch(/^All sent/));
    expect(here.server.held.get(`grower ${id}`)!.data).toMatchObject({ name: 'Quill Sisters' });
  });

  it('what two people edited apart is a choice; either version can be taken', async () => {
    for (const [take, name] of [
      [/^Keep Ife Marlow’s/, 'Quill Brothers'],
      [/^Take Noor Castellane’s/, 'Quill Sisters'],
    ] as const) {
      const here = await openApp('/device');
      const id = rename(here, 'Quill Sisters');
      elsewhere(here, id, 'Quill Brothers');
      await here.device.syncOnce();
      const choice = within(await screen.findByTestId('conflict'));
      const row = choice.getByRole('row', { name: /^name/ });
      expect(row.textContent).toContain('Quill Brothers');
      expect(row.textContent).toContain('Quill Sisters');
      await here.press(take);
      await waitFor(() => expect(screen.queryByTestId('conflict')).toBeNull());
      await here.device.syncOnce();
      expect(here.server.held.get(`grower ${id}`)!.data).toMatchObject({ name });
      expect(status()).toMatch(/^All sent/);
      await here.visit('/fields');
      expect(await screen.findByRole('heading', { name })).toBeTruthy();
      document.body.replaceChildren();
    }
  });

  it('what the server refuses stands here with its reason and the way to it; given up, it is as before', async () => {
    const here = await openApp('/device');
    const id = rename(here, 'Quill Sisters');
    here.server.network.answers = (path) =>
      path.includes('commits') ? problem(413, 'Too large for this server.') : null;
    await here.device.syncOnce();
    here.server.network.answers = null;
    const refused = within(await screen.findByTestId('refused'));
    expect(refused.getByText(/Quill Sisters/)).toBeTruthy();
    await waitFor(() => expect(status()).toMatch(/refused/));
    await here.press(/^Give up/);
    await waitFor(() => expect(screen.queryByTestId('refused')).toBeNull());
    expect(here.shown('grower', id)!.data.name).toBe('Quill & Daughters');
  });

  it('names another workspace it worked in, and what of it waits', async () => {
    const here = await openApp('/device');
    expect(screen.queryByText('Other workspaces on this device')).toBeNull();
    here.store.dispatch(learnt({ elsewhere: [{ id: newId(), name: 'Mesa Bench', unsent: 3 }] }));
    const other = await screen.findByTestId('other-workspace');
    expect(other.textContent).toContain('Mesa Bench, 3 changes not sent');
    within(other).getByRole('button', { name: 'Save as a file' });
  });
});
