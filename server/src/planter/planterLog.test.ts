import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import type { PlanterLog } from '@sendero/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, walkedField, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let stranger: TestPerson;
let plantingId: string;
beforeAll(async () => {
  app = await startTestServer();
  ({ noor } = await app.workspace());
  ({ noor: stranger } = await app.workspace());
  plantingId = (await walkedField(noor)).planting;
});
afterAll(() => app.close());

const MAPPING = {
  time: { column: 'time', unit: 'iso' },
  row: { column: 'row', unit: 'number' },
  droppedPerM2: { column: 'pop', unit: 'per ac' },
};
const address = (given: Record<string, unknown> = {}) => {
  const { mapping = MAPPING, ...rest } = given;
  const query = new URLSearchParams({
    id: randomUUID(),
    name: 'log.csv',
    format: 'csv',
    mapping: JSON.stringify(mapping),
    ...(rest as Record<string, string>),
  });
  return `/plantings/${plantingId}/planter-logs?${query}`;
};
const line = (second: number, row: number, pop: string | number = 32000) =>
  `2027-04-28T08:00:${String(second % 60).padStart(2, '0')}Z,${row},${pop}`;
const stored = async (id: string) =>
  app.database.sequelize
    .query<{ line: number; row: number; dropped_per_m2: number }>(
      'SELECT line, "row", dropped_per_m2 FROM planter_log_records WHERE log_id = :id ORDER BY line',
      { replacements: { id }, type: 'SELECT' as never },
    )
    .then((rows) => rows as unknown as { line: number; row: number; dropped_per_m2: number }[]);

describe('reading a planter log', () => {
  it('keeps the good lines, reports the broken ones by their number', async () => {
    const id = randomUUID();
    const file = `time,row,pop\r\n${line(1, 1)}\r\n${line(1, 2, 'x')}\r\n\r\n${line(2, 1, 31000)}\r\n2027-04-28T08\r\n${line(2, 2)}\r\n`;
    const state = (await (await noor.send('POST', address({ id }), file)).json()) as PlanterLog;
    expect(state).toMatchObject({ status: 'done', records: 3, broken: 2, bytesRead: file.length });
    expect(state.brokenLines).toMatchObject([
      { line: 3, problem: expect.stringMatching(/pop is “x”/) },
      { line: 6, problem: expect.stringMatching(/1 of 3 columns/) },
    ]);
    expect(state.summary.map(({ row, records }) => [row, records])).toEqual([
      [1, 2],
      [2, 1],
    ]);
    const rows = await stored(id);
    expect(rows.map(({ line: at }) => at)).toEqual([2, 5, 7]);
    expect(rows[1]!.dropped_per_m2).toBeCloseTo(31000 / 4046.8564224, 4);
  });

  it('a record is kept as it was read: its time to the microsecond, what is missing as missing', async () => {
    const id = randomUUID();
    const mapping = {
      ...MAPPING,
      latitude: { column: 'lat', unit: 'degrees' },
      longitude: { column: 'lon', unit: 'degrees' },
      speedMPerS: { column: 'speed', unit: 'm/s' },
    };
    const file =
      'time,row,pop,lat,lon,speed\n2027-04-28T08:00:01.250125Z,4,32000,41.1234567,-93.7654321,\n1998-12-31T23:59:59.9Z,4,1,,,2.25\n';
    const state = (await (
      await noor.send('POST', address({ id, mapping }), file)
    ).json()) as PlanterLog;
    expect(state).toMatchObject({ status: 'done', records: 2, broken: 0 });
    const [rows] = await app.database.sequelize.query(
      `SELECT to_char("time" AT TIME ZONE 'UTC', 'YYYY-MM-DD HH24:MI:SS.US') AS at, "row", dropped_per_m2, latitude, longitude, speed_m_per_s, moisture
         FROM planter_log_records WHERE log_id = '${id}' ORDER BY line`,
    );
    expect(rows).toEqual([
      {
        at: '2027-04-28 08:00:01.250125',
        row: 4,
        dropped_per_m2: expect.closeTo(7.907, 3),
        latitude: 41.1234567,
        longitude: -93.7654321,
        speed_m_per_s: null,
        moisture: null,
      },
      {
        at: '1998-12-31 23:59:59.900000',
        row: 4,
        dropped_per_m2: expect.closeTo(0.000247, 6),
        latitude: null,
        longitude: null,
        speed_m_per_s: 2.25,
        moisture: null,
      },
    ]);
  });

  it('reads GeoJSON points, also when the file breaks off in the middle', async () => {
    const point = (row: number, pop: number | string) => ({
      type: 'Feature',
      geometry: { type: 'Point', coordinates: [0.001, 0.002] },
      properties: { time: '2027-04-28T08:00:00Z', row, pop },
    });
    const mapping = { ...MAPPING, latitude: { column: 'latitude', unit: 'degrees' } };
    const whole = JSON.stringify({
      type: 'FeatureCollection',
      features: [point(1, 32000), point(2, 'none'), point(3, 31000)],
    });
    const read = await noor.send('POST', address({ format: 'geojson', mapping }), whole);
    expect(await read.json()).toMatchObject({
      status: 'done',
      records: 2,
      broken: 1,
      brokenLines: [{ line: 2 }],
    });
    const cut = await noor.send(
      'POST',
      address({ format: 'geojson', mapping }),
      whole.slice(0, -40),
    );
    expect(await cut.json()).toMatchObject({
      status: 'done',
      records: 1,
      broken: 2,
      brokenLines: [{ line: 2 }, { line: 3, problem: expect.stringMatching(/breaks off/) }],
    });
  });

  it('an unreadable log says why, and which columns to look at', async () => {
    const wrong = await noor.send('POST', address(), 'a,b\n1,2\n');
    expect(await wrong.json()).toMatchObject({
      status: 'failed',
      problem: expect.stringMatching(/“time”/),
    });
    const empty = await noor.send('POST', address(), '');
    expect(await empty.json()).toMatchObject({
      status: 'failed',
      problem: expect.stringMatching(/empty/),
    });
  });

  it('refuses a mapping without what is needed, an unknown planting, a stranger', async () => {
    const { row: _, ...less } = MAPPING;
    expect((await noor.send('POST', address({ mapping: less }), 'x')).status).toBe(400);
    expect((await noor.send('POST', address({ format: 'xml' }), 'x')).status).toBe(400);
    expect((await stranger.send('POST', address(), `time,row,pop\n${line(1, 1)}\n`)).status).toBe(
      404,
    );
    const logs = await stranger.get(`/plantings/${plantingId}/planter-logs`);
    expect(await logs.json()).toEqual({ logs: [] });
  });

  it('shows how far it is, stops when asked, and leaves nothing behind', async () => {
    const id = randomUUID();
    const abort = new AbortController();
    const endless = new ReadableStream<Uint8Array>({
      async start(out) {
        out.enqueue(new TextEncoder().encode('time,row,pop\n'));
      },
      async pull(out) {
        await wait(20);
        const lines = Array.from({ length: 500 }, (_, i) => line(i, 1 + (i % 12))).join('\n');
        out.enqueue(new TextEncoder().encode(`${lines}\n`));
      },
    });
    const answer = noor
      .send('POST', address({ id }), endless, abort.signal)
      .then((response) => response.json() as Promise<PlanterLog>);
    const state = async () => {
      const { logs } = (await (await noor.get(`/plantings/${plantingId}/planter-logs`)).json()) as {
        logs: PlanterLog[];
      };
      return logs.find((log) => log.id === id);
    };
    await expect
      .poll(async () => (await state())?.records ?? 0, { timeout: 15_000 })
      .toBeGreaterThan(0);
    expect((await state())!.status).toBe('reading');
    expect(await (await stranger.post(`/planter-logs/${id}/cancel`, {})).json()).toEqual({
      cancelled: false,
    });
    expect(await (await noor.post(`/planter-logs/${id}/cancel`, {})).json()).toEqual({
      cancelled: true,
    });
    expect(await answer).toMatchObject({ status: 'cancelled' });
    abort.abort();
    expect(await stored(id)).toEqual([]);
  });

  it.each([
    ['POST', 'cancel', [{ status: 'cancelled' }]],
    ['DELETE', '', []],
  ] as const)(
    'a piece that is being taken while its log goes away leaves nothing (%s)',
    async (method, word, left) => {
      const id = randomUUID();
      const at = (from: number) =>
        `${address({ bytes: '9999', from: String(from), plantingId }).replace(/^.*\?/, `/planter-logs/${id}?`)}`;
      const first = `time,row,pop\n${line(1, 1)}\n`;
      expect((await noor.send('PUT', at(0), first)).status).toBe(200);
      // The piece: it holds the log, and has copied its records when the other comes and waits.
      const piece = await app.database.logs.connect();
      await piece.query('BEGIN');
      const [{ workspace_id }] = (
        await piece.query(`SELECT * FROM planter_logs WHERE id = $1 FOR UPDATE`, [id])
      ).rows as [{ workspace_id: string }];
      const gone = noor.send(method, `/planter-logs/${id}${word && `/${word}`}`, '{}');
      await expect
        .poll(async () => {
          const waiting = await app.database.sequelize.query(
            `SELECT 1 FROM pg_stat_activity WHERE wait_event_type = 'Lock' AND datname = current_database()`,
          );
          return waiting[0].length;
        })
        .toBe(1);
      await piece.query(
        `INSERT INTO planter_log_records (workspace_id, log_id, line, time, row, dropped_per_m2) VALUES ($1, $2, 3, now(), 1, 8)`,
        [workspace_id, id],
      );
      await piece.query('COMMIT');
      piece.release();
      expect((await gone).ok).toBe(true);
      expect(await stored(id)).toEqual([]);
      const { logs } = (await (await noor.get(`/plantings/${plantingId}/planter-logs`)).json()) as {
        logs: PlanterLog[];
      };
      expect(logs.filter((log) => log.id === id)).toMatchObject(left);
      // A piece that comes after it changes nothing.
      await noor.send('PUT', at(first.length), `${line(2, 2)}\n`);
      expect(await stored(id)).toEqual([]);
    },
  );

  it('a sender that hangs up leaves nothing behind either', async () => {
    const id = randomUUID();
    const abort = new AbortController();
    const slow = new ReadableStream<Uint8Array>({
      async pull(out) {
        await wait(50);
        out.enqueue(new TextEncoder().encode(`time,row,pop\n${line(1, 1)}\n`));
      },
    });
    const answer = noor.send('POST', address({ id }), slow, abort.signal).catch(() => 'hung up');
    await wait(400);
    abort.abort();
    expect(await answer).toBe('hung up');
    await expect
      .poll(
        async () => {
          const row = await app.database.models.planterLog.findOne({ where: { id } });
          return row?.get('status');
        },
        { timeout: 15_000 },
      )
      .toBe('cancelled');
    expect(await stored(id)).toEqual([]);
  });
});

describe('photos', () => {
  const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]);
  it('arrive in pieces, go on where they stopped, and once only', async () => {
    const id = randomUUID();
    const picture = Uint8Array.from({ length: 5000 }, (_, i) => (i < 8 ? png[i]! : i % 251));
    const piece = (from: number, to: number) =>
      noor
        .send('PUT', `/photos/${id}?from=${from}&bytes=5000`, picture.slice(from, to))
        .then((response) => response.json());
    expect(await piece(0, 2000)).toEqual({ received: 2000 });
    expect(await piece(0, 2000)).toEqual({ received: 2000 });
    expect(await piece(4000, 5000)).toEqual({ received: 2000 });
    expect((await noor.get(`/photos/${id}`)).status).toBe(404);
    expect(await piece(2000, 5000)).toEqual({ received: 5000 });
    expect(await piece(0, 2000)).toEqual({ received: 5000 });
    const back = new Uint8Array(await (await noor.get(`/photos/${id}`)).arrayBuffer());
    expect(back).toEqual(picture);
    expect(await app.database.models.photoPiece.count({ where: { id } })).toBe(0);
    const other = `/photos/${randomUUID()}?from=0&bytes=9`;
    expect((await noor.send('PUT', other, '<svg/>')).status).toBe(200);
    expect((await noor.send('PUT', other.replace('from=0', 'from=6'), 'abc')).status).toBe(415);
  });
  it('come back as sent, to their own workspace only, and sending twice is harmless', async () => {
    const id = randomUUID();
    expect((await noor.send('PUT', `/photos/${id}`, png)).status).toBe(204);
    expect((await noor.send('PUT', `/photos/${id}`, png)).status).toBe(204);
    const back = await noor.get(`/photos/${id}`);
    expect(back.headers.get('content-type')).toBe('image/png');
    expect(new Uint8Array(await back.arrayBuffer())).toEqual(png);
    expect((await stranger.get(`/photos/${id}`)).status).toBe(404);
  });
  it('what is no picture is refused, whatever it calls itself', async () => {
    expect((await noor.send('PUT', `/photos/${randomUUID()}`, '<svg/>')).status).toBe(415);
    expect((await noor.send('PUT', '/photos/1', png)).status).toBe(404);
  });
});
