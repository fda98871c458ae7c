import { screen, waitFor } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoRecord, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';
import { answer, problem } from '../data/fakeServer.testing.ts';
import type { StationFetch } from './stationsApi.ts';

const station = demoRecord('weatherStation', () => true);
const NAME = station.data.name;

/** The demo's first station has an address, and the server fetches it so. */
async function fetchedStation(answers: () => StationFetch[] | Response, path = '/weather') {
  const here = await openApp('/fields');
  const changed = here.device.change('weatherStation', station.id, (data) => ({
    ...data,
    address: 'https://bench.example/day.csv',
  }));
  expect(changed.ok).toBe(true);
  const asked: string[] = [];
  here.server.network.answers = (at, _, method) => {
    if (!at.includes('/weather-stations')) return null;
    asked.push(`${method} ${at.split('/v1')[1]}`);
    const fetches = answers();
    if (fetches instanceof Response) return fetches.clone();
    return method === 'POST' ? answer(fetches[0]!) : answer({ fetches });
  };
  await here.visit(path);
  return { here, asked };
}
const card = () =>
  plain(screen.getByRole('heading', { name: NAME }).closest('section')?.textContent);
const fetchOf = (more: Partial<StationFetch>): StationFetch => ({
  id: station.id,
  triedAt: '2027-05-27T09:30:00.000Z',
  succeededAt: '2027-05-27T09:30:00.000Z',
  problem: null,
  ...more,
});
const fetchNow = (here: WholeApp) => here.press(`Fetch ${NAME} now`);

describe('a station that the server fetches', () => {
  it('says when it was fetched last', async () => {
    await fetchedStation(() => [fetchOf({})]);
    await waitFor(() => expect(card()).toMatch(/Fetched every half hour; last May 27/));
  });

  it('says that it was not yet', async () => {
    await fetchedStation(() => []);
    await waitFor(() =>
      expect(card()).toContain('Fetched every half hour from its address; not yet.'),
    );
  });

  it('failing, it says why, since when, and that what was measured stands', async () => {
    await fetchedStation(() => [
      fetchOf({
        problem: 'The address answers with a page, not with a table.',
        succeededAt: '2027-05-20T06:00:00.000Z',
      }),
    ]);
    await waitFor(() =>
      expect(card()).toMatch(
        /The address answers with a page, not with a table\. Fetched last May (19|20).*What it measured until May \d+ stands\./,
      ),
    );
  });

  it('without a connection the last fetch is not known, and what was measured stands', async () => {
    const { here } = await fetchedStation(() => [fetchOf({})], '/fields');
    here.server.network.cut = true;
    await here.visit('/weather');
    await waitFor(() =>
      expect(card()).toMatch(
        /No connection: when it was fetched last is not known here\. What it measured until May \d+ stands\./,
      ),
    );
  });

  it('is fetched at once when asked; a refusal is told beside it', async () => {
    let refuses = false;
    const { here, asked } = await fetchedStation(() =>
      refuses ? problem(409, 'It was asked a minute ago: wait a little.') : [fetchOf({})],
    );
    await fetchNow(here);
    await waitFor(() => expect(asked).toContain(`POST /weather-stations/${station.id}/fetch`));
    refuses = true;
    await fetchNow(here);
    await waitFor(() => expect(card()).toContain('It was asked a minute ago: wait a little.'));
  });
});
