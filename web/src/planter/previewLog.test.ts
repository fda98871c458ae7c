import { guessLogMapping } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { previewLog } from './previewLog.ts';

const preview = (text: string) => previewLog(new Blob([text]));

describe('the head of a planter log', () => {
  it('CSV, also with a byte order mark and quoted headers', async () =>
    expect(await preview('\ufefftime,"Row no",pop\n2027-05-27T08:00:00Z,1,32000\n')).toEqual({
      format: 'csv',
      headers: ['time', 'Row no', 'pop'],
      sample: ['2027-05-27T08:00:00Z', '1', '32000'],
    }));
  it('GeoJSON points, from a head that is cut anywhere', async () => {
    const whole = JSON.stringify({
      type: 'FeatureCollection',
      features: [1, 2].map((row) => ({
        type: 'Feature',
        geometry: { type: 'Point', coordinates: [0.5, 0.25] },
        properties: { time: '2027-05-27T08:00:00Z', row, dropped_population_per_ac: 32000 },
      })),
    });
    const found = (await preview(whole.slice(0, -30)))!;
    expect(found.format).toBe('geojson');
    expect(found.headers.slice(0, 4)).toEqual(['longitude', 'latitude', 'time', 'row']);
    const mapping = guessLogMapping(found.headers, found.sample);
    expect(mapping.droppedPerM2?.column).toBe('dropped_population_per_ac');
    expect(mapping.latitude?.column).toBe('latitude');
  });
  it('anything else is no log', async () => {
    expect(await preview('')).toBeNull();
    expect(await preview('hello')).toBeNull();
    expect(await preview('{"a": 1}')).toBeNull();
  });
});
