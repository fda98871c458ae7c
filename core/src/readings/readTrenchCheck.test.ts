import { describe, expect, it } from 'vitest';
import { NORMAL_FURROW } from '../depth/index.ts';
import type { Observation, Planting, TrenchWalk } from '../records/index.ts';
import { readTrenchCheck, rowsToOpen, trenchStop } from './readTrenchCheck.ts';
import { trenchVerdict } from './trenchVerdict.ts';

const INCH = 0.0254;
const AT = (minute: number) => `2027-05-27T10:${String(minute).padStart(2, '0')}:00.000Z`;
const WALK: TrenchWalk = {
  plantingId: 'p',
  purpose: 'trench',
  startedAt: AT(0),
  startedOn: AT(0).slice(0, 10),
  zoneOffsetMin: 0,
  finishedAt: null,
  planId: null,
  dugOn: null,
  walkedBy: 'Noor Castellane',
  note: '',
  asTyped: {},
  targetM: 2 * INCH,
  toleranceM: INCH / 4,
  readTo: 'bottom',
  seedsPerRow: 5,
  gauge: null,
};
const PLANTING: Planting = {
  fieldId: 'f',
  planterId: 'g',
  season: 2027,
  crop: 'corn',
  variety: 'AB-104',
  plantedOn: '2027-05-27',
  rowWidthM: 30 * INCH,
  seedsPerM2: 7.9074,
  depthTargetM: 2 * INCH,
  germination: 0.95,
  fieldLoss: 0.05,
  asTyped: {},
  beside: null,
  tillage: null,
  archived: false,
};
const PLANTER = {
  archived: false,
  name: 'Goose',
  type: 'planter' as const,
  rows: 4,
  rowWidthM: 30 * INCH,
  cells: 24,
  trackRows: [],
  sectionRows: null,
  depthStopStepM: INCH / 4,
  asTyped: {},
};

type Change = Partial<Extract<Observation, { type: 'trench' }>>;
const row = (number: number, inches: (number | null)[], minute: number, change: Change = {}) =>
  ({
    stopId: 's',
    type: 'trench',
    row: number,
    at: AT(minute),
    seeds: inches.map((depth) => ({
      depthM: depth === null ? null : depth * INCH,
      typed: '',
      moist: null,
      by: 'rule',
    })),
    gapsM: [],
    gapsTyped: [],
    ...NORMAL_FURROW,
    settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel: '' },
    ...change,
  }) as Observation;
const ground = (dry: number) =>
  ({
    stopId: 's',
    type: 'ground',
    row: null,
    dryLayerM: dry * INCH,
    feel: null,
    sensor: null,
    sensorAdequate: null,
    note: '',
    asTyped: {},
  }) as Observation;
const turned = (rows: number[] | null, minute: number) =>
  ({
    stopId: 's',
    type: 'adjustment',
    row: null,
    rows,
    what: 'depthStop',
    byM: 0.01,
    at: AT(minute),
    note: '',
  }) as Observation;

const stopOf = (ordinal: number, own: Observation[]) =>
  trenchStop(
    {
      id: `s${ordinal}`,
      data: {
        walkId: 'w',
        ordinal,
        travel: 'away',
        chosen: false,
        planned: null,
        at: null,
        accuracyM: null,
        skipped: [],
        trialId: null,
        strip: null,
        note: '',
      },
    },
    own.map((data, i) => ({
      kind: 'observation',
      id: `o${ordinal}-${i}`,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: '',
      data,
    })),
  );
const read = (
  stops: Observation[][],
  {
    walk = {},
    planter = PLANTER,
  }: { walk?: Partial<TrenchWalk>; planter?: typeof PLANTER | null } = {},
) =>
  readTrenchCheck(
    { id: 'w', data: { ...WALK, ...walk } },
    { id: 'p', data: PLANTING },
    {
      growerId: 'q',
      name: 'Long Forty',
      areaM2: null,
      soil: '',
      stationId: null,
      boundary: null,
      headlandM: null,
      passes: null,
      asTyped: {},
      archived: false,
    },
    planter,
    stops.map((own, i) => stopOf(i + 1, own)),
  );
const meanOf = (check: ReturnType<typeof read>, wanted: number) =>
  check.depths!.rows.find((one) => one.row === wanted)!.meanM / INCH;

describe('a trench check from its records', () => {
  it('shows every row of the planter, dug or not', () => {
    const check = read([[row(2, [2, 2.1], 1)]]);
    expect(check.rows).toEqual([1, 2, 3, 4]);
    expect(check.drawn.map(({ seeds }) => seeds.length)).toEqual([0, 2, 0, 0]);
    expect(check.depths!.rows.map((one) => one.row)).toEqual([2]);
  });
  it('without a planter, the rows that were dug', () =>
    expect(read([[row(7, [2], 1), row(3, [2], 2)]], { planter: null })).toMatchObject({
      rows: [3, 7],
      stepIsDefault: true,
    }));
  it('nothing dug yet is no error', () =>
    expect(read([[]])).toMatchObject({ depths: null, findings: [], dropped: null, changes: [] }));
  it('a seed kicked out is drawn, and gives no depth', () => {
    const check = read([[row(1, [2, null, 2.25], 1)]]);
    expect(check.drawn[0]!.seeds.map(({ depthM }) => depthM === null)).toEqual([
      false,
      true,
      false,
    ]);
    expect(check.depths!.rows[0]!.n).toBe(2);
    expect(meanOf(check, 1)).toBeCloseTo(2.125, 9);
  });
  it('depths read to the top of the seed are shown to its bottom', () => {
    const check = read([[row(1, [2, 2], 1)]], { walk: { readTo: 'top' } });
    expect(meanOf(check, 1)).toBeCloseTo(2 + 0.005 / INCH, 9);
  });
  it('an adjusted row counts again only once it is dug again; the others still hold', () => {
    const first = [row(1, [2, 2, 2.1], 1), row(2, [1.2, 1.3, 1.2], 2), turned([2], 3)];
    const between = read([first, []]);
    expect([...between.now.keys()]).toEqual([1]);
    expect(between.changes).toMatchObject([{ row: 2, outcome: 'dig again' }]);
    const after = read([first, [row(2, [2, 1.9, 2.1], 5)]]);
    expect(meanOf(after, 1)).toBeCloseTo(6.1 / 3, 9);
    expect(meanOf(after, 2)).toBeCloseTo(2, 9);
    expect(after.changes).toMatchObject([{ row: 2, outcome: 'worked' }]);
    expect(after.changes[0]!.beforeM! / INCH).toBeCloseTo(3.7 / 3, 9);
  });
  it('in a sentence: every row of the planter is in it, dug, to dig again or not dug', () => {
    const dug = [2, 2, 2, 2, 2];
    const deep = [2.75, 2.75, 2.75, 2.75, 2.75];
    expect(trenchVerdict(read([[row(1, dug, 1), row(2, dug, 2), row(3, deep, 3)]]))).toBe(
      'Of 4 rows: 1 too deep, 2 on target, 1 not dug.',
    );
    expect(
      trenchVerdict(read([[row(1, dug, 1), row(2, dug, 2), row(3, deep, 3), turned([3], 4)]])),
    ).toBe('Of 4 rows: 2 on target, 1 corrected and to dig again, 1 not dug.');
    expect(trenchVerdict(read([[]]))).toBe('No depth has been read yet.');
  });
  it('a change to every row asks for every row', () =>
    expect(read([[row(1, [2], 1), turned(null, 2)]]).adjusted).toEqual([1, 2, 3, 4]));
  it('a second place adds to the first when nothing was adjusted', () =>
    expect(read([[row(1, [2, 2], 1)], [row(1, [2.5], 9)]]).depths!.rows[0]!.n).toBe(3));
  it('moisture: as the dry layer of the place says, unless the seed was seen otherwise', () => {
    const seen = row(1, [1, 2, 2], 1);
    if (seen.type === 'trench') seen.seeds[2]!.moist = false;
    const check = read([[ground(1.5), seen]]);
    expect(check.moisture).toEqual({ moist: 1, judged: 3 });
    expect(check.dryLayerM! / INCH).toBeCloseTo(1.5, 9);
    expect(check.findings.find(({ finding }) => finding === 'drySeeds')).toMatchObject({
      share: 2 / 3,
      rows: [1],
    });
    expect(read([[row(1, [2], 1)]]).moisture).toEqual({ moist: 0, judged: 0 });
  });
  it('a dry layer holds for the next places until it is measured again', () => {
    const check = read([[ground(1.5)], [row(1, [1, 2], 5)], [ground(2.5), row(2, [2, 3], 9)]]);
    expect(check.drawn.map(({ seeds }) => seeds.map(({ moist }) => moist))).toEqual([
      [false, true],
      [false, true],
      [],
      [],
    ]);
    expect(check.dryLayerM! / INCH).toBeCloseTo(2.5, 9);
  });
  it('population dropped comes from the distances; depths by gauge are counted', () => {
    const check = read([[row(1, [2], 1, { gapsM: [0.16, 0.18] }), row(2, [2], 2)]]);
    expect(check.dropped!.rows.map((one) => one.row)).toEqual([1]);
    expect(check.dropped!.rows[0]!.perM2).toBeCloseTo(1 / (0.762 * 0.17), 1);
    const gauged = row(1, [2, null], 1);
    if (gauged.type === 'trench') gauged.seeds.forEach((seed) => (seed.by = 'gauge'));
    expect(read([[gauged]]).byGauge).toBe(1);
  });
  it('findings of the furrow and closing wheels are those of the newest look', () => {
    const wheel = (closingWheel: string) => ({
      settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel },
    });
    const check = read([
      [row(1, [2], 1, { closing: 'open', ...wheel('rubber') }), row(2, [2], 2, wheel('spiked'))],
      [row(1, [2], 9, wheel('rubber'))],
    ]);
    expect(check.findings.some(({ finding }) => finding === 'furrow')).toBe(false);
    expect(check.findings.find(({ finding }) => finding === 'mixedClosingWheels')).toMatchObject({
      wheels: [
        { wheel: 'rubber', rows: [1] },
        { wheel: 'spiked', rows: [2] },
      ],
    });
  });
});

describe('rows to open', () => {
  const at = (check: ReturnType<typeof read>, ordinal: number) =>
    rowsToOpen(check, check.stops[ordinal - 1]!);
  const first = [row(1, [2], 1), row(2, [1], 2), turned([2], 3)];
  it('first all; after an adjustment its rows, also while they are being dug', () => {
    expect(at(read([first]), 1)).toEqual([1, 2, 3, 4]);
    expect(at(read([first, []]), 2)).toEqual([2]);
    expect(at(read([first, [row(2, [2], 5)]]), 2)).toEqual([2]);
  });
  it('at a later place all again, whichever was dug there first', () => {
    expect(at(read([first, [row(2, [2], 5)], []]), 3)).toEqual([1, 2, 3, 4]);
    expect(at(read([first, [row(2, [2], 5)], [row(2, [2], 9)]]), 3)).toEqual([1, 2, 3, 4]);
  });
  it('what was adjusted a second time comes back', () =>
    expect(at(read([first, [row(2, [1.5], 5), turned([2, 3], 6)], []]), 3)).toEqual([2, 3]));
});

describe('a planter off its target, inside the window for the crop', () => {
  const four = (inches: number[], change: number[] = []) =>
    [1, 2, 3, 4].map((number, i) =>
      row(number, change[i] ? inches.map((d) => d + change[i]!) : inches, i + 1),
    );
  const deep = [2.375, 2.5, 2.375, 2.5, 2.375];

  it('2⅜ to 2½ in with a target of 2 in: said, and nothing is ordered', () => {
    const { depths, findings } = read([four(deep)]);
    expect(depths!.machine).toMatchObject({ shiftM: 0, acceptedInWindow: true });
    expect(depths!.rows.map(({ correctionM }) => correctionM)).toEqual([0, 0, 0, 0]);
    expect(findings.map(({ finding }) => finding)).not.toContain('wholePlanter');
    expect(findings.map(({ finding }) => finding)).not.toContain('offRows');
    const [inside] = findings;
    expect(inside).toMatchObject({ finding: 'insideWindow' });
    expect(trenchVerdict(read([four(deep)]))).toBe('Of 4 rows: 4 on target.');
  });

  it('a row that differs from the others is still corrected, toward them', () => {
    const { depths } = read([four(deep, [0, 0, -1, 0])]);
    expect(depths!.machine.acceptedInWindow).toBe(true);
    expect(depths!.rows[2]).toMatchObject({ verdict: 'shallow', correctionM: INCH });
  });

  it('outside the window the machine is shifted as before', () => {
    const { depths } = read([four(deep.map((d) => d + 0.5))]);
    expect(depths!.machine.acceptedInWindow).toBe(false);
    expect(depths!.machine.shiftM).toBeLessThan(0);
  });
});

describe('places of a check', () => {
  const rows = (row3: number) =>
    [1, 2, 3, 4].map((number, i) =>
      row(
        number,
        [2, 2, 2.125, 1.875, 2].map((d) => (number === 3 ? d + row3 : d)),
        i + 1,
      ),
    );
  it('half an inch at one place may be the place: it is dug again before it is set; at two it is the row', () => {
    const once = read([rows(-0.5)]);
    expect(once.depths!.rows[2]).toMatchObject({
      verdict: 'undecided',
      needsPlaces: 'onePlace',
      correctionM: 0,
    });
    expect(once.findings.find(({ finding }) => finding === 'undecidedRows')).toMatchObject({
      rows: [{ row: 3, needsPlaces: 'onePlace' }],
    });
    const twice = read([rows(-0.5), rows(-0.5)]);
    expect(twice.depths!.rows[2]).toMatchObject({ verdict: 'shallow', correctionM: INCH / 2 });
  });
  it('an inch is called at one place already', () =>
    expect(read([rows(-1)]).depths!.rows[2]!.verdict).toBe('shallow'));
});
