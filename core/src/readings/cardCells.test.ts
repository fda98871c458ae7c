import { describe, expect, it } from 'vitest';
import { kindOf, type DataOf, type Kind, type Observation } from '../records/index.ts';
import { expectedStand } from '../targets/index.ts';
import { cardCells, type CardRecords } from './index.ts';
import { plant } from './walk.testing.ts';

let next = 0;
const id = () => `id ${(next += 1)}`;
/** A record as the example has it, changed. */
const made = <K extends Kind>(kind: K, change: object) => ({
  id: id(),
  data: {
    ...(kindOf(kind).defaults as object),
    ...(kindOf(kind).example as object),
    ...change,
  } as DataOf<K>,
});

const planter = made('planter', { rows: 6, type: 'planter' });
const planting = made('planting', { planterId: planter.id, season: 2027, plantedOn: '2027-04-28' });
const visit = (change: object) =>
  made('walk', {
    plantingId: planting.id,
    zoneOffsetMin: -360,
    finishedAt: '2027-05-26T20:00:00.000Z',
    ...change,
  });
const check = visit({
  purpose: 'trench',
  startedAt: '2027-04-28T20:00:00.000Z',
  startedOn: '2027-04-28',
  targetM: 0.05,
  toleranceM: 0.006,
  readTo: 'top',
  seedsPerRow: 3,
  gauge: null,
});
const walk = visit({
  purpose: 'stand',
  method: 'everyRow',
  startedAt: '2027-05-26T13:00:00.000Z',
  startedOn: '2027-05-26',
});
const stop = (walkId: string, ordinal = 1, chosen = false) =>
  made('stop', { walkId, ordinal, chosen });
const furrow = {
  contact: 'tight',
  shape: 'v',
  wall: 'loose',
  floor: 'firm',
  closing: 'firm',
  settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel: '' },
};
const dug = (stopId: string, row: number, depthsM: (number | null)[], change: object = {}) => ({
  id: id(),
  data: {
    stopId,
    type: 'trench',
    row,
    at: '2027-04-28T20:10:00.000Z',
    seeds: depthsM.map((depthM) => ({ depthM, typed: '', moist: null, by: 'rule' })),
    gapsM: [],
    gapsTyped: [],
    ...furrow,
    ...change,
  } as Observation,
});
const count = (stopId: string, row: number, inStep: number, oneBehind = 0, twoBehind = 0) => ({
  id: id(),
  data: {
    stopId,
    type: 'count',
    row,
    lengthM: 5,
    rowWidthM: 0.8,
    inStep,
    oneBehind,
    twoBehind,
  } as Observation,
});
const records = (change: Partial<CardRecords>): CardRecords => ({
  planter,
  plantings: [planting],
  fields: [],
  walks: [check, walk],
  stops: [],
  observations: [],
  lengths: [],
  counts: [],
  ...change,
});
const of = (all: CardRecords, measure: string) =>
  cardCells(all).cells.filter((one) => one.measure === measure);

describe('what is measured of a row', () => {
  it('depth is the seed’s bottom less the target, spread from three seeds on, lost seeds left out', () => {
    const at = stop(check.id);
    const all = records({
      stops: [at],
      observations: [dug(at.id, 2, [0.045, 0.05, null, 0.055]), dug(at.id, 3, [0.05, 0.052])],
    });
    const [depth] = of(all, 'depth');
    // Read to the top of a corn seed: 5 mm more to its bottom.
    expect(depth).toMatchObject({ row: 2, of: 3, on: '2027-04-28', hour: 14 });
    expect(depth!.value).toBeCloseTo(0.005, 9);
    expect(of(all, 'depthSpread').map(({ row }) => row)).toEqual([2]);
  });

  it('a furrow is tight and firm, or not; the settings stand beside it', () => {
    const at = stop(check.id);
    const all = records({
      stops: [at],
      observations: [
        dug(at.id, 1, [0.05]),
        dug(at.id, 2, [0.05], {
          contact: 'hairPinned',
          closing: 'open',
          settings: { ...furrow.settings, closingWheel: 'spiked' },
        }),
      ],
    });
    expect(of(all, 'contact').map(({ value }) => value)).toEqual([0, 1]);
    expect(of(all, 'closing').map(({ value }) => value)).toEqual([0, 1]);
    expect(cardCells(all).furrows[1]).toMatchObject({
      contact: 'hairPinned',
      closingWheel: 'spiked',
    });
  });

  it('what was dug before the handle was turned counts no more', () => {
    const at = stop(check.id);
    const adjusted = {
      id: id(),
      data: {
        stopId: at.id,
        type: 'adjustment',
        row: null,
        rows: [2],
        what: 'depthStop',
        byM: 0.01,
        at: '2027-04-28T20:30:00.000Z',
        note: '',
      } as Observation,
    };
    const again = dug(at.id, 2, [0.046], { at: '2027-04-28T20:40:00.000Z' });
    const all = records({
      stops: [at],
      observations: [dug(at.id, 2, [0.03]), dug(at.id, 1, [0.03]), adjusted, again],
    });
    expect(of(all, 'depth').map(({ row, value }) => [row, Number(value.toFixed(4))])).toEqual([
      [1, -0.015],
      [2, 0.001],
    ]);
  });

  it('a stand is counted against the live stand to expect, with late plants discounted beside it', () => {
    const at = stop(walk.id);
    const all = records({ stops: [at], observations: [count(at.id, 4, 20, 8, 4)] });
    const [stand] = of(all, 'stand');
    const full = expectedStand(planting.data) * 4;
    expect(stand!.value).toBeCloseTo(32 / full, 9);
    expect(stand!.effective).toBeCloseTo((20 + 0.75 * 8) / full, 9);
    const own = records({ ...all, weights: { oneBehind: 0.5, twoBehind: 0.25 } });
    expect(of(own, 'stand')[0]!.effective).toBeCloseTo((20 + 4 + 1) / full, 9);
  });

  it('late plants are told only where somebody looked for them', () => {
    const at = stop(walk.id);
    expect(of(records({ stops: [at], observations: [count(at.id, 1, 30)] }), 'late')).toEqual([]);
    const all = records({
      stops: [at],
      observations: [count(at.id, 1, 30), count(at.id, 2, 24, 6)],
    });
    expect(of(all, 'late').map(({ value }) => value)).toEqual([0, 0.2]);
  });

  it('stops chosen for their looks count for nothing, their pictures are kept', () => {
    const at = stop(walk.id, 1, true);
    const photo = {
      id: id(),
      data: {
        stopId: at.id,
        type: 'photo',
        row: 3,
        photoId: 'p',
        at: '2027-05-26T13:00:00.000Z',
        caption: 'gap',
        of: null,
        side: null,
      } as Observation,
    };
    const all = records({ stops: [at], observations: [count(at.id, 3, 5), photo] });
    expect(cardCells(all).cells).toEqual([]);
    expect(cardCells(all).photos).toMatchObject([{ row: 3, walkId: walk.id, caption: 'gap' }]);
  });

  it('a tape tells places, a drill’s none; another planter’s planting is left aside', () => {
    const at = stop(walk.id);
    const tape = {
      id: id(),
      data: {
        stopId: at.id,
        type: 'tape',
        row: 5,
        positionsM: [0, 0.166, 0.332, 0.664, 0.83],
        readToM: null,
        typed: [],
        stagedBy: 'collars',
        stages: [],
      } as unknown as Observation,
    };
    const all = records({ stops: [at], observations: [tape] });
    expect(of(all, 'skips')[0]!.value).toBeCloseTo(1 / 5, 1);
    expect(cardCells(all).tapes).toHaveLength(1);
    const drill = { ...planter, data: { ...planter.data, type: 'drill' as const } };
    expect(of({ ...all, planter: drill }, 'skips')).toEqual([]);
    const other = made('planter', { rows: 6 });
    expect(cardCells({ ...all, planter: other }).cells).toEqual([]);
  });

  it('gaps and late plants dug in a row say what was found', () => {
    const at = stop(walk.id);
    const gap = {
      id: id(),
      data: {
        stopId: at.id,
        type: 'gapDig',
        row: 2,
        atM: null,
        what: 'gap',
        found: 'noSeed',
        depthM: null,
        typed: '',
        neighbourM: null,
        neighbourTyped: '',
        feel: null,
        cover: ['crust'],
        note: '',
      } as Observation,
    };
    const late = {
      id: id(),
      data: {
        stopId: at.id,
        type: 'plantDig',
        row: 2,
        atM: null,
        plant: plant(0.03),
        late: 'oneBehind',
        neighbour: plant(0.05),
        neighbourAtM: null,
        feel: null,
        cover: [],
        note: '',
      } as Observation,
    };
    const read = cardCells(records({ stops: [at], observations: [gap, late] }));
    // No seed, and one placed elsewhere: both of the planter’s making.
    expect(read.cells.filter(({ measure }) => measure === 'digs')).toMatchObject([
      { row: 2, value: 1, of: 2 },
    ]);
    const { digs } = read;
    expect(digs).toMatchObject([
      { row: 2, gap: 'noSeed', late: null, cover: ['crust'] },
      { row: 2, gap: null, late: 'shallower', cover: [] },
    ]);
  });

  it('50 % emergence is read from the curve of its flagged length', () => {
    const length = made('flaggedLength', {
      plantingId: planting.id,
      row: 3,
      zone: '',
      place: 'gate',
    });
    const visitOn = (on: string, plants: number) =>
      made('emergenceCount', {
        lengthId: length.id,
        at: `${on}T18:00:00.000Z`,
        on,
        zoneOffsetMin: -360,
        round: 1,
        counted: 'new',
        plants,
        lost: 0,
      });
    const all = records({
      lengths: [length],
      counts: [visitOn('2027-05-08', 4), visitOn('2027-05-10', 16), visitOn('2027-05-12', 4)],
    });
    const [half] = of(all, 'emergence');
    // 12 of 24 lie halfway from 4 (240 h) to 20 (288 h); the curve is the one of the page of its emergence.
    expect(half!.value).toBeCloseTo(264, 0);
    expect(half).toMatchObject({ row: 3, placeId: 'gate', walkId: null, on: '2027-05-12' });
    // From 2.4 to 21.6 of 24: before the first visit nobody knows, so there is no spread.
    expect(of(all, 'emergenceSpread')).toEqual([]);
    const later = records({
      lengths: [length],
      counts: [
        visitOn('2027-05-06', 0),
        visitOn('2027-05-08', 4),
        visitOn('2027-05-10', 16),
        visitOn('2027-05-12', 4),
      ],
    });
    // A line from visit to visit would tell 86 h: visits two days apart smear what came within one.
    expect(of(later, 'emergenceSpread')[0]!.value).toBeCloseTo(66, 0);
  });
});
