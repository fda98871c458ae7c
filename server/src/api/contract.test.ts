import { randomUUID } from 'node:crypto';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, walkedField, type TestPerson } from '../testing.ts';
import { apiRoutes } from './app.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let ids: Awaited<ReturnType<typeof walkedField>>;
/** A weather station beside the server. */
const station = {
  server: createServer((request, response) =>
    response.end(request.url!.includes('tile=') ? PICTURE : 'Date,Tmin (°C)\n2024-05-01,8\n'),
  ),
  address: '',
};
beforeAll(async () => {
  await new Promise<void>((resolve) => station.server.listen(0, '127.0.0.1', resolve));
  station.address = `http://127.0.0.1:${(station.server.address() as AddressInfo).port}/`;
  app = await startTestServer();
  ({ noor } = await app.workspace());
  ids = await walkedField(noor);
});
afterAll(async () => {
  station.server.close();
  await app.close();
});

const PICTURE = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(40)]);
const LOG = 'Row,Time,Population\n1,2027-04-28T15:00:00Z,32000\n2,2027-04-28T15:00:00Z,31800\n';
const MAPPING = {
  row: { column: 'Row', unit: 'number' },
  time: { column: 'Time', unit: 'iso' },
  droppedPerM2: { column: 'Population', unit: 'per ac' },
};
const upload = (more: Record<string, string>) =>
  new URLSearchParams({
    name: 'goose.csv',
    format: 'csv',
    mapping: JSON.stringify(MAPPING),
    ...more,
  }).toString();
const log = randomUUID();
const photo = randomUUID();
let feed: { id: string; path: string };

/** A call of each route, in an order in which each finds what it needs. */
const CALLS: [route: string, call: () => Promise<Response>][] = [
  ['get /health', () => noor.get('/health')],
  ['post /session', () => noor.post('/session', {})],
  ['get /session', () => noor.get('/session')],
  [
    'post /commits',
    () =>
      noor.post('/commits', {
        commits: [
          {
            id: randomUUID(),
            madeAt: '2027-05-26T13:00:00.000Z',
            changes: [
              {
                op: 'put',
                kind: 'grower',
                id: randomUUID(),
                baseRevision: 0,
                data: { name: 'Quill & Daughters' },
              },
            ],
          },
          { id: randomUUID(), madeAt: '2027-05-26T13:00:00.000Z', changes: [{ op: 'fly' }] },
        ],
      }),
  ],
  ['get /changes', () => noor.get('/changes?after=0&shapes=1')],
  ['put /photos/:id', () => noor.send('PUT', `/photos/${photo}?bytes=44&from=0`, PICTURE)],
  ['get /photos/:id', () => noor.get(`/photos/${photo}`)],
  [
    'post /plantings/:plantingId/planter-logs',
    () => noor.send('POST', `/plantings/${ids.planting}/planter-logs?${upload({ id: log })}`, LOG),
  ],
  [
    'get /plantings/:plantingId/planter-logs',
    () => noor.get(`/plantings/${ids.planting}/planter-logs`),
  ],
  [
    'put /planter-logs/:id',
    () =>
      noor.send(
        'PUT',
        `/planter-logs/${randomUUID()}?${upload({ plantingId: ids.planting, from: '0', bytes: String(LOG.length) })}`,
        LOG,
      ),
  ],
  [
    'get /planter-logs/:id/map',
    () => noor.get(`/planter-logs/${log}/map?figure=droppedPerM2&across=20`),
  ],
  ['post /planter-logs/:id/cancel', () => noor.post(`/planter-logs/${log}/cancel`, {})],
  ['delete /planter-logs/:id', () => noor.send('DELETE', `/planter-logs/${log}`)],
  [
    'post /calendar-feeds',
    async () => {
      const response = await noor.post('/calendar-feeds', { zone: 'America/Denver' });
      feed = (await response.clone().json()) as typeof feed;
      return response;
    },
  ],
  ['get /calendar-feeds', () => noor.get('/calendar-feeds')],
  ['get /calendar/:token.ics', () => noor.get(feed.path.replace('/api/v1', ''))],
  ['get /weather-stations/fetches', () => noor.get('/weather-stations/fetches')],
  [
    'post /weather-stations/look',
    async () => noor.post('/weather-stations/look', { address: station.address }),
  ],
  [
    'post /weather-stations/:id/fetch',
    async () => {
      const id = randomUUID();
      await noor.put('weatherStation', id, {
        name: 'Bench gate',
        soilDepthM: null,
        shape: null,
        address: station.address,
        forecastAddress: null,
      });
      return noor.post(`/weather-stations/${id}/fetch`, {});
    },
  ],
  [
    'get /background-maps/:id/:z/:x/:y',
    async () => {
      const id = randomUUID();
      const address = `${station.address}?tile={z}/{x}/{y}`;
      await noor.put('backgroundMap', id, { name: 'Aerial', service: 'xyz', address, maxZoom: 9 });
      return noor.get(`/background-maps/${id}/0/0/0`);
    },
  ],
  ['delete /calendar-feeds/:id', () => noor.send('DELETE', `/calendar-feeds/${feed.id}`)],
];
const nameOf = ({ method, path }: { method: string; path: string }) => `${method} ${path}`;

describe('every route', () => {
  it('is called here', () => {
    expect(CALLS.map(([name]) => name).sort()).toEqual(apiRoutes(app.database).map(nameOf).sort());
  });

  it.each(CALLS)('%s answers what it declares', async (name, call) => {
    const declared = apiRoutes(app.database).find((one) => nameOf(one) === name)!;
    const response = await call();
    const answer = declared.answers[response.status];
    if (!answer) throw new Error(`${response.status}: ${await response.text()}`);
    if (typeof answer.shape === 'object') {
      const read = answer.shape.safeParse(await response.json());
      expect(read.error?.issues ?? []).toEqual([]);
    } else expect((await response.arrayBuffer()).byteLength > 0).toBe(answer.shape === 'bytes');
  });

  it('is described with its parameters, and the page says what each is for', async () => {
    const document = (await (await fetch(`${app.url}/openapi.json`)).json()) as {
      paths: Record<string, Record<string, { parameters: { name: string; in: string }[] }>>;
    };
    const page = await (await fetch(`${app.url}/`)).text();
    for (const { method, path, summary } of apiRoutes(app.database)) {
      const described =
        document.paths[`/api/v1${path.replace(/:(\w+)/g, '{$1}')}`]![method]!.parameters;
      for (const [, name] of path.matchAll(/:(\w+)/g))
        expect(described).toContainEqual(expect.objectContaining({ name, in: 'path' }));
      expect(page).toContain(summary);
    }
    expect(document.paths['/api/v1/changes']!.get!.parameters.map(({ name }) => name)).toEqual([
      'after',
      'season',
      'shapes',
      'bytes',
      'history',
    ]);
  });

  it('that needs an id says so when the address has none that can be one', async () => {
    for (const { method, path } of apiRoutes(app.database).filter((one) => one.params)) {
      const odd = path.replace(/:\w+/g, 'not-an-id');
      const response = await noor.send(method.toUpperCase() as 'PUT', odd, '');
      expect([400, 404]).toContain(response.status);
    }
  });
});

it('a deleted log is gone with its records; another workspace cannot delete it', async () => {
  const id = randomUUID();
  await noor.send('POST', `/plantings/${ids.planting}/planter-logs?${upload({ id })}`, LOG);
  const records = async () =>
    (await app.database.logs.query('SELECT 1 FROM planter_log_records WHERE log_id = $1', [id]))
      .rowCount;
  expect(await records()).toBe(2);
  const stranger = (await app.workspace()).noor;
  expect(await (await stranger.send('DELETE', `/planter-logs/${id}`)).json()).toEqual({
    deleted: false,
  });
  expect(await records()).toBe(2);
  expect(await (await noor.send('DELETE', `/planter-logs/${id}`)).json()).toEqual({
    deleted: true,
  });
  expect(await records()).toBe(0);
});
