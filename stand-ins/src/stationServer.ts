import { createServer, type Server } from 'node:http';
import { DEMO_TODAY, demoStations } from '@sendero/core/simulation';
import { daysText, forecastText, hoursText } from './stationFiles.ts';

/** How a station can fail. */
export const FAILINGS = ['none', 'nonsense', 'error', 'silent'] as const;
export type Failing = (typeof FAILINGS)[number];

const FILES = { 'days.csv': daysText, 'hours.csv': hoursText, 'forecast.csv': forecastText };

const ABOUT = (
  today: string,
) => `Weather stations, simulated: the weather that the demo season's seeds had.
Their day is ${today}. Nothing here is a measurement or a forecast of anybody's.

  /stations                          names and parts of addresses, CSV
  /stations/<station>/days.csv       a line a day until yesterday: air, rain, soil at 2 in
  /stations/<station>/hours.csv      a line an hour
  /stations/<station>/forecast.csv   seven days from today on, with errors that grow; says so in its first line
`;

/** The stand-in's face. @param failing how it answers instead of rightly; may be changed while it runs */
export function stationServer({ today = DEMO_TODAY }: { today?: string } = {}): {
  server: Server;
  fail(how: Failing): void;
} {
  const stations = new Map(demoStations().map((station) => [station.slug, station]));
  let failing: Failing = 'none';
  const server = createServer((request, response) => {
    if (failing === 'silent') return;
    const send = (status: number, type: string, text: string) =>
      response
        .writeHead(status, {
          'content-type': `${type}; charset=utf-8`,
          'cache-control': 'no-store',
        })
        .end(text);
    if (failing === 'error') return send(500, 'text/plain', 'The station is out of order.\n');
    if (failing === 'nonsense')
      return send(200, 'text/html', '<html><p>Log in to go on</p></html>');
    const [, first, slug, file] = new URL(request.url ?? '/', 'http://station').pathname.split('/');
    if (!first) return send(200, 'text/plain', ABOUT(today));
    const station = stations.get(slug ?? '');
    const text = FILES[file as keyof typeof FILES] as typeof daysText | undefined;
    if (first === 'stations' && !slug)
      return send(
        200,
        'text/csv',
        `Name,Address\r\n${[...stations.values()].map(({ name, slug: part }) => `${name},/stations/${part}/days.csv\r\n`).join('')}`,
      );
    if (first !== 'stations' || !station || !text)
      return send(404, 'text/plain', `No such file.\n\n${ABOUT(today)}`);
    send(200, 'text/csv', text(station, today));
  });
  return { server, fail: (how) => void (failing = how) };
}
