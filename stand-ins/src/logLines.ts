import { ACRE_M2 } from '@sendero/core';
import type { LogRecord } from '@sendero/core';

/** Columns of the simulated log, in the units a cab in the US would write. */
export const LOG_HEADERS = [
  'time',
  'row',
  'lat',
  'lon',
  'speed_mph',
  'target_population_per_ac',
  'dropped_population_per_ac',
  'singulation_%',
  'downforce_lb',
  'gauge_wheel_load_lb',
  'furrow_moisture_%',
] as const;

const valuesOf = (record: LogRecord) => [
  record.time,
  record.row,
  record.latitude?.toFixed(7),
  record.longitude?.toFixed(7),
  (record.speedMPerS! / 0.44704).toFixed(2),
  Math.round(record.targetPerM2! * ACRE_M2),
  Math.round(record.droppedPerM2 * ACRE_M2),
  (record.singulation! * 100).toFixed(1),
  (record.downforceN! / 4.4482216).toFixed(0),
  (record.wheelLoadN! / 4.4482216).toFixed(0),
  (record.moisture! * 100).toFixed(1),
];

/** One record as a line of CSV. @example csvLine(record) // '2027-05-27T08:00:00.000Z,1,…' */
export const csvLine = (record: LogRecord): string => valuesOf(record).join(',');

/** One record as a GeoJSON point. */
export function feature(record: LogRecord): string {
  const values = valuesOf(record);
  const properties = Object.fromEntries(
    LOG_HEADERS.map((header, i) => [header, i === 0 ? values[0] : Number(values[i])]).filter(
      ([header]) => header !== 'lat' && header !== 'lon',
    ),
  );
  return JSON.stringify({
    type: 'Feature',
    geometry: { type: 'Point', coordinates: [record.longitude, record.latitude] },
    properties,
  });
}

/** A whole log as text, piece by piece. */
export function* logText(
  records: Iterable<LogRecord>,
  count: number,
  format: 'csv' | 'geojson',
): Generator<string> {
  yield format === 'csv'
    ? `${LOG_HEADERS.join(',')}\n`
    : '{"type":"FeatureCollection","features":[\n';
  let written = 0;
  let piece = '';
  for (const record of records) {
    if (written === count) break;
    written += 1;
    piece +=
      format === 'csv' ? `${csvLine(record)}\n` : `${written > 1 ? ',\n' : ''}${feature(record)}`;
    if (piece.length > 65_536) {
      yield piece;
      piece = '';
    }
  }
  yield format === 'csv' ? piece : `${piece}\n]}\n`;
}
