import { randomUUID } from 'node:crypto';
import type { PlanterLog } from '@sendero/core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startTestServer, walkedField, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let plantingId: string;
beforeAll(async () => {
  app = await startTestServer();
  ({ noor } = await app.workspace());
  plantingId = (await walkedField(noor)).planting;
});
afterAll(() => app.close());

const MAPPING = {
  time: { column: 'time', unit: 'iso' },
  row: { column: 'row', unit: 'number' },
  droppedPerM2: { column: 'pop', unit: 'per ac' },
};
const query = (given: Record<string, string>) =>
  String(
    new URLSearchParams({
      name: 'log',
      format: 'csv',
      mapping: JSON.stringify(MAPPING),
      plantingId,
      ...given,
    }),
  );
const read = async (file: string, given: Record<string, string> = {}) => {
  const address = `/plantings/${plantingId}/planter-logs?${query({ id: randomUUID(), ...given })}`;
  return (await (await noor.send('POST', address, file)).json()) as PlanterLog;
};
const line = (second: number) =>
  `2027-04-28T08:00:${String(second % 60).padStart(2, '0')}Z,${1 + (second % 12)},32000`;
const many = (lines: number) => Array.from({ length: lines }, (_, i) => line(i)).join('\n');
const stored = async (id: string) =>
  (
    await app.database.sequelize.query(`SELECT 1 FROM planter_log_records WHERE log_id = '${id}'`)
  )[0].length;

it('a quotation mark left open ends with its line, not in memory', async () => {
  const id = randomUUID();
  const open = `time,row,pop\n${many(40)}\n2027-04-28T08:00:01Z,"4,32000\n${many(60_000)}\n`;
  expect(await read(open, { id })).toMatchObject({
    status: 'failed',
    problem: expect.stringMatching(/^Line 42 does not end: a quotation mark/),
  });
  expect(await stored(id)).toBe(0);
  // Also when the file is short, and when a mark much later seems to close it.
  expect((await read(`time,row,pop\n${line(1)}\n"open,1,2\n`)).problem).toMatch(
    /^Line 3 does not end/,
  );
  const closed = `time,row,pop\n"2027,1,2\n${many(9000)}\n",1,2\n${line(1)}\n`;
  expect((await read(closed)).problem).toMatch(/^Line 2 does not end/);
});

it('a line, a feature or columns without end are refused with what to do', async () => {
  expect((await read(`time,row,pop\n${'7'.repeat(100_000)}`)).problem).toMatch(
    /^Line 2 does not end/,
  );
  const columns = Array.from({ length: 300 }, (_, i) => `c${i}`).join();
  expect((await read(`time,row,pop,${columns}\n`)).problem).toMatch(/303 columns: at most 200/);
  const feature = `{"features":[{"properties":{"time":"${'x'.repeat(690_000)}`;
  expect((await read(feature, { format: 'geojson' })).problem).toMatch(/^Feature 1 does not end/);
});

const point = (i: number) => ({
  type: 'Feature',
  geometry: { type: 'Point', coordinates: [0.001 * i, 0.002] },
  properties: { time: '2027-04-28T08:00:00Z', row: 1 + (i % 12), pop: 32000, note: 'a, "ü" ]}' },
});
it.each([
  ['csv', `time,row,pop,note\r\n${many(40).replaceAll('\n', ',"ü, ""x""\n y"\r\n')},last`],
  [
    'geojson',
    JSON.stringify({ features: Array.from({ length: 40 }, (_, i) => point(i)), crs: [] }),
  ],
])(
  '%s in pieces of any size is read like the whole, a piece sent twice once',
  async (format, file) => {
    const bytes = Buffer.from(file);
    for (const size of [97, 1000]) {
      const id = randomUUID();
      let state = {} as PlanterLog;
      for (let from = 0; from < bytes.length; from = state.bytesRead) {
        const send = async () => {
          const address = `/planter-logs/${id}?${query({ format, from: String(from), bytes: String(bytes.length) })}`;
          const response = await noor.send('PUT', address, bytes.subarray(from, from + size));
          expect(response.status, await response.clone().text()).toBe(200);
          return (await response.json()) as PlanterLog;
        };
        state = await send();
        expect(state.bytesRead).toBe(Math.min(bytes.length, from + size));
        expect((await send()).records).toBe(state.records);
      }
      expect(state).toMatchObject({ status: 'done', records: 40, broken: 0 });
      expect(state.summary.reduce((sum, { records }) => sum + records, 0)).toBe(40);
      expect(await stored(id)).toBe(40);
    }
  },
);

it('six at once are each read whole, and commits find room between them', async () => {
  const file = `time,row,pop\n${many(40_000)}\n`;
  let reading = 6;
  const logs = Array.from({ length: 6 }, () => read(file).finally(() => (reading -= 1)));
  let meanwhile = 0;
  for (; reading > 0 && meanwhile < 500; meanwhile++)
    await noor.put('grower', randomUUID(), { name: `Meanwhile ${meanwhile}` });
  expect((await Promise.all(logs)).map(({ records }) => records)).toEqual(Array(6).fill(40_000));
  expect(meanwhile).toBeGreaterThan(6);
});

it('a stranger’s body is not read, and a log too big is refused before it is sent', async () => {
  const answer = await fetch(`${app.url}/commits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: `{"commits": [${'['.repeat(100_000)}`,
  });
  expect(answer.status).toBe(401);
});
