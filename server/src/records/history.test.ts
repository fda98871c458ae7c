import { randomUUID } from 'node:crypto';
import type { Kept } from '@sendero/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, walkedField, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
beforeAll(async () => void (app = await startTestServer()));
afterAll(() => app.close());

interface Page {
  changes: { seq: number; record: Kept }[];
  next: number;
  more: boolean;
  history: string | null;
}
const changes = async (person: TestPerson, query: string) =>
  (await (await person.get(`/changes?shapes=1&${query}`)).json()) as Page;

describe('pages by bytes', () => {
  it.each([0, 1, 700, 100_000])('of %i bytes give every record once, in order', async (bytes) => {
    const { noor } = await app.workspace();
    await walkedField(noor);
    const whole = await changes(noor, 'bytes=4000000');
    expect(whole.more).toBe(false);
    const found: number[] = [];
    for (let after = 0, more = true; more;) {
      const page = await changes(noor, `bytes=${bytes}&after=${after}`);
      expect(page.next).toBeGreaterThan(after);
      found.push(...page.changes.map(({ seq }) => seq));
      ({ next: after, more } = page);
    }
    expect(found).toEqual(whole.changes.map(({ seq }) => seq));
  });
  it('a season without news is up to date all the same', async () => {
    const { noor } = await app.workspace();
    await walkedField(noor);
    const { next } = await changes(noor, 'season=2020');
    expect((await changes(noor, `season=2027`)).next).toBe(next);
  });
});

describe('a place in the history', () => {
  it('is known to the database that gave it, and to no other', async () => {
    const { noor } = await app.workspace();
    await walkedField(noor);
    const { history, next } = await changes(noor, '');
    expect(history).toMatch(new RegExp(`^${next}\\.`));
    expect((await noor.get(`/changes?history=${history}`)).status).toBe(200);
    const other = `${next}.${randomUUID()}`;
    for (const response of [
      await noor.get(`/changes?history=${other}`),
      await noor.post('/commits', { commits: [{}], history: other }),
    ]) {
      expect(response.status).toBe(409);
      expect(await response.json()).toMatchObject({ problems: { history: expect.any(String) } });
    }
  });
  it('that is older than the marks which are kept is believed', async () => {
    const { noor, id: workspaceId } = await app.workspace();
    const { history } = await changes(noor, '');
    await walkedField(noor);
    await app.database.sequelize.query(
      `DELETE FROM history_marks m WHERE workspace_id = '${workspaceId}' AND seq < (SELECT max(seq) FROM history_marks n WHERE n.workspace_id = m.workspace_id)`,
    );
    expect((await noor.get(`/changes?history=${history}`)).status).toBe(200);
  });
  it('is gone with the changes of a database that was set back, and sent back changes stand', async () => {
    const { noor, id: workspaceId } = await app.workspace();
    const { field, grower } = await walkedField(noor);
    const { history: before, next } = await changes(noor, '');
    const data = { growerId: grower, name: 'Long Forty east', areaM2: null };
    await noor.put('field', field, data, 1);
    const { history: lost } = await changes(noor, '');
    // As an older backup has it.
    const { sequelize } = app.database;
    await sequelize.query(`
      DELETE FROM changes WHERE workspace_id = '${workspaceId}' AND seq > ${next};
      DELETE FROM history_marks WHERE workspace_id = '${workspaceId}' AND seq > ${next};
      UPDATE workspaces SET change_seq = ${next} WHERE id = '${workspaceId}';
      UPDATE fields SET revision = 1, payload = payload || '{"name": "Long Forty"}' WHERE id = '${field}';`);
    expect((await noor.get(`/changes?history=${before}`)).status).toBe(200);
    expect((await noor.get(`/changes?history=${lost}`)).status).toBe(409);
    const change = { op: 'put', kind: 'field', id: field, baseRevision: 1, lostRevision: 2, data };
    const commits = [{ id: randomUUID(), madeAt: new Date().toISOString(), changes: [change] }];
    await noor.post('/commits', { commits, history: before });
    const { changes: now } = await changes(noor, `after=${next}`);
    expect(now[0]!.record).toMatchObject({ revision: 2, lost: 2, data });
  });
});

describe('deleted meanwhile', () => {
  const send = async (person: TestPerson, change: object) => {
    const commits = [{ id: randomUUID(), madeAt: new Date().toISOString(), changes: [change] }];
    const response = await person.post('/commits', { commits });
    return ((await response.json()) as { outcomes: { outcome: string }[] }).outcomes[0]!;
  };
  it('what somebody put below a record since is not hidden by deleting it: that is a choice', async () => {
    const { noor, ife } = await app.workspace();
    const { grower, field } = await walkedField(noor);
    const { next: knewSeq } = await changes(noor, '');
    const gone = { op: 'delete', kind: 'field', id: field, baseRevision: 1, knewSeq: knewSeq - 4 };
    expect((await send(ife, gone)).outcome).toBe('conflict');
    expect((await send(ife, { ...gone, knewSeq })).outcome).toBe('applied');
    // Whoever plants on it brings it back.
    const planting = await changes(noor, '');
    expect(planting.changes.find(({ record }) => record.id === grower)).toBeDefined();
  });
  it('what belongs to a record that was merged goes to the one that stays', async () => {
    const { noor, ife } = await app.workspace();
    const { grower, field } = await walkedField(noor);
    const twin = randomUUID();
    await noor.put('grower', twin, { name: 'Halloran Mesa' });
    await noor.put('field', field, { growerId: twin, name: 'Long Forty', areaM2: null }, 1);
    const merged = { op: 'delete', kind: 'grower', id: grower, baseRevision: 1, mergedInto: twin };
    expect((await send(noor, merged)).outcome).toBe('applied');
    const id = randomUUID();
    await ife.put('field', id, { growerId: grower, name: 'Kiln Corner', areaM2: null });
    const { changes: all } = await changes(noor, '');
    expect(all.find(({ record }) => record.id === id)!.record.data).toMatchObject({
      growerId: twin,
    });
  });
});
