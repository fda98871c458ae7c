import * as z from 'zod/mini';
import { ProblemError } from '../api/problems.ts';
import { route, uuid, type Route } from '../api/route.ts';
import type { Database } from '../database/openDatabase.ts';
import { AddressProblem } from '../outside/askAddress.ts';
import { askStation } from './askStation.ts';
import { fetchStation, type FetchOptions } from './fetchStation.ts';

const fetchShape = z.object({
  /** Of the station. */
  id: z.uuid(),
  triedAt: z.string(),
  succeededAt: z.nullable(z.string()),
  problem: z.nullable(z.string()),
});

/** Weather stations that the server asks by itself. */
export const weatherRoutes = (database: Database, options: FetchOptions): Route[] => {
  const { stationFetch } = database.models;
  const fetchesOf = async (workspaceId: string) =>
    (await stationFetch.findAll({ where: { workspaceId }, order: ['id'] })).map((row) => ({
      id: row.get('id') as string,
      triedAt: (row.get('triedAt') as Date).toISOString(),
      succeededAt: (row.get('succeededAt') as Date | null)?.toISOString() ?? null,
      problem: row.get('problem') as string | null,
    }));
  return [
    route({
      method: 'get',
      path: '/weather-stations/fetches',
      summary: 'How the newest fetch of each weather station went',
      answers: { 200: { says: 'Fetches', shape: z.object({ fetches: z.array(fetchShape) }) } },
      handle: async ({ who }) => ({ fetches: await fetchesOf(who.workspaceId) }),
    }),
    route({
      method: 'post',
      path: '/weather-stations/:id/fetch',
      summary: 'Fetch a station’s file and forecast now',
      params: z.object({ id: uuid }),
      body: z.object({}),
      answers: { 200: { says: 'How it went', shape: fetchShape } },
      problems: { 404: 'No such station, or one without an address' },
      async handle({ params: { id }, who: { workspaceId } }) {
        const outcome = await fetchStation(database, workspaceId, id, options);
        const fetched = (await fetchesOf(workspaceId)).find((one) => one.id === id);
        if (!outcome || !fetched)
          throw new ProblemError(
            404,
            'No such station',
            'Give the station an address first, and let it be sent.',
          );
        return fetched;
      },
    }),
    route({
      method: 'post',
      path: '/weather-stations/look',
      summary: 'The beginning of what stands at an address, to say which column is which',
      body: z.object({
        address: z
          .string('Enter an address.')
          .check(
            z.maxLength(500),
            z.regex(/^https?:\/\//i, 'Enter an address that begins with http:// or https://.'),
          ),
      }),
      answers: { 200: { says: 'Its text', shape: z.object({ text: z.string() }) } },
      problems: { 422: 'It does not answer, or not with a file' },
      async handle({ body: { address } }) {
        try {
          return { text: await askStation(address, options) };
        } catch (error) {
          if (!(error instanceof AddressProblem)) throw error;
          throw new ProblemError(422, 'The station does not answer', error.message);
        }
      },
    }),
  ];
};
