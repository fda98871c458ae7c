// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { Blob as PlainBlob } from 'node:buffer';
import { exampleFamily, kindOf, type Kept, type Kind } from '@sendero/core';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it } from 'vitest';
import { evictSeason } from './device.ts';
import { heldRecords } from './heldRecords.ts';
import { openLocalDatabase, remember, remembered, type LocalDatabase } from './localDatabase.ts';
import { NOT_FETCHED, recordKey, toStore } from './storedRecord.ts';
import { keepEdits } from './outbox.ts';
import { freeSpace, isShort } from './storage.ts';

let local: LocalDatabase;
beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory();
  local = await openLocalDatabase();
});

describe('room on the device', () => {
  const room = (usedBytes: number) => ({ usedBytes, quotaBytes: 2e9, lasting: true });
  const blob = new PlainBlob(['a picture']) as unknown as Blob;
  const held = async () => (await local.getAllKeys('photos')).sort();
  beforeEach(async () => {
    await local.put('photos', { id: 'sent', blob, sent: 1 });
    await local.put('photos', { id: 'waiting', blob, sent: 0 });
    await local.put('photos', { id: 'refused', blob, sent: 2 });
  });

  it('photos that the server has leave when it is short, and no others', async () => {
    await freeSpace(local, room(1e9));
    expect(await held()).toEqual(['refused', 'sent', 'waiting']);
    await freeSpace(local, room(1.95e9));
    expect(await held()).toEqual(['refused', 'waiting']);
  });

  it('where the browser does not say how much there is, nothing leaves by itself', async () => {
    await freeSpace(local, null);
    expect(await held()).toHaveLength(3);
  });

  it('is short when little is left, in bytes or in share', () => {
    expect(isShort(room(1e9))).toBe(false);
    expect(isShort(room(1.75e9))).toBe(true);
    expect(isShort({ usedBytes: 4e6, quotaBytes: 100e6, lasting: false })).toBe(true);
  });
});

describe('an older season', () => {
  const NOW = '2027-05-27T09:30:00.000Z';
  const family = exampleFamily(() => crypto.randomUUID());
  const of = (kind: Kind) => family.find((one) => one.kind === kind)!;
  const seasonOf = (kind: Kind) => (['season', 'year'].includes(kindOf(kind).held) ? 2026 : 0);
  beforeEach(async () => {
    for (const { kind, id, data } of family) {
      const record = { kind, id, data, revision: 1, deletedAt: null, editedBy: '', editedAt: NOW };
      const stores = local.transaction(['records', 'together'], 'readwrite');
      await heldRecords(stores).putAll([toStore(record as Kept, seasonOf(kind))]);
    }
    await remember(local, 'seasons', { 2026: { cursor: 9, openedAt: NOW } });
  });
  const kinds = async () => {
    const groups = await local.getAll('together');
    return [...(await local.getAllKeys('records')), ...groups.flatMap(({ keys }) => keys)]
      .map((key) => key.split(' ')[0])
      .sort();
  };

  it('leaves with all that was seen in it and its weather; what all seasons share stays', async () => {
    await evictSeason(local, 2026);
    expect(await kinds()).toEqual([
      'backgroundMap',
      'causeTable',
      'conflict',
      'evidence',
      'field',
      'fieldPart',
      'groundPicture',
      'grower',
      'planter',
      'planting',
      'replantCase',
      'responseCurve',
      'tagOutcome',
      'taggedPlant',
      'trial',
      'trialStrip',
      'unitMove',
      'weatherForecast',
      'weatherStation',
      'workItem',
      'workspace',
    ]);
    // Opened again, it is fetched from the beginning.
    expect(await remembered(local, 'seasons')).toEqual({});
  });

  it('stays whole while anything of it is unsent', async () => {
    const { id, data } = of('observation');
    const seen = { revision: 1, data, version: 1, deletedAt: null };
    const more = { ...data, inStep: 29 };
    await keepEdits(local, [{ op: 'put', kind: 'observation', id, data: more, seen }], NOW);
    await evictSeason(local, 2026);
    expect(await kinds()).toHaveLength(family.length);
    expect(await remembered(local, 'seasons')).toHaveProperty('2026');
  });

  it('what was just made here belongs to no season yet, and stays', async () => {
    const { id, data } = of('walk');
    const record = {
      kind: 'walk',
      id,
      data,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: NOW,
    };
    await local.put('records', toStore(record as Kept, NOT_FETCHED), recordKey('walk', id));
    await evictSeason(local, 2026);
    expect(await kinds()).toContain('walk');
  });
});
