import { v4 as newId } from 'uuid';
import { expect, it } from 'vitest';
import {
  checkRelations,
  decideCommits,
  exampleFamily,
  KIND_NAMES,
  readCommit,
  readKept,
  validate,
  type Kind,
} from './index.ts';

/** Whatever an attribute can hold by mistake. */
const WRONG: readonly unknown[] = [
  null,
  true,
  '',
  'yesterday',
  '2027-13-45',
  '9999-99-99T99:99:99Z',
  -1,
  0.5,
  1e308,
  [],
  ['yesterday'],
  [null],
  [[]],
  {},
  { length: 3 },
  { type: 'MultiPolygon', coordinates: [[[['a', null]]]] },
];

/** Every place in a record, as its path. */
function* placesIn(value: unknown, path: (string | number)[] = []): Generator<(string | number)[]> {
  if (path.length > 0) yield path;
  if (Array.isArray(value))
    for (let i = 0; i < Math.min(2, value.length); i++) yield* placesIn(value[i], [...path, i]);
  else if (value !== null && typeof value === 'object')
    for (const [name, inner] of Object.entries(value)) yield* placesIn(inner, [...path, name]);
}

function withWrong(data: unknown, [first, ...rest]: (string | number)[], wrong: unknown): unknown {
  if (first === undefined) return wrong;
  const copy = (Array.isArray(data) ? [...data] : { ...(data as object) }) as Record<
    string | number,
    unknown
  >;
  copy[first] = withWrong(copy[first], rest, wrong);
  return copy;
}

const family = exampleFamily(newId);

it.each(KIND_NAMES)(
  '%s: any attribute of any wrong type is refused or taken, and never breaks what reads it',
  (kind) => {
    const { data, id } = family.find((one) => one.kind === kind)!;
    for (const path of placesIn(data))
      for (const wrong of WRONG) {
        const changed = withWrong(data, path, wrong);
        const where = `${path.join('.')} = ${JSON.stringify(wrong)}`;
        expect(() => validate(kind, changed), where).not.toThrow();
        expect(
          () => readKept({ kind, id, data: changed, version: 1 } as never),
          where,
        ).not.toThrow();
        expect(() => commitOf(kind, id, changed), where).not.toThrow();
      }
  },
);

function commitOf(kind: Kind, id: string, data: unknown) {
  const read = readCommit({
    id: newId(),
    madeAt: '2027-05-01T10:00:00Z',
    changes: [{ op: 'put', kind, id, baseRevision: 0, data }],
  });
  if (!read.ok) return;
  decideCommits([read.commit], {
    person: 'Noor',
    now: '2027-05-01T10:00:00Z',
    lookUp: () => undefined as never,
    newId,
  });
  const valid = validate(kind, data);
  if (valid.ok) checkRelations(kind, valid.data as never, () => undefined as never);
}

it('what is nested deeper than any record is refused by itself', () => {
  let deep: unknown = 1;
  for (let i = 0; i < 2000; i++) deep = { deep };
  const read = readCommit({
    id: newId(),
    madeAt: '2027-05-01T10:00:00Z',
    changes: [{ op: 'put', kind: 'note', id: newId(), baseRevision: 0, data: { later: deep } }],
  });
  expect(read).toMatchObject({ ok: false, refused: { outcome: 'refused' } });
});
