import { randomUUID } from 'node:crypto';
import { type Kept, type Outcome } from '@sendero/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WALK, count, startTestServer, walkedField, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
beforeAll(async () => void (app = await startTestServer()));
afterAll(() => app.close());

const changes = async (person: TestPerson, query = '') =>
  (await (await person.get(`/changes${query}`)).json()) as {
    changes: { seq: number; record: Kept }[];
    next: number;
    more: boolean;
  };

describe('one workspace beside another', () => {
  it('a queue of commits in one holds up no commit of another', async () => {
    const [busy, other] = [await app.workspace(), await app.workspace()];
    const lock = await app.database.sequelize.transaction();
    await app.database.sequelize.query('SELECT 1 FROM workspaces WHERE id = :id FOR UPDATE', {
      replacements: { id: busy.id },
      transaction: lock,
    });
    const grower = (name: string) => ({ name });
    // More than there are connections: all wait for the one that is held.
    const waiting = Array.from({ length: 12 }, (_, i) =>
      busy.noor.put('grower', randomUUID(), grower(`Busy ${i}`)),
    );
    const free = await other.noor.put('grower', randomUUID(), grower('Free'));
    expect(free.outcome).toBe('applied');
    await lock.commit();
    expect((await Promise.all(waiting)).every(({ outcome }) => outcome === 'applied')).toBe(true);
  });
});

describe('commits and changes', () => {
  it('carries a walk from one person to another, with its season', async () => {
    const { noor, ife } = await app.workspace();
    const { stop } = await walkedField(noor);
    await noor.put('observation', randomUUID(), count(stop, 31));
    const first = await changes(ife, '?after=0&season=2027');
    expect(first.changes.map(({ record }) => record.kind)).toEqual([
      'workspace',
      'grower',
      'field',
      'planting',
      'walk',
      'stop',
      'observation',
    ]);
    expect(first.changes.at(-1)!.record).toMatchObject({
      editedBy: 'Noor Castellane',
      revision: 1,
      data: { inStep: 31 },
    });
    expect((await changes(ife, `?after=${first.next}`)).changes).toEqual([]);
    expect((await changes(ife, '?season=2026')).changes.map(({ record }) => record.kind)).toEqual([
      'workspace',
      'grower',
      'field',
      'planting',
    ]);
  });

  it('applies a commit sent twice once, also inside one batch', async () => {
    const { noor } = await app.workspace();
    const commit = {
      id: randomUUID(),
      madeAt: new Date().toISOString(),
      changes: [
        {
          op: 'put',
          kind: 'grower',
          id: randomUUID(),
          baseRevision: 0,
          data: { name: 'Quill & Daughters' },
        },
      ],
    };
    const send = async () =>
      (
        (await (await noor.post('/commits', { commits: [commit, commit] })).json()) as {
          outcomes: Outcome[];
        }
      ).outcomes;
    const once = await send();
    expect(await send()).toEqual(once);
    expect(
      (await changes(noor)).changes.filter(({ record }) => record.kind === 'grower'),
    ).toHaveLength(1);
  });

  it('keeps both versions of a stop two devices edited, and lets a person settle it', async () => {
    const { noor, ife } = await app.workspace();
    const { stop } = await walkedField(noor);
    const id = randomUUID();
    await noor.put('observation', id, count(stop, 30));
    await noor.put('observation', id, count(stop, 31), 1);
    const outcome = await ife.put('observation', id, count(stop, 29), 1);
    expect(outcome).toMatchObject({ outcome: 'conflict' });
    const conflict = (await changes(noor)).changes
      .map(({ record }) => record)
      .find((record) => record.kind === 'conflict') as Kept<'conflict'>;
    expect(conflict.data).toMatchObject({
      recordId: id,
      by: 'Ife Marlow',
      version: { inStep: 29 },
      resolvedAt: null,
    });
    await noor.put('observation', id, conflict.data.version, 2);
    await noor.put(
      'conflict',
      conflict.id,
      { ...conflict.data, version: 'forged', resolvedAt: '2027-05-27T08:00:00.000Z' },
      1,
    );
    const settled = (await changes(noor)).changes.map(({ record }) => record);
    expect(settled.find((record) => record.id === id)).toMatchObject({
      revision: 3,
      data: { inStep: 29 },
    });
    expect(settled.find((record) => record.id === conflict.id)).toMatchObject({
      data: { resolvedAt: '2027-05-27T08:00:00.000Z', version: { inStep: 29 } },
    });
  });

  it('refuses what is wrong, says where and why, and applies the rest of the batch', async () => {
    const { noor } = await app.workspace();
    const { stop, planting } = await walkedField(noor);
    const put = (kind: string, data: unknown) => ({
      id: randomUUID(),
      madeAt: new Date().toISOString(),
      changes: [{ op: 'put', kind, id: randomUUID(), baseRevision: 0, data }],
    });
    const response = await noor.post('/commits', {
      commits: [
        put('observation', count(stop, 900)),
        put('walk', { ...WALK, plantingId: planting, startedAt: '2027-04-01T10:00:00.000Z' }),
        put('observation', count(stop, 30)),
      ],
    });
    expect(((await response.json()) as { outcomes: Outcome[] }).outcomes).toMatchObject([
      { outcome: 'refused', problems: { inStep: expect.stringMatching(/150 plants per metre/) } },
      { outcome: 'refused', problems: { startedAt: expect.stringMatching(/before planting/) } },
      { outcome: 'applied' },
    ]);
  });

  it('keeps workspaces apart: nothing is read, changed or linked across', async () => {
    const [ours, theirs] = [await app.workspace(), await app.workspace()];
    const { grower } = await walkedField(ours.noor);
    expect((await changes(theirs.noor)).changes.map(({ record }) => record.kind)).toEqual([
      'workspace',
    ]);
    expect(
      await theirs.noor.put('field', randomUUID(), {
        growerId: grower,
        name: 'Stolen',
        areaM2: null,
      }),
    ).toMatchObject({ outcome: 'refused' });
    expect(
      await theirs.noor.put(
        'workspace',
        ours.id,
        { name: 'Taken', fixedToday: null, season: 2027, weights: null },
        1,
      ),
    ).toMatchObject({ outcome: 'refused' });
    expect(await theirs.noor.put('grower', grower, { name: 'Overwritten' }, 1)).toMatchObject({
      outcome: 'applied',
    });
    expect(
      (await changes(ours.noor)).changes.find(({ record }) => record.id === grower)!.record.data,
    ).toEqual({ name: 'Halloran Mesa Farm' });
  });

  it('numbers changes without holes that a reader could miss, under writers at once', async () => {
    const { noor, ife } = await app.workspace();
    await Promise.all(
      Array.from({ length: 24 }, (_, i) =>
        (i % 2 ? noor : ife).put('grower', randomUUID(), { name: `Grower ${i}` }),
      ),
    );
    const all = (await changes(noor)).changes.map(({ seq }) => seq);
    expect(all).toEqual(Array.from({ length: 25 }, (_, i) => i + 1));
  });
});

describe('many records', () => {
  it('come in pages that leave nothing out and give nothing twice', async () => {
    const { noor } = await app.workspace();
    const { stop } = await walkedField(noor);
    const ids = Array.from({ length: 2100 }, () => randomUUID());
    for (let from = 0; from < ids.length; from += 700) {
      const commits = ids.slice(from, from + 700).map((id) => ({
        id: randomUUID(),
        madeAt: new Date().toISOString(),
        changes: [{ op: 'put', kind: 'observation', id, baseRevision: 0, data: count(stop, 20) }],
      }));
      expect((await noor.post('/commits', { commits })).status).toBe(200);
    }
    const seen: string[] = [];
    for (let after = 0, more = true; more;) {
      const page = await changes(noor, `?after=${after}&season=2027`);
      seen.push(...page.changes.map(({ record }) => record.id));
      ({ next: after, more } = page);
    }
    expect(seen).toHaveLength(2106);
    expect(new Set(seen).size).toBe(2106);
    expect(ids.every((id) => seen.includes(id))).toBe(true);
  });

  it('too many commits at once are refused with what to do', async () => {
    const { noor } = await app.workspace();
    const commits = Array.from({ length: 1001 }, () => ({
      id: randomUUID(),
      madeAt: new Date().toISOString(),
      changes: [
        {
          op: 'put',
          kind: 'grower',
          id: randomUUID(),
          baseRevision: 0,
          data: { name: 'One of many' },
        },
      ],
    }));
    const response = await noor.post('/commits', { commits });
    expect(response.status).toBe(400);
    expect(((await response.json()) as { problems: object }).problems).toEqual({
      commits: 'Send at most 1,000 commits at a time.',
    });
  });
});

describe('deleting', () => {
  it('is a change like any other: other devices see the mark, and its taking off', async () => {
    const { noor, ife } = await app.workspace();
    const { stop } = await walkedField(noor);
    const send = (op: string, baseRevision: number) =>
      noor.post('/commits', {
        commits: [
          {
            id: randomUUID(),
            madeAt: new Date().toISOString(),
            changes: [{ op, kind: 'stop', id: stop, baseRevision }],
          },
        ],
      });
    const seen = async () =>
      (await changes(ife)).changes.find(({ record }) => record.id === stop)!.record;
    await send('delete', 1);
    expect(await seen()).toMatchObject({ revision: 2, data: { ordinal: 1 } });
    expect((await seen()).deletedAt).not.toBeNull();
    await send('restore', 2);
    expect(await seen()).toMatchObject({ revision: 3, deletedAt: null });
  });

  it('of the workspace itself is refused', async () => {
    const { noor, id } = await app.workspace();
    const response = await noor.post('/commits', {
      commits: [
        {
          id: randomUUID(),
          madeAt: new Date().toISOString(),
          changes: [{ op: 'delete', kind: 'workspace', id, baseRevision: 1 }],
        },
      ],
    });
    expect(((await response.json()) as { outcomes: Outcome[] }).outcomes[0]).toMatchObject({
      outcome: 'refused',
      problems: { op: expect.stringMatching(/cannot be deleted/) },
    });
  });
});
