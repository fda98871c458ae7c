import type { Conflict, DataOf, Kept, Kind } from '@sendero/core';
import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Parts } from '../app/Parts.tsx';
import { localWhen } from '../app/dates.ts';
import type { Draft } from '../data/device.ts';
import { selectOne, useAll, useDevice } from '../data/hooks.ts';
import { recordKey } from '../data/storedRecord.ts';
import { useAppSelector } from '../data/store.ts';
import { Held } from './Held.tsx';
import { OtherWorkspaces } from './OtherWorkspaces.tsx';
import { Refused } from './Refused.tsx';
import { Storage } from './Storage.tsx';
import { clockWords, statusWords } from './syncState.ts';
import { useRecordWords } from './recordWords.ts';

/** What this device holds and has not sent, what the server refused, and what was edited twice. */
export default function DeviceScreen() {
  const device = useDevice();
  const sync = useAppSelector((state) => state.sync);
  const words = statusWords(sync);
  const clock = clockWords(sync.clockOffMs);
  const conflicts = useAll('conflict').filter(({ data }) => data.resolvedAt === null);
  const toName = [
    ...conflicts.map(({ data }) => recordKey(data.recordKind, data.recordId)),
    ...sync.refused.flatMap(({ touches }) => touches),
  ].join(',');
  useEffect(() => void device.loadWithParents(toName.split(',').filter(Boolean)), [device, toName]);
  return (
    <Parts>
      <h1>This device</h1>
      <div className="columns two">
        <div className="stack">
          <section className="sheet stack tight" aria-label="Sending">
            <p className={words.state === 'refused' || words.state === 'problem' ? 'warn' : ''}>
              <strong>{words.long}</strong>
            </p>
            {clock && <p className="warn">{clock}</p>}
            {sync.lastSentAt && (
              <p className="small soft">Last sent {localWhen(sync.lastSentAt)}.</p>
            )}
            <div>
              <Button variant="default" h={48} onClick={() => device.syncNow()}>
                Send and fetch now
              </Button>
            </div>
          </section>
          <Refused />
          {conflicts.length > 0 && (
            <section className="stack tight">
              <h2>Edited twice, apart</h2>
              <p>
                Both versions are kept. Choose the one to go on with; the other stays in the
                history.
              </p>
              {conflicts.map((conflict) => (
                <ConflictChoice key={conflict.id} conflict={conflict} />
              ))}
            </section>
          )}
        </div>
        <div className="stack">
          <OtherWorkspaces />
          <Held />
          <Storage />
        </div>
      </div>
    </Parts>
  );
}

function ConflictChoice({ conflict }: { conflict: Kept<'conflict'> }) {
  const device = useDevice();
  const describe = useRecordWords();
  const { recordKind, recordId, version, deletes, by, at } = conflict.data as Conflict & {
    recordKind: Kind;
  };
  const current = useAppSelector((state) => selectOne(state, recordKind, recordId));
  const [problem, setProblem] = useState('');
  const settle = (take: boolean) => {
    const done: Draft<'conflict'> = {
      kind: 'conflict',
      id: conflict.id,
      data: { ...conflict.data, resolvedAt: device.moment().at },
    };
    if (take && deletes) device.remove(recordKind, recordId);
    const taken: Draft[] =
      take && !deletes ? [{ kind: recordKind, id: recordId, data: version as DataOf<Kind> }] : [];
    const kept = device.putAll([...taken, done]);
    setProblem(kept.ok ? '' : Object.values(kept.problems)[0]!);
  };
  const differing = current ? differences(current.data, version) : [];
  return (
    <div className="sheet stack tight" data-testid="conflict">
      <strong>{describe(recordKind, recordId)}</strong>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">What differs</th>
            <th scope="col">{current?.editedBy}</th>
            <th scope="col">
              {by}, {localWhen(at)}
            </th>
          </tr>
        </thead>
        <tbody>
          {deletes ? (
            <tr>
              <td>the record</td>
              <td>kept</td>
              <td>deleted</td>
            </tr>
          ) : (
            differing.map(({ name, ours, theirs }) => (
              <tr key={name}>
                <td>{name}</td>
                <td>{ours}</td>
                <td>{theirs}</td>
              </tr>
            ))
          )}
        </tbody>
      </table>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <div className="row">
        <Button variant="default" h={48} onClick={() => settle(false)}>
          Keep {current?.editedBy}’s
        </Button>
        <Button variant="default" h={48} onClick={() => settle(true)}>
          Take {by}’s
        </Button>
      </div>
    </div>
  );
}

const FIELD_WORDS: Record<string, string> = {
  inStep: 'in step',
  oneBehind: 'one stage behind',
  twoBehind: 'two or more behind',
  positionsM: 'plants on the tape',
  chosen: 'chosen for its looks',
  travel: 'planter drove',
};

/** Attributes in which two versions differ, in words. */
function differences(a: unknown, b: unknown): { name: string; ours: string; theirs: string }[] {
  const [ours, theirs] = [a, b] as Record<string, unknown>[];
  const print = (value: unknown) =>
    Array.isArray(value)
      ? `${value.length}`
      : typeof value === 'object'
        ? JSON.stringify(value)
        : String(value);
  return [...new Set([...Object.keys(ours!), ...Object.keys(theirs!)])]
    .filter((name) => JSON.stringify(ours![name]) !== JSON.stringify(theirs![name]))
    .map((name) => ({
      name: FIELD_WORDS[name] ?? name,
      ours: print(ours![name]),
      theirs: print(theirs![name]),
    }));
}
