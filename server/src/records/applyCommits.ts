import {
  decideCommits,
  readCommit,
  type Commit,
  type DataOf,
  type Kept,
  type LookUp,
  type Outcome,
} from '@sendero/core';
import { QueryTypes, type Model, type Transaction } from 'sequelize';
import { v7 as uuidv7 } from 'uuid';
import type { Database } from '../database/openDatabase.ts';
import type { SignedIn } from '../people/signIn.ts';
import { markHistory } from './history.ts';
import { inTurn } from './inTurn.ts';
import { below, changesBelow, loadForChanges, seasonOf, writeRecords } from './recordStore.ts';

/**
 * Reads a batch as it arrived and applies what can be read: a commit that cannot be is refused by
 * itself.
 * @returns an outcome for each, in the order sent
 */
export async function applyBatch(
  database: Database,
  who: SignedIn,
  sent: readonly unknown[],
): Promise<Outcome[]> {
  const read = sent.map(readCommit);
  const readable = read.flatMap((one) => (one.ok ? [one.commit] : []));
  const outcomes =
    readable.length > 0
      ? await inTurn(who.workspaceId, () => applyCommits(database, who, readable))
      : [];
  let next = 0;
  return read.map((one) => (one.ok ? outcomes[next++]! : one.refused));
}

/**
 * Applies a batch of commits in one transaction: all of the batch is on disk or none of it. A commit
 * seen before gives its first outcome again. The workspace row is locked meanwhile, so that change
 * numbers appear in the order they become visible.
 *
 * @returns an outcome for each commit, in the order sent
 */
export async function applyCommits(
  database: Database,
  who: SignedIn,
  commits: readonly Commit[],
): Promise<Outcome[]> {
  return database.sequelize.transaction((transaction) =>
    applyWithin(transaction, database, who, commits),
  );
}

/** The same as a part of a larger transaction. */
export async function applyWithin(
  transaction: Transaction,
  database: Database,
  who: SignedIn,
  commits: readonly Commit[],
): Promise<Outcome[]> {
  const { sequelize, models } = database;
  const { workspaceId } = who;
  const [workspace] = await sequelize.query<{ change_seq: string }>(
    'SELECT change_seq FROM workspaces WHERE id = :workspaceId FOR UPDATE',
    {
      replacements: { workspaceId },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  const known = await models.commit.findAll({
    where: { workspaceId, id: commits.map(({ id }) => id) },
    transaction,
  });
  const outcomes = new Map(
    known.map((row: Model) => [row.get('id') as string, row.get('outcome') as Outcome]),
  );
  const fresh = [...new Map(commits.map((commit) => [commit.id, commit])).values()].filter(
    ({ id }) => !outcomes.has(id),
  );
  if (fresh.length > 0) {
    const stored = await loadForChanges(
      database,
      workspaceId,
      fresh.flatMap(({ changes }) => changes),
      transaction,
    );
    const now = new Date().toISOString();
    const decision = decideCommits(fresh, {
      person: who.personName,
      now,
      lookUp: stored,
      newId: () => uuidv7(),
      changedBelow: await changesBelow(database, workspaceId, fresh, transaction),
    });
    await writeRecords(database, workspaceId, decision.written, transaction);
    const written = new Map(
      decision.written.map((record) => [`${record.kind} ${record.id}`, record]),
    );
    const lookUp: LookUp = (kind, id) =>
      (written.get(`${kind} ${id}`) ?? stored(kind, id)) as never;
    let seq = Number(workspace!.change_seq);
    await models.change.bulkCreate(
      decision.versions.map(({ commitId, record }) =>
        changeRow(workspaceId, (seq += 1), record, commitId, lookUp),
      ),
      { transaction },
    );
    // A planting that moved to another season takes what was seen of it along: told again, as of there.
    const moved = decision.written.filter((record) => {
      const before = record.kind === 'planting' ? stored('planting', record.id) : undefined;
      return before && before.data.season !== (record.data as DataOf<'planting'>).season;
    });
    if (moved.length > 0) {
      const ids = moved.map(({ id }) => id);
      const children = await below(database, workspaceId, ids, transaction);
      const family = new Map(children.map((record) => [`${record.kind} ${record.id}`, record]));
      const among: LookUp = (kind, id) =>
        (family.get(`${kind} ${id}`) ?? lookUp(kind, id)) as never;
      await models.change.bulkCreate(
        children.map((record) => changeRow(workspaceId, (seq += 1), record, null, among)),
        { transaction },
      );
    }
    await models.commit.bulkCreate(
      decision.outcomes.map((outcome) => ({
        workspaceId,
        id: outcome.id,
        personId: who.personId,
        outcome,
        receivedAt: now,
      })),
      { transaction },
    );
    if (seq > Number(workspace!.change_seq))
      await markHistory(database, workspaceId, seq, transaction);
    await sequelize.query('UPDATE workspaces SET change_seq = :seq WHERE id = :workspaceId', {
      replacements: { seq, workspaceId },
      transaction,
    });
    for (const outcome of decision.outcomes) outcomes.set(outcome.id, outcome);
  }
  return commits.map(({ id }) => outcomes.get(id)!);
}

const changeRow = (
  workspaceId: string,
  seq: number,
  record: Kept,
  commitId: string | null,
  lookUp: LookUp,
) => ({
  workspaceId,
  seq,
  kind: record.kind,
  recordId: record.id,
  season: seasonOf(record, lookUp),
  commitId,
  record,
});
