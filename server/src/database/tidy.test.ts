import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { openSession } from '../people/signIn.ts';
import { startTestServer } from '../testing.ts';
import { tidy } from './tidy.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
beforeAll(async () => void (app = await startTestServer()));
afterAll(() => app.close());

it('what has outlived its use goes; what is in use stays', async () => {
  const { noor, id: workspaceId } = await app.workspace();
  const { models, sequelize } = app.database;
  const grower = randomUUID();
  await noor.put('grower', grower, { name: 'Quill' });
  await noor.put('grower', grower, { name: 'Quill & Daughters' }, 1);
  await noor.send('PUT', `/photos/${randomUUID()}?from=0&bytes=9`, 'abc');
  const [person] = await models.person.findAll({ where: { workspaceId } });
  await openSession(app.database, person!.get('id') as string);
  expect(Object.values(await tidy(app.database))).toEqual([0, 0, 0, 0, 0]);
  const [counted] = await Promise.all([models.change.count({ where: { workspaceId } })]);

  const gone = await tidy(app.database, new Date(Date.now() + 500 * 86_400_000));
  expect(gone.sessions).toBeGreaterThan(0);
  expect(gone.photo_pieces).toBe(1);
  expect(gone.commits).toBe(2);
  expect(await models.change.count({ where: { workspaceId } })).toBe(counted - 1);
  const [newest] = await sequelize.query(
    `SELECT record -> 'data' ->> 'name' AS name FROM changes WHERE record_id = '${grower}'`,
  );
  expect(newest).toEqual([{ name: 'Quill & Daughters' }]);
  // The newest mark stays: devices that stand on it are not sent for everything anew.
  expect(await models.historyMark.count({ where: { workspaceId } })).toBe(1);
});
