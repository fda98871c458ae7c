import { describe, expect, it } from 'vitest';
import { runningLog } from '../planter/index.ts';
import {
  digRow,
  goodGround,
  goodUnit,
  simulatePlanterLog,
  simulateStand,
  simulateWeather,
} from './index.ts';

const scenario = {
  crop: 'corn' as const,
  planter: {
    units: [goodUnit(0.05), { ...goodUnit(0.03), skipRate: 0.2 }],
    rowWidthM: 0.762,
    cells: 24,
  },
  seedLot: { germination: 0.95, vigour: 0.9 },
  seedsPerM2: 7.9,
  passLengthM: 400,
  passes: 2,
  zones: [{ ...goodGround(0, 400), dryLayerM: 0.04 }],
  weather: simulateWeather({ days: 40, meanC: 14, risePerDayC: 0.1 }, 2),
};

it('digging lays bare the next seeds of a row, at their depth, in or above the moisture', () => {
  const stand = simulateStand(scenario, 5);
  const good = digRow(stand, { pass: 1, row: 1, fromM: 100 }, 5);
  const shallow = digRow(stand, { pass: 1, row: 2, fromM: 100 }, 5);
  expect(good).toHaveLength(5);
  expect(good[0]!.positionM).toBeGreaterThanOrEqual(100);
  expect(good.every(({ moist }) => moist)).toBe(true);
  expect(shallow.some(({ moist }) => !moist)).toBe(true);
  expect(Math.max(...shallow.map(({ depthM }) => depthM))).toBeLessThan(0.05);
  expect(() => digRow(stand, { pass: 2, row: 1, fromM: 0 }, 1)).toThrow(RangeError);
});

describe('the simulated planter log', () => {
  const log = simulatePlanterLog({
    scenario,
    seed: 3,
    startAt: '2027-05-27T08:00:00Z',
    sensorBias: { 1: 1.1 },
  });
  const records = Array.from({ length: 700 }, () => log.next().value);
  const summary = runningLog();
  records.forEach((record) => summary.add(record));
  const [first, second] = summary.rows();
  it('speaks once a second for every row, in order', () => {
    expect(records.slice(0, 4).map(({ row }) => row)).toEqual([1, 2, 1, 2]);
    expect(Date.parse(records[2]!.time) - Date.parse(records[0]!.time)).toBe(1000);
    const next = simulatePlanterLog({ scenario, seed: 3, startAt: '2027-05-27T08:00:00Z' }).next();
    expect(next.value.time).toBe(records[0]!.time);
  });
  it('shows what was put in: a sensor that counts too many, a meter that skips', () => {
    expect(first!.droppedPerM2 / 7.9).toBeGreaterThan(1.07);
    expect(second!.droppedPerM2 / 7.9).toBeLessThan(0.85);
    expect(second!.singulation!).toBeLessThan(first!.singulation! - 0.1);
    expect(second!.moisture!).toBeLessThan(first!.moisture!);
  });
});
