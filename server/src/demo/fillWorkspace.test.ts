import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { MIGRATIONS } from '../database/migrations.ts';
import { openDatabase } from '../database/openDatabase.ts';
import { startTestServer } from '../testing.ts';
import { fillIfEmpty } from './fillWorkspace.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
beforeEach(async () => void (app = await startTestServer()));
afterEach(() => app.close());

const rows = async (table: string) =>
  Number(
    (await app.database.sequelize.query(`SELECT count(*) AS n FROM ${table}`))[0].map(
      (row) => (row as { n: string }).n,
    )[0],
  );

it('loads the demo season once, under the names of those who scouted it', async () => {
  await fillIfEmpty(app.database, true);
  expect(await rows('fields')).toBe(6);
  expect(await rows('plantings')).toBe(11);
  const observations = await rows('observations');
  expect(observations).toBeGreaterThan(200);
  await fillIfEmpty(app.database, true);
  await fillIfEmpty(app.database, false);
  expect(await rows('observations')).toBe(observations);
  expect(await rows('workspaces')).toBe(1);
  const [people] = await app.database.sequelize.query(
    'SELECT DISTINCT edited_by FROM walks ORDER BY 1',
  );
  expect(people.map((row) => (row as { edited_by: string }).edited_by)).toEqual([
    'Ife Marlow',
    'Noor Castellane',
    'Teo Lindqvist',
  ]);
});

it('without the demo makes one empty workspace that a person can sign in to', async () => {
  await fillIfEmpty(app.database, false);
  expect(await rows('people')).toBe(1);
  const signedIn = await fetch(`${app.url}/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  expect(signedIn.status).toBe(200);
  const cookie = signedIn.headers.getSetCookie()[0]!;
  expect(cookie).toMatch(/HttpOnly/);
  const session = (await (
    await fetch(`${app.url}/session`, { headers: { cookie: cookie.split(';')[0]! } })
  ).json()) as { season: number };
  expect(session.season).toBe(new Date().getFullYear());
});

it('only people of the home workspace can be signed in as, and a forged session is none', async () => {
  const { ife } = await app.workspace();
  await app.workspace();
  const people = await app.database.models.person.findAll({ order: ['id'] });
  const home = people[0]!.get('workspaceId');
  for (const person of people) {
    const response = await ife.post('/session', { personId: person.get('id') });
    expect(response.status).toBe(person.get('workspaceId') === home ? 200 : 404);
  }
  for (const personId of [randomUUID(), 'nobody', 7]) {
    expect((await ife.post('/session', { personId })).status).toBe(404);
  }
  const forged = await fetch(`${app.url}/changes`, {
    headers: { cookie: 'sendero_session=forged' },
  });
  expect(forged.status).toBe(401);
});

it('migrations run once, also when two servers start together', async () => {
  const url = process.env.DATABASE_URL!.replace(
    /\/[^/]*$/,
    `/${app.database.sequelize.getDatabaseName()}`,
  );
  const [a, b] = await Promise.all([openDatabase(url), openDatabase(url)]);
  expect(await rows('migrations')).toBe(MIGRATIONS.length);
  await Promise.all([a.close(), b.close()]);
});
