import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { Kind, Outcome } from '@sendero/core';
import { Sequelize } from 'sequelize';
import { inject } from 'vitest';
import { createApp } from './api/app.ts';
import { openDatabase } from './database/openDatabase.ts';
import { createWorkspace } from './demo/fillWorkspace.ts';
import { openSession } from './people/signIn.ts';

export interface TestPerson {
  get(path: string): Promise<Response>;
  post(path: string, body: unknown): Promise<Response>;
  /** Sends bytes as they are. */
  send(
    method: 'GET' | 'PUT' | 'POST' | 'DELETE',
    path: string,
    body?: string | Uint8Array<ArrayBuffer> | ReadableStream,
    signal?: AbortSignal,
  ): Promise<Response>;
  put(kind: Kind, id: string, data: unknown, baseRevision?: number): Promise<Outcome>;
}

/** A server on an own new database, with ways to make workspaces and act as their people. For tests. */
export async function startTestServer() {
  const base = process.env.DATABASE_URL;
  if (!base) throw new Error('DATABASE_URL is not set: run the tests with npm test');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = new Sequelize(base, { logging: false });
  await admin.query(`CREATE DATABASE ${name} TEMPLATE ${inject('migrated')}`);
  const database = await openDatabase(base.replace(/\/[^/]*$/, `/${name}`));
  const server = createApp(database, { localStations: true }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/v1`;

  const actAs = async (personId: string): Promise<TestPerson> => {
    const cookie = `sendero_session=${await openSession(database, personId)}`;
    const post = (path: string, body: unknown) =>
      fetch(url + path, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: typeof body === 'string' ? body : JSON.stringify(body),
      });
    return {
      get: (path) => fetch(url + path, { headers: { cookie } }),
      post,
      send: (method, path, body, signal) =>
        fetch(url + path, {
          method,
          headers: { cookie, 'content-type': 'application/octet-stream' },
          ...(method === 'GET' ? {} : { body }),
          signal,
          duplex: 'half',
        } as RequestInit),
      async put(kind, id, data, baseRevision = 0) {
        const commits = [
          {
            id: randomUUID(),
            madeAt: new Date().toISOString(),
            changes: [{ op: 'put', kind, id, baseRevision, data }],
          },
        ];
        return ((await (await post('/commits', { commits })).json()) as { outcomes: Outcome[] })
          .outcomes[0]!;
      },
    };
  };
  return {
    url,
    database,
    actAs,
    /** A workspace with two people. */
    async workspace(): Promise<{ id: string; noor: TestPerson; ife: TestPerson }> {
      const id = randomUUID();
      const people = [
        { id: randomUUID(), name: 'Noor Castellane', role: 'agronomist' },
        { id: randomUUID(), name: 'Ife Marlow', role: 'scout' },
      ];
      await createWorkspace(database, {
        id,
        data: { name: 'Almirel Bench', fixedToday: null, season: 2027, weights: null },
        people,
      });
      return { id, noor: await actAs(people[0]!.id), ife: await actAs(people[1]!.id) };
    },
    async close() {
      await new Promise((resolve) => server.close(resolve));
      await database.close();
      await admin.query(`DROP DATABASE ${name} WITH (FORCE)`);
      await admin.close();
    },
  };
}

/** Data of a planting and of a stand walk, without what they belong to. */
export const PLANTING = {
  planterId: null,
  season: 2027,
  crop: 'corn',
  variety: 'AB-104',
  plantedOn: '2027-04-28',
  rowWidthM: 0.762,
  seedsPerM2: 7.9,
  depthTargetM: 0.05,
  germination: 0.95,
  fieldLoss: 0.05,
};
export const WALK = {
  purpose: 'stand',
  startedAt: '2027-05-26T13:00:00.000Z',
  finishedAt: null,
  method: 'oneRow',
  lengthM: 5.31,
  hoopDiameterM: null,
};

/** Grower → field → planting → walk → stop, and the ids. */
export async function walkedField(person: TestPerson) {
  const ids = {
    grower: randomUUID(),
    field: randomUUID(),
    planting: randomUUID(),
    walk: randomUUID(),
    stop: randomUUID(),
  };
  const outcomes = [
    await person.put('grower', ids.grower, { name: 'Halloran Mesa Farm' }),
    await person.put('field', ids.field, {
      growerId: ids.grower,
      name: 'Long Forty',
      areaM2: null,
    }),
    await person.put('planting', ids.planting, { ...PLANTING, fieldId: ids.field }),
    await person.put('walk', ids.walk, { ...WALK, plantingId: ids.planting }),
    await person.put('stop', ids.stop, {
      walkId: ids.walk,
      ordinal: 1,
      travel: 'away',
      chosen: false,
    }),
  ];
  const refused = outcomes.find(({ outcome }) => outcome !== 'applied');
  if (refused) throw new Error(`not applied: ${JSON.stringify(refused)}`);
  return ids;
}

/** A count of one row at a stop. */
export const count = (stopId: string, inStep: number, row = 1) => ({
  stopId,
  type: 'count',
  row,
  lengthM: 5.31,
  rowWidthM: 0.762,
  inStep,
  oneBehind: 0,
  twoBehind: 0,
});
