import { v7 as uuidv7 } from 'uuid';
import * as z from 'zod/mini';
import { ProblemError } from '../api/problems.ts';
import { route, uuid, type Route } from '../api/route.ts';
import type { Database } from '../database/openDatabase.ts';
import { hashOf, newToken } from '../people/tokens.ts';
import { workspaceVisits } from './workspaceVisits.ts';

/** A workspace needs a few, not a list without end. */
const MOST = 20;

const feedShape = z.object({
  id: z.uuid(),
  madeBy: z.string(),
  madeAt: z.string(),
  /** When a calendar program asked last; null when none has. */
  askedAt: z.nullable(z.string()),
});
const zoneShape = z.string('Say the time zone, e.g. America/Denver.').check(
  z.maxLength(60),
  z.refine((zone) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: zone });
      return true;
    } catch {
      return false;
    }
  }, 'Say the time zone, e.g. America/Denver.'),
);

/** Visits for calendar programs: an address that whoever has it can read, until it is withdrawn. */
export const calendarRoutes = (database: Database): Route[] => {
  const { calendarFeed } = database.models;
  return [
    route({
      method: 'get',
      path: '/calendar/:token.ics',
      summary: 'The visits of a workspace’s season as iCalendar, for whoever has the address',
      open: true,
      params: z.object({ token: z.string().check(z.regex(/^[\w-]{43}$/, 'Check the address.')) }),
      answers: { 200: { says: 'Visits (text/calendar)', shape: 'bytes' } },
      problems: { 404: 'No such address, or withdrawn' },
      async handle({ params: { token }, response }) {
        const feed = await calendarFeed.findOne({ where: { tokenHash: hashOf(token) } });
        if (!feed)
          throw new ProblemError(
            404,
            'No such calendar',
            'This address was withdrawn, or never was one: make a new one under Calendar.',
          );
        const text = await workspaceVisits(database, feed.get('workspaceId') as string, {
          zone: feed.get('zone') as string,
          at: new Date(),
        });
        await feed.update({ askedAt: new Date() });
        response
          .type('text/calendar; charset=utf-8')
          .set('Cache-Control', 'private, max-age=300')
          .send(text);
        return undefined;
      },
    }),
    route({
      method: 'get',
      path: '/calendar-feeds',
      summary: 'The addresses under which calendar programs read this workspace’s visits',
      answers: { 200: { says: 'Feeds', shape: z.object({ feeds: z.array(feedShape) }) } },
      async handle({ who: { workspaceId } }) {
        const rows = await calendarFeed.findAll({ where: { workspaceId }, order: ['madeAt'] });
        return {
          feeds: rows.map((row) => ({
            id: row.get('id') as string,
            madeBy: row.get('madeBy') as string,
            madeAt: (row.get('madeAt') as Date).toISOString(),
            askedAt: (row.get('askedAt') as Date | null)?.toISOString() ?? null,
          })),
        };
      },
    }),
    route({
      method: 'post',
      path: '/calendar-feeds',
      summary: 'Make an address; it is told this once, and cannot be read again',
      body: z.object({ zone: zoneShape }),
      answers: {
        200: { says: 'Where the visits are', shape: z.object({ id: z.uuid(), path: z.string() }) },
      },
      problems: { 409: 'Too many' },
      async handle({ body: { zone }, who }) {
        if ((await calendarFeed.count({ where: { workspaceId: who.workspaceId } })) >= MOST)
          throw new ProblemError(
            409,
            'Too many addresses',
            'Withdraw one that is not used any more.',
          );
        const token = newToken();
        const id = uuidv7();
        await calendarFeed.create({
          workspaceId: who.workspaceId,
          id,
          tokenHash: hashOf(token),
          zone,
          madeBy: who.personName,
          madeAt: new Date(),
        });
        return { id, path: `/api/v1/calendar/${token}.ics` };
      },
    }),
    route({
      method: 'delete',
      path: '/calendar-feeds/:id',
      summary: 'Withdraw an address: who asks there finds nothing any more',
      params: z.object({ id: uuid }),
      answers: {
        200: { says: 'Whether there was one', shape: z.object({ withdrawn: z.boolean() }) },
      },
      problems: { 404: 'No such address' },
      handle: async ({ params: { id }, who: { workspaceId } }) => ({
        withdrawn: (await calendarFeed.destroy({ where: { workspaceId, id } })) > 0,
      }),
    }),
  ];
};
