import { randomUUID } from 'node:crypto';
import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Kept } from '@sendero/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, type TestPerson } from '../testing.ts';
import { askStation } from './askStation.ts';
import { fetchStation } from './fetchStation.ts';
import { startStationQueue } from './stationQueue.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let workspace: string;
let answer: RequestListener;
const station = createServer((request, response) => answer(request, response));
let at: string;
beforeAll(async () => {
  app = await startTestServer();
  ({ noor, id: workspace } = await app.workspace());
  await new Promise<void>((resolve) => station.listen(0, '127.0.0.1', resolve));
  at = `http://127.0.0.1:${(station.address() as AddressInfo).port}`;
});
afterAll(async () => {
  station.closeAllConnections();
  station.close();
  await app.close();
});

const says = (text: string, status = 200) => {
  answer = (_request, response) => void response.writeHead(status).end(text);
};
const DAYS = `Bench gate
Date,Tmin (°C),Tmax (°C),Rain (mm)
2024-05-01,8.1,19.4,0
2024-05-02,9.0,20.2,3.4
`;
const FORECAST = `# Simulated
Date,Tmin (°C),Tmax (°C),Rain (mm)
2024-05-03,9,21,0
2024-05-04,10,22,1
`;
const both: RequestListener = (request, response) =>
  void response.end(request.url === '/forecast.csv' ? FORECAST : DAYS);

async function withStation(more: object = {}) {
  const id = randomUUID();
  await noor.put('weatherStation', id, {
    name: `Gate ${id.slice(0, 4)}`,
    soilDepthM: null,
    shape: null,
    address: `${at}/days.csv`,
    forecastAddress: `${at}/forecast.csv`,
    ...more,
  });
  return id;
}
const fetched = (id: string, more = {}) =>
  fetchStation(app.database, workspace, id, { local: true, ...more });
async function held(kind: string, stationId: string): Promise<Kept[]> {
  const { changes } = (await (await noor.get('/changes?shapes=1')).json()) as {
    changes: { season: number | null; record: Kept }[];
  };
  const own = changes.filter(
    ({ record }) =>
      record.kind === kind && (record.data as { stationId?: string }).stationId === stationId,
  );
  return own.map(({ record, season }) => ({ ...record, season }) as Kept);
}
const status = async (id: string) =>
  (
    (await (await noor.get('/weather-stations/fetches')).json()) as {
      fetches: { id: string; succeededAt: string | null; problem: string | null }[];
    }
  ).fetches.find((one) => one.id === id)!;

describe('a station with an address', () => {
  it('is fetched into its months and its forecast, on the road all records take', async () => {
    answer = both;
    const id = await withStation();
    expect(await fetched(id)).toEqual({ days: 2, problem: null });
    const [month] = await held('weatherMonth', id);
    expect(month).toMatchObject({
      season: 2024,
      editedBy: 'Fetched from the station',
      data: { month: '2024-05', days: [{ on: '2024-05-01', maxC: 19.4 }, { rainM: 0.0034 }] },
    });
    const [forecast] = await held('weatherForecast', id);
    expect(forecast!.data).toMatchObject({
      source: 'Simulated',
      days: [{ on: '2024-05-03', minC: 9 }, { on: '2024-05-04' }],
    });
    expect((await status(id)).succeededAt).toMatch(/^20/);
  });
  it('has measured nothing of days to come, nor what cannot be', async () => {
    says(`Date,Tmin (°C),Tmax (°C),Rain (mm)
2024-05-01,8.1,19.4,0
2024-05-02,9.0,999,3.4
2190-05-03,9,21,0
`);
    const id = await withStation({ forecastAddress: null });
    await fetched(id, { now: new Date('2024-05-20T12:00:00Z') });
    const [month, ...others] = await held('weatherMonth', id);
    expect(others).toEqual([]);
    expect((month!.data as { days: unknown }).days).toMatchObject([
      { on: '2024-05-01', maxC: 19.4 },
      { on: '2024-05-02', maxC: null },
    ]);
  });
  it('that says the same again makes no news; what it says anew replaces what overlaps', async () => {
    answer = both;
    const id = await withStation();
    await fetched(id);
    await fetched(id);
    for (const kind of ['weatherMonth', 'weatherForecast'])
      expect((await held(kind, id)).map(({ revision }) => revision)).toEqual([1]);
    says(DAYS.replace('20.2', '23.0').replace('2024-05-01,8.1,19.4,0\n', ''));
    await fetched(id);
    const months = await held('weatherMonth', id);
    expect((months.at(-1)!.data as { days: unknown }).days).toMatchObject([
      { on: '2024-05-01', maxC: 19.4 },
      { on: '2024-05-02', maxC: 23 },
    ]);
  });
  it.each([
    [
      'a page to log in at',
      () => says('<html><p>Log in to go on</p></html>'),
      /no table of weather/,
    ],
    ['an error', () => says('out of order', 503), /an error \(503\)/],
    ['a table of something else', () => says('Size,Weight\n1,2\n3,4\n'), /No day could be read/],
    ['nothing at all', () => says(''), /no table of weather/],
    [
      'never',
      () => {
        answer = () => {};
      },
      /did not answer within 0.3 s/,
    ],
    [
      'half a file',
      () => {
        answer = (_request, response) => {
          response.writeHead(200, { 'content-length': '5000' }).write(DAYS);
          setTimeout(() => response.destroy(), 20);
        };
      },
      /connection broke/,
    ],
    [
      'with another address, and so on',
      () => {
        answer = (_request, response) => void response.writeHead(302, { location: '/on' }).end();
      },
      /without end/,
    ],
  ])('that answers %s leaves what is there, and says so', async (_how, fail, words) => {
    answer = both;
    const id = await withStation();
    await fetched(id);
    const before = await status(id);
    fail();
    const outcome = await fetched(id, { seconds: 0.3 });
    expect(outcome!.problem).toMatch(words);
    expect(await held('weatherMonth', id)).toHaveLength(1);
    expect(await status(id)).toMatchObject({
      succeededAt: before.succeededAt,
      problem: outcome!.problem,
    });
  });
  it('whose forecast fails keeps its weather', async () => {
    answer = (request, response) =>
      void response.writeHead(request.url === '/forecast.csv' ? 500 : 200).end(DAYS);
    const id = await withStation();
    expect((await fetched(id))!.problem).toMatch(/^Its forecast: It answered with an error/);
    expect(await held('weatherMonth', id)).toHaveLength(1);
    expect((await status(id)).succeededAt).toMatch(/^20/);
  });
  it('is fetched at once when somebody asks; one of another workspace is not', async () => {
    answer = both;
    const id = await withStation();
    const stranger = (await app.workspace()).noor;
    expect((await stranger.post(`/weather-stations/${id}/fetch`, {})).status).toBe(404);
  });
});

describe('the queue', () => {
  it('asks every station by itself when it starts', async () => {
    answer = both;
    const id = await withStation();
    const archived = await withStation({ archived: true });
    const url = process.env.DATABASE_URL!.replace(
      /\/[^/]*$/,
      `/${app.database.sequelize.getDatabaseName()}`,
    );
    const end = await startStationQueue(app.database, url, { local: true, lookSeconds: 0.5 });
    await expect
      .poll(async () => (await status(id))?.succeededAt, { timeout: 15_000 })
      .toMatch(/^20/);
    expect(await status(archived)).toBeUndefined();
    await end();
  }, 30_000);
});

describe('an address', () => {
  it('in a closed network is refused where many share the server', async () => {
    answer = both;
    for (const address of [
      at,
      at.replace('127.0.0.1', 'localhost'),
      'http://10.0.0.7/days.csv',
      'http://[::1]:80/',
      'http://169.254.169.254/latest',
    ])
      await expect(askStation(address, { local: false }), address).rejects.toThrow(
        /closed network/,
      );
  });
  it('that only leads to one is refused as well', async () => {
    await expect(askStation('ftp://gate/days.csv', { local: true })).rejects.toThrow(/http/);
    await expect(askStation('http://no.such.gate.invalid/', { local: true })).rejects.toThrow(
      /not known|broke/,
    );
  });
});
