import { guessLogMapping, makeLogReader, type LogRecord } from '@sendero/core';
import { demoScenario, DEMO_PLANTINGS, simulatePlanterLog } from '@sendero/core/simulation';
import { describe, expect, it } from 'vitest';
import { LOG_HEADERS, logText } from './logLines.ts';

const start = () =>
  simulatePlanterLog({
    scenario: demoScenario(DEMO_PLANTINGS[0]!),
    seed: 2,
    startAt: '2027-04-28T08:00:00.000Z',
  });
const first = (count: number) => {
  const log = start();
  return Array.from({ length: count }, () => log.next().value as LogRecord);
};

describe('the simulated log', () => {
  it('as CSV has a header and exactly the records asked for', () => {
    const lines = [...logText(start(), 5000, 'csv')].join('').trimEnd().split('\n');
    expect(lines).toHaveLength(5001);
    expect(lines[0]!.split(',')).toEqual(LOG_HEADERS);
  });
  it('as CSV reads back as it was simulated, by the columns the app guesses', () => {
    const lines = [...logText(start(), 48, 'csv')].join('').trimEnd().split('\n').slice(1);
    const sample = lines[0]!.split(',');
    const read = makeLogReader(guessLogMapping(LOG_HEADERS, sample), LOG_HEADERS);
    first(48).forEach((record, i) => {
      const back = read(lines[i]!.split(','));
      if (!back.ok) throw new Error(back.problem);
      expect(back.record.time).toBe(record.time);
      expect(back.record.row).toBe(record.row);
      for (const [name, digits] of [
        ['droppedPerM2', 3],
        ['targetPerM2', 3],
        ['speedMPerS', 2],
        ['singulation', 2],
        ['moisture', 2],
        ['latitude', 6],
      ] as const)
        expect(back.record[name]).toBeCloseTo(record[name]!, digits);
      expect(Math.abs(back.record.wheelLoadN! - record.wheelLoadN!)).toBeLessThan(2.3);
    });
  });
  it('as GeoJSON is one collection of points', () => {
    const { type, features } = JSON.parse([...logText(start(), 30, 'geojson')].join('')) as {
      type: string;
      features: { geometry: { type: string }; properties: Record<string, unknown> }[];
    };
    expect(type).toBe('FeatureCollection');
    expect(features).toHaveLength(30);
    expect(features[12]!.properties).toMatchObject({ row: 1 });
    expect(features.every(({ geometry }) => geometry.type === 'Point')).toBe(true);
  });
});
