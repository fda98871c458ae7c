import { validate, type WeatherDay, type WeatherMonth, type WeatherShape } from '@sendero/core';
import { expect, it } from 'vitest';
import { weatherDrafts } from './keepWeather.ts';

const STATION = '019f0000-0000-7000-8000-000000000012';
const shape: WeatherShape = {
  columns: { day: 'Date', airMinC: 'Low', airMaxC: 'High' },
  temperature: 'C',
  rain: 'mm',
  moisture: '%',
  dateOrder: 'ymd',
  aheadMin: 0,
};
const day = (on: string, maxC: number): WeatherDay => ({
  on,
  minC: 5,
  maxC,
  rainM: null,
  soilMinC: null,
  soilMaxC: null,
  soilMoisture: null,
  hours: null,
});
const station = { name: 'Bench gate', soilDepthM: null, shape: null };

it('a file brought again replaces the days it has, and leaves the others', () => {
  const before: WeatherMonth = {
    stationId: STATION,
    month: '2027-05',
    days: [day('2027-05-01', 15), day('2027-05-02', 16)],
  };
  const drafts = weatherDrafts(
    STATION,
    station,
    shape,
    [day('2027-05-02', 22), day('2027-05-03', 17), day('2027-06-01', 25)],
    (month) => (month === '2027-05' ? before : undefined),
  );
  expect(drafts[0]).toMatchObject({ kind: 'weatherStation', id: STATION, data: { shape } });
  const months = drafts.slice(1).map(({ data }) => data as WeatherMonth);
  expect(months.map(({ month }) => month)).toEqual(['2027-05', '2027-06']);
  expect(months[0]!.days.map(({ on, maxC }) => [on, maxC])).toEqual([
    ['2027-05-01', 15],
    ['2027-05-02', 22],
    ['2027-05-03', 17],
  ]);
  for (const { kind, data } of drafts) expect(validate(kind, data).ok).toBe(true);
});

it('a month is one record, whichever device brings it', () => {
  const ids = () =>
    weatherDrafts(STATION, station, shape, [day('2027-05-02', 22)], () => undefined).map(
      ({ id }) => id,
    );
  expect(ids()[1]).toBe(ids()[1]);
});
