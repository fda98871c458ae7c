import { describe, expect, it } from 'vitest';
import { checkRelations, parentsOf, type Kept, type Kind, type LookUp } from './index.ts';

const ID = { grower: 'g', field: 'f', planter: 'p', planting: 'pl', walk: 'w', stop: 's' };
const kept = (kind: Kind, id: string, data: object) =>
  ({ kind, id, revision: 1, deletedAt: null, editedBy: '', editedAt: '', data }) as unknown as Kept;

/** A planted and walked field, less what is left out. */
function world(...without: Kind[]): LookUp {
  const records = [
    kept('grower', ID.grower, { name: 'Quill & Daughters' }),
    kept('planter', ID.planter, { name: 'Wren', rows: 4 }),
    kept('field', ID.field, { growerId: ID.grower }),
    kept('planting', ID.planting, {
      fieldId: ID.field,
      planterId: ID.planter,
      plantedOn: '2027-05-04',
    }),
    kept('walk', ID.walk, { plantingId: ID.planting }),
    kept('stop', ID.stop, { walkId: ID.walk }),
  ];
  return ((kind: Kind, id: string) =>
    records.find(
      (record) => record.kind === kind && record.id === id && !without.includes(kind),
    )) as LookUp;
}
const count = (row: number | null) => ({ stopId: ID.stop, type: 'count', row }) as never;
const walk = (
  startedAt: string,
  startedOn = startedAt.slice(0, 10),
  zoneOffsetMin: number | null = 0,
) => ({ plantingId: ID.planting, startedAt, startedOn, zoneOffsetMin }) as never;

describe('parents', () => {
  it('are named by attribute; an optional one left empty is none', () => {
    expect(parentsOf('planting', { fieldId: 'f', planterId: null } as never)).toEqual([
      { attribute: 'fieldId', kind: 'field', id: 'f' },
    ]);
    expect(parentsOf('grower', { name: 'x', archived: false })).toEqual([]);
  });
  it('that are missing are named beside the attribute', () => {
    expect(checkRelations('walk', walk('2027-05-20T08:00:00.000Z'), world('planting'))).toEqual({
      plantingId: 'This walk belongs to a planting that is not in this workspace: choose it again.',
    });
  });
});

describe('a walk', () => {
  it('may be on the planting day, not before it', () => {
    expect(checkRelations('walk', walk('2027-05-04T06:00:00.000Z'), world())).toEqual({});
    expect(checkRelations('walk', walk('2027-05-03T23:00:00.000Z'), world()).startedAt).toMatch(
      /before planting on 2027-05-04/,
    );
  });
  it('is judged by the day where it was made', () => {
    const early = walk('2027-05-03T19:30:00.000Z', '2027-05-04', 720);
    expect(checkRelations('walk', early, world())).toEqual({});
    const late = walk('2027-05-04T01:30:00.000Z', '2027-05-03', -360);
    expect(checkRelations('walk', late, world()).startedAt).toMatch(/dated 2027-05-03/);
    const unknown = walk('2027-05-03T19:30:00.000Z', '2027-05-03', null);
    expect(checkRelations('walk', unknown, world())).toEqual({});
  });
});

describe('a count', () => {
  it('is in a row the planter has', () => {
    expect(checkRelations('observation', count(4), world())).toEqual({});
    expect(checkRelations('observation', count(5), world()).row).toBe(
      'Wren has 4 rows: choose a row from 1 to 4.',
    );
  });
  it('without a row, or with no planter known, is taken as it is', () => {
    expect(checkRelations('observation', count(null), world())).toEqual({});
    expect(checkRelations('observation', count(40), world('planter'))).toEqual({});
  });
});
