import { describe, expect, it } from 'vitest';
import {
  compareWalks,
  INCH_M,
  liveShare,
  machineOf,
  ownWeights,
  readPlants,
  readStandCost,
  readTags,
  relativeYield,
  stopSteps,
  toSi,
  type Kept,
} from '../index.ts';
import { counted, example, gapDug, pairDug, rootsDug, taped, walkOf } from './walk.testing.ts';

const staged = (...stages: string[]) =>
  ({ type: 'stages', stages, stagedBy: 'collars', tillers: [] }) as const;
/** A plant each 0.166 m, but for the places left out. */
const row = (empty: number[]) =>
  Array.from({ length: 24 }, (_, i) => 0.08 + i * 0.166).filter((_, i) => !empty.includes(i));

describe('laggards', () => {
  it('come from the plants staged where none was counted as late, so that nobody counts twice', () => {
    const stages = staged(...Array<string>(15).fill('V3'), ...Array<string>(5).fill('V2'));
    const plain = walkOf([{ seen: [counted(3, 40)] }]);
    const byStage = walkOf([{ seen: [counted(3, 40), stages] }]);
    const byCount = walkOf([{ seen: [counted(3, 38, 2), stages] }]);
    expect(plain.summary!.effective.meanPerM2).toBeCloseTo(plain.summary!.meanPerM2, 12);
    // A quarter one stage behind, each worth 0.75.
    expect(byStage.summary!.effective.meanPerM2).toBeCloseTo(
      plain.summary!.meanPerM2 * (0.75 + 0.25 * 0.75),
      9,
    );
    expect(byStage.summary!.meanPerM2).toBeCloseTo(plain.summary!.meanPerM2, 12);
    expect(byCount.summary!.effective.meanPerM2).toBeCloseTo(
      (plain.summary!.meanPerM2 * (38 + 2 * 0.75)) / 40,
      9,
    );
  });

  it('tips are read by themselves and never added to collars', () => {
    const { stages } = readPlants(
      walkOf([
        { seen: [staged('V3', 'V3', 'V2')] },
        { seen: [{ ...staged('V5', 'V5'), stagedBy: 'tips' }] },
      ]),
    );
    expect(stages.map(({ by, reading }) => [by, reading.plants, reading.mode])).toEqual([
      ['collars', 3, 'V3'],
      ['tips', 2, 'V5'],
    ]);
  });
});

describe('what the plants of a walk tell', () => {
  it('gives gaps by cause, each stop by the gaps it has, and leaves chosen stops out', () => {
    const read = walkOf([
      { seen: [taped(row([3, 4, 9, 10, 15, 16])), gapDug('noSeed'), gapDug('noSeed')] },
      { seen: [taped(row([5, 12])), gapDug('rotten'), gapDug('rotten')] },
      { chosen: true, seen: [gapDug('eaten')] },
    ]);
    const { gaps } = readPlants(read);
    expect(gaps.dug).toBe(4);
    expect(gaps.finds.map(({ name }) => name)).toEqual(['noSeed', 'rotten']);
    // Six gaps against two: two digs of each, and not half of all gaps.
    expect(gaps.finds[0]!.share).toBeCloseTo(0.75, 9);
    expect(gaps.finds[0]!.lower).toBeGreaterThan(0.1);
  });

  it('holds rotten seed against the tag, for as many seeds as the digs stand for', () => {
    const stops = (found: string) =>
      Array.from({ length: 5 }, () => ({
        seen: [taped(row([4, 11, 18])), gapDug(found), gapDug(found), gapDug(found)],
      }));
    const { allowance } = readPlants(walkOf(stops('rotten'))).gaps;
    expect(allowance).toMatchObject({ seeds: 120, failed: 15, beyondAllowance: true });
    const skipped = readPlants(walkOf(stops('noSeed'))).gaps.allowance!;
    expect(skipped).toMatchObject({ seeds: 105, failed: 0, beyondAllowance: false });
  });

  it('tells late plants placed elsewhere from those held up where they lie', () => {
    const { late } = readPlants(
      walkOf([
        { seen: [pairDug(1 * INCH_M, 2 * INCH_M), pairDug(2 * INCH_M, 2 * INCH_M)] },
        {
          seen: [
            pairDug(2.5 * INCH_M, 2 * INCH_M),
            pairDug(null, 2 * INCH_M, { cover: ['crust'] }),
          ],
        },
      ]),
    );
    expect(Object.fromEntries(late.causes.map(({ name, some }) => [name, some]))).toEqual({
      shallower: 1,
      sameDepth: 1,
      deeper: 1,
      cover: 1,
    });
    // A pair without a depth says nothing of placing.
    expect(late.placed).toMatchObject({ some: 2, of: 3 });
    expect(late.depth!.n).toBe(3);
    expect(late.depth!.signTest).toMatchObject({ lower: 1, higher: 1, ties: 1 });
  });

  it('reckons a depth from the crown, and says where that cannot tell', () => {
    const fromCrown = { way: 'mesocotyl', depthM: null, mesocotylM: 0.5 * INCH_M };
    const read = walkOf([
      { seen: [pairDug(null, 2 * INCH_M, { plant: { ...fromCrown, crownM: null } })] },
    ]);
    const { late } = readPlants(read);
    expect(late.pairs[0]!.lateM).toBeCloseTo(1.25 * INCH_M, 9);
    expect(late.tooShallow).toBe(1);
  });

  it('reads roots, signs and what each row says', () => {
    const read = walkOf([
      {
        seen: [
          rootsDug('flattened', { slot: 'reopened' }),
          rootsDug('turned', { turnedAtM: 0.1 }),
          { type: 'sign', sign: 'cut', looked: 20, affected: 4, severity: null },
          { type: 'sign', sign: 'purple', looked: 20, affected: 9, severity: null },
        ],
      },
    ]);
    const { roots, signs, rows } = readPlants(read);
    expect(roots).toMatchObject({ plants: 2, turnedAtM: 0.1, openSlots: { some: 1, of: 1 } });
    // What needs nothing stands last, however common it is.
    expect(signs.map(({ name, nothing }) => [name, nothing])).toEqual([
      ['cut', false],
      ['purple', true],
    ]);
    expect(rows).toEqual([]);
  });
});

describe('live seed and cost', () => {
  it('the gaps dug say what is the meter’s own, once there are enough of them', () => {
    const dug = (...finds: string[]) =>
      liveShare(walkOf([{ seen: [taped(row([3, 9, 15])), ...finds.map((one) => gapDug(one))] }]));
    expect(dug('noSeed', 'rotten')).toEqual({ share: expect.closeTo(0.95 * 0.95, 9), dug: null });
    // Two in five of three gaps hold no seed: 21 plants of 22.8 seeds.
    expect(dug('noSeed', 'noSeed', 'rotten', 'dry', 'eaten')).toEqual({
      share: expect.closeTo(21 / 22.8, 9),
      dug: 5,
    });
  });

  it('costs nothing at the expected stand, and more the fewer stand; both schools make the range', () => {
    const at = (plants: number, late = 0) =>
      readStandCost(
        walkOf([
          { seen: [counted(3, plants - late, 0, late)] },
          { seen: [counted(3, plants - late, 0, late)] },
        ]),
        { fullYields: { corn: 1.2, soybean: null, wheat: null } },
      )!;
    expect(at(31)).toMatchObject({ fullYieldKgPerM2: 1.2, byDefault: false });
    expect(at(31).stand[0]).toBe(0);
    expect(at(20).stand[0]).toBeGreaterThan(at(24).stand[0]);
    expect(at(24, 6).stand[1]).toBeGreaterThan(at(24).stand[1]);
    const bears = (plantsPerM2: number) =>
      relativeYield({ crop: 'corn', plantsPerM2, daysAfterBest: 0 });
    const walk = walkOf([{ seen: [counted(3, 20)] }]);
    expect(readStandCost(walk, null)!.stand[0]).toBeCloseTo(
      toSi(200, 'bu56PerAc') * (bears(walk.expectedPerM2) - bears(walk.summary!.meanPerM2)),
      9,
    );
  });
});

describe('walks side by side', () => {
  const thin = () => walkOf([19, 20, 21].map((plants) => ({ seen: [counted(3, plants)] })));
  const full = () => walkOf([29, 30, 31].map((plants) => ({ seen: [counted(3, plants)] })));

  it('differ by what is more than chance, and alike the other way round', () => {
    const of = (rows: ReturnType<typeof compareWalks>) =>
      rows.find(({ figure }) => figure === 'stand')!;
    const there = of(compareWalks(full(), thin()));
    const back = of(compareWalks(thin(), full()));
    expect(there.told).toBe(true);
    expect(there.difference!.value).toBeGreaterThan(0.2);
    expect(back.difference!.value).toBeCloseTo(-there.difference!.value, 12);
    expect(back.difference!.lower).toBeCloseTo(-there.difference!.upper, 12);
    expect(of(compareWalks(full(), full())).told).toBe(false);
    expect(compareWalks(full(), thin()).map(({ figure }) => figure)).not.toContain('singly');
  });

  it('a planter is held against what its seed allows', () => {
    expect(machineOf(full())).toEqual({
      drilled: false,
      singlyAtBest: expect.closeTo(0.9025, 9),
    });
  });
});

describe('steps of a stop', () => {
  it('are ticked by what anybody kept there, in the person’s own order', () => {
    const { stops } = walkOf([{ seen: [counted(3, 30), taped(row([3]), ['V3', 'V2'])] }]);
    const seen = stops[0]!.seen.map(({ data }) => data);
    const steps = stopSteps({ skipped: ['gaps'] }, seen, 2, ['tape', 'gaps', 'count', 'late']);
    expect(steps.map(({ step, state }) => [step, state])).toEqual([
      ['tape', 'done'],
      ['gaps', 'skipped'],
      ['count', 'done'],
      ['late', 'open'],
    ]);
    const all = stopSteps({ skipped: [] }, seen, 2);
    expect(all.find(({ step }) => step === 'stages')?.state).toBe('done');
    expect(all.find(({ step }) => step === 'notes')?.found).toBe(2);
  });
});

describe('tagged plants', () => {
  const kept = <K extends 'taggedPlant' | 'tagOutcome'>(kind: K, id: string, data: object) =>
    ({
      kind,
      id,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: '',
      data: { ...example(kind).data, ...data },
    }) as unknown as Kept<K>;
  const season = (plantingId: string, full: number) =>
    [1, 2, 3, 4].flatMap((i) => [
      {
        tag: `${i}`,
        id: `${plantingId} ${i}`,
        group: 'oneBehind',
        weightKg: full * (0.6 + 0.02 * i),
        plantingId,
      },
      {
        tag: `${i} N`,
        id: `${plantingId} ${i}n`,
        group: 'inStep',
        weightKg: full * (0.97 + 0.012 * i),
        plantingId,
      },
    ]);
  const read = (plants: ReturnType<typeof season>) =>
    [
      plants.map(({ id, tag, group, plantingId }) =>
        kept('taggedPlant', id, { tag, group, plantingId, beside: null }),
      ),
      plants.map(({ id, weightKg }) =>
        kept('tagOutcome', `o${id}`, {
          plantId: id,
          visit: 'grainFill',
          bears: 'full',
          weightKg,
          count: null,
        }),
      ),
    ] as const;

  it('give weights; seasons add up though one bore twice as much', () => {
    const one = ownWeights(...read(season('a', 0.15)));
    const both = ownWeights(...read([...season('a', 0.15), ...season('b', 0.3)]));
    expect(one.by).toBe('weight');
    expect(one.oneBehind!.weight).toBeCloseTo(0.65, 9);
    expect(both.oneBehind!.weight).toBeCloseTo(0.65, 9);
    expect(both).toMatchObject({ plants: 16, plantings: 2, twoBehind: null });
    const width = (own: typeof one) => own.oneBehind!.upper! - own.oneBehind!.lower!;
    expect(width(both)).toBeLessThan(width(one));
  });

  it('stand with their neighbours, and a tag that hangs on two is said', () => {
    const late = kept('taggedPlant', 'a', { tag: 'Red 1' });
    const beside = kept('taggedPlant', 'c', { tag: 'red 1 ', beside: 'a', group: 'inStep' });
    const other = kept('taggedPlant', 'b', { tag: 'blue' });
    expect(readTags([other, beside, late], []).map(({ id, twice }) => [id, twice])).toEqual([
      ['a', true],
      ['c', true],
      ['b', false],
    ]);
  });
});
