import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PLANTING, startTestServer, WALK, walkedField, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let workspace: string;
let ids: Awaited<ReturnType<typeof walkedField>>;
beforeAll(async () => {
  app = await startTestServer();
  ({ noor, id: workspace } = await app.workspace());
  ids = await walkedField(noor);
});
afterAll(() => app.close());

const made = async (person = noor) =>
  (await (await person.post('/calendar-feeds', { zone: 'America/Denver' })).json()) as {
    id: string;
    path: string;
  };
/** As a calendar program asks: with nothing but the address. */
const read = async ({ path }: { path: string }) => fetch(app.url.replace('/api/v1', '') + path);

describe('a calendar feed', () => {
  it('gives the visits of the season to whoever has the address', async () => {
    const response = await read(await made());
    expect(response.headers.get('content-type')).toMatch(/^text\/calendar/);
    const text = await response.text();
    expect(text).toMatch(/SUMMARY:(Done: )?Stand walk\\, Long Forty/);
    expect(text).toMatch(/SUMMARY:Harvest\\, Long Forty/);
    // Planted on April 28: by days, since there is no weather.
    expect(text).toMatch(/DTSTART;VALUE=DATE:20270910\r\n/);
  });
  it('follows what is recorded and decided', async () => {
    const feed = await made();
    const finished = { ...WALK, plantingId: ids.planting, finishedAt: '2027-05-26T15:00:00.000Z' };
    await noor.put('walk', ids.walk, finished, 1);
    await noor.put('visit', randomUUID(), {
      plantingId: ids.planting,
      of: 'harvest',
      nth: 1,
      on: '2027-09-20',
      minutes: null,
      doneOn: null,
    });
    const text = await (await read(feed)).text();
    expect(text).toMatch(/SUMMARY:Done: Stand walk\\, Long Forty/);
    expect(text).toMatch(/DTSTART;VALUE=DATE:20270526\r\n/);
    expect(text).toMatch(/DTSTART;VALUE=DATE:20270920\r\n/);
  });
  it('leaves out what is archived, and older seasons', async () => {
    const [old, put] = [randomUUID(), randomUUID()];
    const other = { ...PLANTING, fieldId: ids.field };
    await noor.put('planting', old, { ...other, season: 2026, plantedOn: '2026-04-28' });
    await noor.put('planting', put, { ...other, beside: 'split', archived: true });
    const text = await (await read(await made())).text();
    expect(text).not.toMatch(/DTSTART;VALUE=DATE:2026/);
    expect(text.match(/SUMMARY:Harvest/g)).toHaveLength(1);
  });
  it('is nothing any more once withdrawn, and only its own workspace can withdraw it', async () => {
    const feed = await made();
    const stranger = (await app.workspace()).noor;
    expect(await (await stranger.send('DELETE', `/calendar-feeds/${feed.id}`)).json()).toEqual({
      withdrawn: false,
    });
    expect((await read(feed)).status).toBe(200);
    expect(await (await noor.send('DELETE', `/calendar-feeds/${feed.id}`)).json()).toEqual({
      withdrawn: true,
    });
    const gone = await read(feed);
    expect(gone.status).toBe(404);
    expect(await gone.text()).toMatch(/withdrawn/);
  });
  it('keeps only a hash of its secret, and says when it was read last', async () => {
    const feed = await made();
    const [token] = feed.path.match(/[\w-]{43}/)!;
    const kept = JSON.stringify(
      await app.database.models.calendarFeed.findAll({ where: { workspaceId: workspace } }),
    );
    expect(kept).not.toContain(token);
    await read(feed);
    const { feeds } = (await (await noor.get('/calendar-feeds')).json()) as {
      feeds: { id: string; askedAt: string | null; madeBy: string }[];
    };
    expect(feeds.find(({ id }) => id === feed.id)).toMatchObject({
      askedAt: expect.stringMatching(/^20/) as string,
      madeBy: 'Noor Castellane',
    });
  });
  it('of no zone there is, or of too many feeds, is refused with what to do', async () => {
    const response = await noor.post('/calendar-feeds', { zone: 'Bench/Gate' });
    expect(response.status).toBe(400);
    expect(await response.text()).toMatch(/Say the time zone/);
    const many = (await app.workspace()).noor;
    for (let i = 0; i < 20; i++) await made(many);
    expect((await many.post('/calendar-feeds', { zone: 'UTC' })).status).toBe(409);
  });
});
