import { randomUUID } from 'node:crypto';
import { exampleFamily, kindOf, type Kept, type Kind, type Outcome } from '@sendero/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let home: Awaited<ReturnType<typeof app.workspace>>;
let away: Awaited<ReturnType<typeof app.workspace>>;
// A workspace is made with its people, not by an edit.
const family = exampleFamily(randomUUID).filter(({ kind }) => kind !== 'workspace');
beforeAll(async () => {
  app = await startTestServer();
  home = await app.workspace();
  away = await app.workspace();
  for (const { kind, id, data } of family)
    if (kind !== 'conflict')
      expect(await home.noor.put(kind, id, data)).toMatchObject({ outcome: 'applied' });
});
afterAll(() => app.close());

const held = async (person: TestPerson, kind: Kind, id: string) => {
  const response = await person.get('/changes?shapes=1');
  const { changes } = (await response.json()) as { changes: { record: Kept }[] };
  return changes.map(({ record }) => record).find((one) => one.kind === kind && one.id === id);
};
const change = async (person: TestPerson, one: object): Promise<Outcome> => {
  const response = await person.post('/commits', {
    commits: [{ id: randomUUID(), madeAt: new Date().toISOString(), changes: [one] }],
  });
  return ((await response.json()) as { outcomes: Outcome[] }).outcomes[0]!;
};

describe.each(family.filter(({ kind }) => kind !== 'conflict'))('$kind', ({ kind, id, data }) => {
  it('comes back whole, in its newest shape', async () => {
    expect(await held(home.ife, kind, id)).toMatchObject({
      kind,
      version: kindOf(kind).version,
      revision: 1,
      deletedAt: null,
      data: { ...kindOf(kind).defaults, ...data },
    });
  });

  it('is found by its columns', async () => {
    const model = await app.database.models.records[kind].findOne({
      where: { workspaceId: home.id, id },
    });
    for (const name of Object.keys(kindOf(kind).indexed)) {
      const [column, given] = [model!.get(name), (data as Record<string, unknown>)[name]];
      expect(column instanceof Date ? column.toISOString() : column).toEqual(given);
    }
  });

  it('is not seen from another workspace, nor changed from there', async () => {
    expect(await held(away.noor, kind, id)).toBeUndefined();
    await change(away.noor, { op: 'delete', kind, id, baseRevision: 1 });
    expect(await held(home.noor, kind, id)).toMatchObject({ revision: 1, deletedAt: null });
  });

  it('is deleted by a mark, and comes back', async () => {
    await change(home.noor, { op: 'delete', kind, id, baseRevision: 1 });
    expect(await held(home.ife, kind, id)).toMatchObject({ revision: 2 });
    expect((await held(home.ife, kind, id))!.deletedAt).not.toBeNull();
    await change(home.ife, { op: 'restore', kind, id, baseRevision: 2 });
    expect(await held(home.noor, kind, id)).toMatchObject({ revision: 3, deletedAt: null });
  });
});

it('a kind that is new here gets its table, its columns and its way to what it belongs to', async () => {
  const { sequelize } = app.database;
  const { table } = kindOf('event');
  await sequelize.query(`DROP TABLE ${table}`);
  const again = await startAgain();
  const [columns] = await again.sequelize.query(
    `SELECT column_name FROM information_schema.columns WHERE table_name = '${table}' ORDER BY 1`,
  );
  expect(columns).toMatchObject(
    [
      'at',
      'deleted_at',
      'edited_at',
      'edited_by',
      'id',
      'lost',
      'merged_into',
      'payload',
      'planting_id',
      'revision',
      'shape',
      'type',
      'workspace_id',
    ].map((column_name) => ({ column_name })),
  );
  await expect(
    again.sequelize.query(
      `INSERT INTO ${table} (workspace_id, id, revision, edited_by, edited_at, shape, payload, planting_id)
       VALUES ('${home.id}', gen_random_uuid(), 1, '', now(), 1, '{}', gen_random_uuid())`,
    ),
  ).rejects.toThrow(/foreign key/);
  await again.close();
});

/** The server's database as the next start finds it. */
async function startAgain() {
  const { openDatabase } = await import('../database/openDatabase.ts');
  const { config } = app.database.sequelize;
  const url = new URL(process.env.DATABASE_URL!);
  url.pathname = `/${config.database}`;
  return openDatabase(url.href);
}
