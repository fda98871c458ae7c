import { createApi } from '@reduxjs/toolkit/query/react';
import type { Road } from './road.ts';

interface Ask {
  path: string;
  method?: string;
  json?: unknown;
}

/** What stays on the server and is asked for when a screen needs it, by the device's one road. Rooms add their own. */
export const serverApi = createApi({
  reducerPath: 'server',
  baseQuery: async ({ path, ...request }: Ask, { extra }) => {
    try {
      return { data: await (extra as { road: () => Road }).road().ask(path, request) };
    } catch (error) {
      return { error: error as Error };
    }
  },
  tagTypes: ['logs', 'feeds', 'stations'],
  endpoints: () => ({}),
});
