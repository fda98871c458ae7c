import { describe, expect, it } from 'vitest';
import { DIAGNOSES, readCauseTable, weighCauses, writeCauseTable } from './index.ts';

const file = (change: (causes: Record<string, Record<string, unknown>>) => void) => {
  const { causes } = JSON.parse(writeCauseTable(DIAGNOSES)) as {
    causes: Record<string, Record<string, unknown>>;
  };
  change(causes);
  return JSON.stringify({ causes });
};
const problems = (text: string) => {
  const read = readCauseTable(text);
  return read.ok ? [] : read.problems;
};

describe('a workspace’s own causes', () => {
  it('come back from their file as they were', () => {
    expect(readCauseTable(writeCauseTable(DIAGNOSES))).toEqual({ ok: true, causes: DIAGNOSES });
  });

  it('are weighed in place of the app’s', () => {
    const read = readCauseTable(
      JSON.stringify({
        causes: {
          gophers: {
            ...DIAGNOSES.birds,
            says: 'Gophers',
            evidence: [{ sign: 'gapsEaten', seen: 10, notSeen: 0.1 }],
          },
        },
      }),
    );
    if (!read.ok) throw new Error(read.problems.join());
    const told = weighCauses(
      { whole: { gapsEaten: 'plain' }, rows: new Map(), trackRows: [] },
      { scopes: ['field'], causes: read.causes },
    );
    expect(told.map(({ cause }) => cause)).toEqual(['gophers']);
  });

  it('say where they are wrong', () => {
    expect(problems('not json')[0]).toMatch(/no JSON/);
    expect(problems('{}')[0]).toMatch(/^causes:/);
    expect(problems('{"causes":{}}')[0]).toMatch(/none/);
    expect(problems(file((causes) => (causes.crust!.oneIn = 0)))[0]).toMatch(
      /^causes › crust › oneIn/,
    );
    expect(
      problems(file((causes) => (causes.crust!.evidence = [{ sign: 'crustSeen', seen: 7 }])))[0],
    ).toMatch(/crust › evidence › 0 › seen: must be 10, 3, 1/);
    expect(
      problems(file((causes) => (causes.crust!.evidence = [{ sign: 'gremlins', seen: 10 }])))[0],
    ).toMatch(/crust › evidence › 0 › sign/);
    expect(
      problems(file((causes) => (causes.crust!.evidence = [{ sign: 'soaked', seen: 0.1 }])))[0],
    ).toMatch(/never be named/);
  });

  it('takes a third as people write it', () => {
    const read = readCauseTable(
      file((causes) => (causes.crust!.evidence = [{ sign: 'crustSeen', seen: 10, notSeen: 0.33 }])),
    );
    expect(read.ok && read.causes.crust!.evidence[0]!.notSeen).toBeCloseTo(1 / 3, 12);
  });
});
