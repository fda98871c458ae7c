import { v4 as newId } from 'uuid';
import { describe, expect, it } from 'vitest';
import {
  checkRelations,
  exampleFamily,
  idFor,
  kindOf,
  KIND_NAMES,
  nameRecord,
  readKept,
  validate,
  type Kept,
  type LookUp,
} from './index.ts';

const family = exampleFamily(newId);
const recordOf = (kind: string) => family.find((one) => one.kind === kind)!;
const lookUp: LookUp = (kind, id) => {
  const found = family.find((one) => one.kind === kind && one.id === id);
  return (found && { ...found, revision: 1, deletedAt: null, editedBy: '', editedAt: '' }) as never;
};

describe.each(KIND_NAMES)('%s', (kind) => {
  const { data, id } = recordOf(kind);
  const declared = kindOf(kind);

  it('has an example that is sound, and stands where it belongs', () => {
    const valid = validate(kind, data);
    expect(valid).toMatchObject({ ok: true });
    expect(checkRelations(kind, data, lookUp)).toEqual({});
  });

  it('has parents that are kinds declared before it', () => {
    for (const parent of Object.values(declared.parents))
      expect(KIND_NAMES.indexOf(parent as never)).toBeLessThan(KIND_NAMES.indexOf(kind));
    // What comes with a season or a walk hangs on something that leads there.
    if (['season', 'walk'].includes(declared.held))
      expect(Object.keys(declared.parents)).not.toEqual([]);
  });

  it('says no more than it is asked for: what is left out of an example is its defaults', () => {
    const valid = validate(kind, data);
    const added = Object.entries(valid.ok ? valid.data : {}).filter(([name]) => !(name in data));
    expect(Object.fromEntries(added)).toEqual(declared.defaults);
  });

  it('has columns only for what it has', () => {
    const names = Object.keys({ ...declared.defaults, ...data });
    for (const column of Object.keys(declared.indexed)) expect(names).toContain(column);
    for (const tally of declared.tallies) expect(names).toContain(tally);
  });

  it('keeps what a parent is named by in a column, so that it can be found from there', () => {
    for (const attribute of Object.keys(declared.parents))
      expect(declared.indexed[attribute]).toBe('uuid');
  });

  it('is sound again when it comes from any older version', () => {
    const valid = validate(kind, data);
    if (!valid.ok) throw new Error('see above');
    for (let version = 1; version < declared.version; version++) {
      const later = new Set(
        Object.entries(declared.added).flatMap(([from, names]) =>
          Number(from) > version ? names : [],
        ),
      );
      const old = Object.fromEntries(
        Object.entries(valid.data).filter(([name]) => !later.has(name)),
      ) as unknown as Kept['data'];
      const read = readKept({ kind, id, version, data: old } as Kept);
      expect(read.version).toBe(declared.version);
      expect(validate(kind, read.data)).toMatchObject({ ok: true });
    }
  });

  it('names each version’s own attributes', () => {
    const versions = Object.keys(declared.added).map(Number);
    expect(versions.every((version) => version > 1 && version <= declared.version)).toBe(true);
    for (let version = 1; version < declared.version; version++)
      expect(declared.migrations[version]).toBeTypeOf('function');
  });

  it('has a name a person knows it by', () => {
    const name = nameRecord(kind, id, lookUp);
    expect(name).not.toBe('');
    expect(name).not.toMatch(/undefined|null|[0-9a-f]{8}-/);
  });
});

it('names a thing after where it is', () => {
  const name = (kind: Parameters<typeof nameRecord>[0]) =>
    nameRecord(kind, recordOf(kind).id, lookUp);
  expect(name('field')).toBe('Long Forty');
  expect(name('planting')).toBe('Long Forty, planting');
  expect(name('walk')).toBe('Long Forty, stand walk');
  expect(name('stop')).toBe('Long Forty, stop 1');
  expect(name('observation')).toBe('Long Forty, stop 1, row 4');
  expect(nameRecord('drone', 'x', lookUp)).toBe('drone');
  // What it belongs to is not on this device: as far as it is known.
  expect(
    nameRecord('stop', recordOf('stop').id, (kind, id) =>
      kind === 'walk' ? undefined : lookUp(kind, id),
    ),
  ).toBe('stop 1');
});

it('two devices that count one row of one stop make one record, and other places others', () => {
  const [here, there] = [newId(), newId()];
  const at = (stopId: string, type: 'count' | 'tape', row: number | null) =>
    idFor('observation', { stopId, type, row }, newId);
  expect(at(here, 'count', 4)).toBe(at(here, 'count', 4));
  const others = [
    at(here, 'count', 5),
    at(there, 'count', 4),
    at(here, 'tape', 4),
    at(here, 'count', null),
  ];
  expect(new Set([at(here, 'count', 4), ...others]).size).toBe(5);
  // Of a photo there can be many.
  const photo = () => idFor('observation', { stopId: here, type: 'photo', row: 4 }, newId);
  expect(photo()).not.toBe(photo());
});
