import { screen, waitFor, within } from '@testing-library/dom';
import type { PlanterLog } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';
import { answer, problem } from '../data/fakeServer.testing.ts';

const planting = demoPlanting('Long Forty');
const CSV =
  'time,lat,lon,Row,Population (seeds/ac),Singulation (%)\n' +
  '2027-04-28T14:00:00Z,44.7,-138.4,1,32000,98\n2027-04-28T14:00:01Z,44.7,-138.4,2,31800,97\n';
const logOf = (more: Partial<PlanterLog>): PlanterLog => ({
  id: '019f0000-0000-7000-8000-0000000000a1',
  plantingId: planting.id,
  name: 'goose.csv',
  status: 'done',
  bytes: 2000,
  bytesRead: 2000,
  records: 18_240,
  broken: 0,
  brokenLines: [],
  problem: null,
  summary: [],
  startedAt: '2027-05-27T09:30:00.000Z',
  heardAt: '2027-05-27T09:31:00.000Z',
  finishedAt: '2027-05-27T09:31:00.000Z',
  ...more,
});

/** The monitor page of the demo's newest check, on a server that keeps logs. */
async function monitor(
  held: PlanterLog[],
  put: (body: string, path: string) => Response = () => answer(logOf({})),
) {
  const here = await openApp(`/plantings/${planting.id}`);
  const asked: string[] = [];
  here.server.network.answers = (path, body, method) => {
    if (!path.includes('planter-logs')) return null;
    const { pathname } = new URL(path, 'http://server');
    asked.push(`${method} ${pathname.split('/v1')[1]}`);
    if (method === 'PUT') return put(body, path);
    if (method === 'DELETE') {
      held.splice(0, 1);
      return answer({ deleted: true });
    }
    if (method === 'POST') {
      held[0] = logOf({ ...held[0], status: 'stopped', bytesRead: 500 });
      return answer({ cancelled: true });
    }
    return answer({ logs: held });
  };
  await here.press(/^Trench check, done/, 'link');
  await here.press(/^Monitor against ground/, 'link');
  await screen.findByRole('heading', { name: 'Planter log' });
  return { here, asked };
}
const choose = (here: WholeApp, name: string, text: string) =>
  here.bring(/^Choose a planter log/, name, text);
const lines = () =>
  [
    ...screen
      .getByRole('heading', { name: 'Planter log' })
      .closest('section')!
      .querySelectorAll('ul.list-plain > li'),
  ].map(({ textContent }) => plain(textContent));

describe('choosing a planter log', () => {
  it('a file that is no log is told so, and another can be chosen', async () => {
    const { here, asked } = await monitor([]);
    await choose(here, 'shopping.txt', 'milk\neggs\n');
    expect((await screen.findByRole('alert')).textContent).toMatch(
      /This is no planter log: choose a CSV file with a header line, or GeoJSON points\./,
    );
    await choose(here, 'goose.csv', CSV);
    expect(await screen.findByRole('form', { name: 'Columns of the log' })).toBeTruthy();
    expect(screen.queryByRole('alert')).toBeNull();
    expect(asked.filter((one) => one.startsWith('PUT'))).toEqual([]);
  });

  it('columns are guessed with their first line; what is needed is asked for before it is read', async () => {
    const sent: URLSearchParams[] = [];
    const { here } = await monitor([], (_, path) => {
      sent.push(new URL(path, 'http://server').searchParams);
      return answer(logOf({}));
    });
    await choose(here, 'goose.csv', CSV);
    const form = within(await screen.findByRole('form', { name: 'Columns of the log' }));
    const row = form.getByLabelText<HTMLSelectElement>(/^Row/);
    expect(row.value).toBe('Row');
    expect(form.getAllByText(/^first line: /).length).toBeGreaterThan(3);
    await here.user.selectOptions(row, 'not in the log');
    expect(form.getByText(/^Choose a column for .*row/)).toBeTruthy();
    expect(here.button('Read the log').hasAttribute('disabled')).toBe(true);
    await here.user.selectOptions(row, 'Row');
    await here.press('Read the log');
    await waitFor(() => expect(sent).toHaveLength(1));
    const mapping = JSON.parse(sent[0]!.get('mapping')!) as Record<string, { column: string }>;
    expect(Object.values(mapping).map(({ column }) => column)).toContain('Population (seeds/ac)');
    expect(sent[0]!.get('format')).toBe('csv');
  });

  it('cancelled, nothing is sent', async () => {
    const { here, asked } = await monitor([]);
    await choose(here, 'goose.csv', CSV);
    await here.press('Cancel');
    await waitFor(() =>
      expect(screen.queryByRole('form', { name: 'Columns of the log' })).toBeNull(),
    );
    expect(asked.filter((one) => one.startsWith('PUT'))).toEqual([]);
  });

  it('what the server will not read is said as it says it', async () => {
    const { here } = await monitor([], () =>
      problem(422, 'Line 7 has a quote that never ends: mend it and choose the file again.'),
    );
    await choose(here, 'goose.csv', CSV);
    await here.press('Read the log');
    expect((await screen.findByRole('alert')).textContent).toContain('Line 7 has a quote');
  });
});

describe('logs on the server', () => {
  it('each says what became of it: broken lines by number, how far it got, why it failed', async () => {
    await monitor([
      logOf({
        broken: 23,
        brokenLines: [{ line: 41, problem: 'population is text' }],
      }),
      logOf({ id: 'b', name: 'half.csv', status: 'stopped', bytesRead: 500 }),
      logOf({
        id: 'c',
        name: 'bad.csv',
        status: 'failed',
        problem: 'No line could be read.',
      }),
    ]);
    await waitFor(() => expect(lines()).toHaveLength(3));
    const [done, half, bad] = lines();
    expect(done).toContain('18,240 records, 23 broken lines left out');
    expect(done).toContain('Line 41: population is text');
    expect(done).toContain('The first 20 of 23.');
    expect(half).toContain(
      'Stopped at 25 %. Choose the same file again and it goes on from there.',
    );
    expect(bad).toContain('No line could be read.');
  });

  it('one that is being read shows how far, and can be cancelled', async () => {
    const { here, asked } = await monitor([
      logOf({ status: 'reading', records: 900, bytesRead: 600 }),
    ]);
    const bar = await screen.findByRole('progressbar', { name: 'Reading goose.csv' });
    expect(Number(bar.getAttribute('value'))).toBeCloseTo(0.3, 6);
    await here.press('Cancel');
    await waitFor(() => expect(lines()[0]).toContain('Stopped at 25 %'));
    expect(asked.some((one) => /^POST .*\/cancel$/.test(one))).toBe(true);
  });

  it('deleting asks first, and says that it is for good', async () => {
    const { here, asked } = await monitor([logOf({})]);
    await here.press('Delete goose.csv');
    const dialog = within(await screen.findByRole('dialog'));
    expect(dialog.getByText(/Its 18,240 records leave the server for good/)).toBeTruthy();
    await here.user.click(dialog.getByRole('button', { name: 'Cancel' }));
    expect(asked.some((one) => one.startsWith('DELETE'))).toBe(false);
    await here.press('Delete goose.csv');
    await here.user.click(
      within(await screen.findByRole('dialog')).getByRole('button', { name: 'Delete' }),
    );
    await waitFor(() => expect(lines()).toEqual([]));
  });

  it('without a connection they are said to be on the server', async () => {
    const here = await openApp(`/plantings/${planting.id}`);
    here.server.network.cut = true;
    await here.press(/^Trench check, done/, 'link');
    await here.press(/^Monitor against ground/, 'link');
    expect(
      await screen.findByText('Logs are kept on the server: they show when there is a connection.'),
    ).toBeTruthy();
  });
});
