import { FORECAST_SOURCE, STATION_HEADERS, type DemoStation } from '@sendero/core/simulation';

const figure = (value: number | null, factor = 1) =>
  value === null ? '' : String(Math.round(10 * factor * value) / 10);
const lines = (rows: readonly (readonly string[])[]) =>
  rows.map((cells) => `${cells.join(',')}\r\n`).join('');

/** A daily file until the day before `today`, as a station writes it. */
export const daysText = ({ name, days }: DemoStation, today: string): string =>
  lines([
    [name],
    [...STATION_HEADERS],
    ...days
      .filter(({ on }) => on < today)
      .map(({ on, minC, maxC, rainM, soilMinC, soilMaxC }) => [
        on,
        figure(minC),
        figure(maxC),
        figure(rainM, 1000),
        figure(soilMinC),
        figure(soilMaxC),
      ]),
  ]);

/** The warmest hour of a day in air, and in soil at the depth of seeds. */
const WARMEST = { air: 15, soil: 18 };

/** An hourly file: each hour between the day's extremes, rain in the hours after noon. */
export const hoursText = ({ name, days }: DemoStation, today: string): string => {
  const at = (min: number, max: number, warmest: number, hour: number) =>
    (min + max) / 2 + ((max - min) / 2) * Math.cos((2 * Math.PI * (hour - warmest)) / 24);
  return lines([
    [name],
    ['Time', 'Air temp (°C)', 'Rain (mm)', 'Soil temp (°C)'],
    ...days
      .filter(({ on }) => on < today)
      .flatMap(({ on, minC, maxC, rainM, soilMinC, soilMaxC }) =>
        Array.from({ length: 24 }, (_, hour) => [
          `${on} ${String(hour).padStart(2, '0')}:00`,
          figure(at(minC!, maxC!, WARMEST.air, hour)),
          figure(hour >= 13 && hour < 17 ? rainM! / 4 : 0, 1000),
          figure(at(soilMinC!, soilMaxC!, WARMEST.soil, hour)),
        ]),
      ),
  ]);
};

/** A forecast from `today` on, under lines that say whose it is. */
export const forecastText = (station: DemoStation, today: string): string =>
  `# ${FORECAST_SOURCE}\r\n# ${station.name}\r\n${lines([
    STATION_HEADERS.slice(0, 4),
    ...station
      .forecast(today)
      .map(({ on, minC, maxC, rainM }) => [on, figure(minC), figure(maxC), figure(rainM, 1000)]),
  ])}`;
