import { describe, expect, it } from 'vitest';
import { readRowGaps } from '../readings/index.ts';
import { goodGround, goodUnit, simulateStand, simulateWeather } from '../simulation/index.ts';
import { INCH_M } from '../units/index.ts';
import { readSeedLog } from './index.ts';

const lines = (text: string) => text.split('\n').map((line) => line.split(','));

describe('a seed-by-seed log', () => {
  it('is read by the names of its columns, in metres or feet', () => {
    const log = readSeedLog(lines('Pass,Row,Distance_ft\n1,1,10\n1,1,10.5\n1,2,3\n1,1,11'), 4);
    if (!log.ok) throw new Error(log.problem);
    expect(log.runs.map(({ row }) => row)).toEqual([1, 2]);
    const [, second, third] = log.runs[0]!.positionsM;
    expect(second).toBeCloseTo(0.1524, 9);
    expect(third).toBeCloseTo(0.3048, 9);
  });

  it('takes the longest stretch between lifts, and keeps passes apart', () => {
    const log = readSeedLog(
      lines('row,distance_m,pass\n1,0,1\n1,0.2,1\n1,20,1\n1,20.2,1\n1,20.4,1\n1,20.1,2'),
      4,
    );
    expect(log.ok && log.runs[0]!.positionsM.map((at) => Math.round(at * 10) / 10)).toEqual([
      0, 0.2, 0.4,
    ]);
  });

  it('says what is missing, and how many lines it could not read', () => {
    expect(readSeedLog(lines('row,speed\n1,2'), 4)).toMatchObject({ ok: false });
    const none = readSeedLog(lines('row,distance_m\n9,1'), 4);
    expect(none.ok ? '' : none.problem).toMatch(/row from 1 to 4/);
    const some = readSeedLog(lines('row,distance_m\n1,1\nx,2\n1,\n1,1.2\n'), 4);
    expect(some.ok && some.left).toBe(2);
    expect(readSeedLog([], 4).ok).toBe(false);
  });

  it('finds a damaged cell that short tapes cannot: one pass of a log is many turns', () => {
    const cells = 24;
    const stand = simulateStand(
      {
        crop: 'corn',
        planter: {
          units: [goodUnit(2 * INCH_M), { ...goodUnit(2 * INCH_M), damagedCells: [5] }],
          rowWidthM: 0.762,
          cells,
        },
        seedLot: { germination: 0.95, vigour: 0.9 },
        seedsPerM2: 7.9,
        passLengthM: 120,
        passes: 1,
        zones: [goodGround(0, 120)],
        weather: simulateWeather({ days: 30, meanC: 16, risePerDayC: 0 }, 3),
      },
      11,
    );
    const rows = ['row,distance_m'];
    for (let row = 0; row < 2; row++)
      for (let i = stand.rowStart[row]!; i < stand.rowStart[row + 1]!; i++)
        if (!Number.isNaN(stand.depthM[i]!))
          rows.push(`${row + 1},${stand.positionM[i]!.toFixed(3)}`);
    const log = readSeedLog(lines(rows.join('\n')), 2);
    if (!log.ok) throw new Error(log.problem);
    const gaps = readRowGaps(
      log.runs.map(({ row, positionsM }) => ({
        row,
        plantingId: 'a',
        placeId: 'log',
        on: '2027-05-02',
        positionsM,
        lengthM: positionsM.at(-1)!,
        spacingM: stand.spacingM,
      })),
      cells,
    );
    expect(gaps.map(({ repeating }) => repeating?.cells ?? null)).toEqual([null, 24]);
  });
});
