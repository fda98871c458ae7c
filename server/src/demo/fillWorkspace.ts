import { makeDemoSeason } from '@sendero/core/simulation';
import { kindOf, type Commit } from '@sendero/core';
import { v7 as uuidv7 } from 'uuid';
import type { Database } from '../database/openDatabase.ts';
import type { Transaction } from 'sequelize';
import { applyWithin } from '../records/applyCommits.ts';
import { markHistory } from '../records/history.ts';

interface NewWorkspace {
  id: string;
  data: { name: string; fixedToday: string | null; season: number; weights: null };
  people: { id: string; name: string; role: string }[];
}

/** Makes a workspace with its people. */
export async function createWorkspace(
  database: Database,
  { id, data, people }: NewWorkspace,
): Promise<void> {
  await database.sequelize.transaction((transaction) =>
    makeWorkspace(transaction, database, { id, data, people }),
  );
}

async function makeWorkspace(
  transaction: Transaction,
  database: Database,
  { id, data, people }: NewWorkspace,
): Promise<void> {
  const { models, sequelize } = database;
  const record = {
    kind: 'workspace',
    id,
    revision: 1,
    deletedAt: null,
    editedBy: people[0]!.name,
    editedAt: new Date().toISOString(),
    data,
  };
  await models.records.workspace.create(
    { ...record, ...data, shape: 1, payload: data },
    { transaction },
  );
  await models.person.bulkCreate(
    people.map((person) => ({ ...person, workspaceId: id })),
    { transaction },
  );
  await models.change.create(
    {
      workspaceId: id,
      seq: 1,
      kind: 'workspace',
      recordId: id,
      season: null,
      commitId: null,
      record,
    },
    { transaction },
  );
  await sequelize.query('UPDATE workspaces SET change_seq = 1 WHERE id = :id', {
    replacements: { id },
    transaction,
  });
  await markHistory(database, id, 1, transaction);
}

/**
 * On an empty database: the demo season, or one empty workspace. Does nothing on a database in use.
 * @param stationsAt where the demo's weather stations answer; null: nowhere
 */
export async function fillIfEmpty(
  database: Database,
  demo: boolean,
  stationsAt: string | null = null,
): Promise<void> {
  if ((await database.models.records.workspace.count()) > 0) return;
  if (!demo) {
    await createWorkspace(database, {
      id: uuidv7(),
      data: {
        name: 'My fields',
        fixedToday: null,
        season: new Date().getFullYear(),
        weights: null,
      },
      people: [{ id: uuidv7(), name: 'Agronomist', role: 'agronomist' }],
    });
    return;
  }
  const season = makeDemoSeason({ stationsAt });
  // All of it or nothing: a filling that is killed half-way begins anew at the next start.
  await database.sequelize.transaction((transaction) => fillDemo(transaction, database, season));
}

async function fillDemo(
  transaction: Transaction,
  database: Database,
  season: ReturnType<typeof makeDemoSeason>,
): Promise<void> {
  await makeWorkspace(transaction, database, {
    id: season.workspaceId,
    data: season.workspace as NewWorkspace['data'],
    people: season.people,
  });
  // Who made what stays true: each run of records of one person goes in under that person's name.
  for (const person of season.people) {
    const commits: Commit[] = season.records
      .filter(({ by }) => by === person.name)
      .map(({ kind, id, data, at }) => ({
        id: uuidv7(),
        madeAt: at,
        changes: [{ op: 'put', kind, id, baseRevision: 0, data, version: kindOf(kind).version }],
      }));
    for (let from = 0; from < commits.length; from += 500) {
      const outcomes = await applyWithin(
        transaction,
        database,
        { personId: person.id, personName: person.name, workspaceId: season.workspaceId },
        commits.slice(from, from + 500),
      );
      const refused = outcomes.find(({ outcome }) => outcome !== 'applied');
      if (refused) throw new Error(`demo record refused: ${JSON.stringify(refused)}`);
    }
  }
}
