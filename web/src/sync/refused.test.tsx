import { Blob } from 'node:buffer';
import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { answer, problem } from '../data/fakeServer.testing.ts';
import {
  demoPlanting,
  demoRecord,
  openApp,
  plain,
  type WholeApp,
} from '../app/wholeApp.testing.tsx';

const status = () => plain(screen.getAllByRole('status')[0]!.textContent);
const grower = demoRecord('grower', (data) => data.name === 'Quill & Daughters');

/** The server refuses whatever touches a record, with a reason for one of its fields. */
async function refusing(here: WholeApp, id: string, problems: Record<string, string>) {
  here.server.network.answers = (path, body) => {
    if (!path.endsWith('/commits')) return null;
    const { commits } = JSON.parse(body) as {
      commits: { id: string; changes: { id: string }[] }[];
    };
    if (!commits.some(({ changes }) => changes.some((change) => change.id === id))) return null;
    const outcomes = commits.map((commit) => ({ id: commit.id, outcome: 'refused', problems }));
    return answer({ outcomes });
  };
  await here.device.syncOnce();
  return within(await screen.findByTestId('refused'));
}

describe('what the server refuses', () => {
  it('leads to where it was entered; edited there it is sent again, and taken', async () => {
    const here = await openApp('/device');
    const { id } = demoPlanting('Long Forty');
    here.device.change('planting', id, (data) => ({ ...data, variety: 'AB-999' }));
    const refused = await refusing(here, id, { variety: 'This variety is not sold any more.' });
    expect(refused.getByText('This variety is not sold any more.')).toBeTruthy();
    await here.press('Correct it where it was entered', 'link');
    await here.arrives(`/plantings/${id}`);
    here.server.network.answers = null;
    here.device.change('planting', id, (data) => ({ ...data, variety: 'AB-104' }));
    await here.device.syncOnce();
    await waitFor(() => expect(status()).toMatch(/^All sent/));
    expect(here.server.held.get(`planting ${id}`)!.data).toMatchObject({ variety: 'AB-104' });
  });

  it('everything else is sent meanwhile', async () => {
    const here = await openApp('/device');
    here.device.change('grower', grower.id, (data) => ({ ...data, name: 'Quill Sisters' }));
    await refusing(here, grower.id, { name: 'Another grower has this name.' });
    here.server.network.answers = null;
    const field = demoRecord('field', ({ name }) => name === 'The Apron');
    here.device.change('field', field.id, (data) => ({ ...data, soil: 'loam' }));
    await here.device.syncOnce();
    await waitFor(() =>
      expect(here.server.held.get(`field ${field.id}`)!.data).toMatchObject({ soil: 'loam' }),
    );
    expect(here.server.held.get(`grower ${grower.id}`)!.data).toMatchObject({
      name: 'Quill & Daughters',
    });
    expect(screen.getByTestId('refused')).toBeTruthy();
  });

  it('a time that cannot be is dated now by one tap, and goes', async () => {
    const here = await openApp('/device');
    const made = here.device.put('event', {
      plantingId: demoPlanting('Long Forty').id,
      type: 'rain',
      at: '2098-01-01T00:00:12.000Z',
      on: '2098-01-01',
      zoneOffsetMin: 0,
      rows: [],
      note: '',
    });
    expect(made).toMatchObject({ ok: true });
    const id = made.ok ? made.id : '';
    await refusing(here, id, { at: 'This time cannot be.' });
    here.server.network.answers = null;
    await here.press('Date it now and send');
    await here.device.syncOnce();
    await waitFor(() => expect(here.server.held.get(`event ${id}`)).toBeTruthy());
    const { at, on } = here.server.held.get(`event ${id}`)!.data as { at: string; on: string };
    // The demo lives on its day.
    expect(on).toBe('2027-05-27');
    expect(at.slice(0, 10)).toMatch(/^2027-05-2[678]$/);
    await waitFor(() => expect(screen.queryByTestId('refused')).toBeNull());
  });

  it('sent again as it is, it may be refused again; given up, the server’s version stands', async () => {
    const here = await openApp('/device');
    here.device.change('grower', grower.id, (data) => ({ ...data, name: 'Quill Sisters' }));
    await refusing(here, grower.id, { name: 'Another grower has this name.' });
    await here.press('Send it again');
    await here.device.syncOnce();
    await waitFor(() => expect(screen.getByTestId('refused')).toBeTruthy());
    expect(here.shown('grower', grower.id)!.data.name).toBe('Quill Sisters');
    await here.press('Give up this change');
    await waitFor(() => expect(screen.queryByTestId('refused')).toBeNull());
    expect(here.shown('grower', grower.id)!.data.name).toBe('Quill & Daughters');
  });
});

describe('a photo that the server will not take', () => {
  it('says why, and can be given up by itself', async () => {
    const here = await openApp('/device');
    here.server.network.answers = (path) =>
      path.includes('/photos/') ? problem(413, 'This picture is over 20 MB.') : null;
    const picture = new Blob(['picture']) as unknown as globalThis.Blob;
    await here.device.keepPhoto('019f0000-0000-7000-8000-0000000000b1', picture);
    await here.device.syncOnce();
    await here.mentions(/This picture is over 20 MB\./);
    expect(status()).toMatch(/refused/);
    await here.press('Give up this photo');
    await waitFor(() => expect(screen.queryByText('A photo')).toBeNull());
    await waitFor(() => expect(status()).toMatch(/^All sent/));
  });
});
