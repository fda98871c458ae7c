import type { PlanterLog } from '@sendero/core';
import { createApi } from '@reduxjs/toolkit/query/react';
import type { Road } from '../data/road.ts';

interface Ask {
  path: string;
  method?: string;
  json?: unknown;
}

/** Planter logs on the server, asked for by the device's one road. */
export const planterLogsApi = createApi({
  reducerPath: 'planterLogs',
  baseQuery: async ({ path, ...request }: Ask, { extra }) => {
    try {
      return { data: await (extra as { road: () => Road }).road().ask(path, request) };
    } catch (error) {
      return { error: error as Error };
    }
  },
  tagTypes: ['logs'],
  endpoints: (build) => ({
    logsOf: build.query<PlanterLog[], string>({
      query: (plantingId) => ({ path: `/plantings/${plantingId}/planter-logs` }),
      transformResponse: ({ logs }: { logs: PlanterLog[] }) => logs,
      providesTags: ['logs'],
    }),
    cancelLog: build.mutation<{ cancelled: boolean }, string>({
      query: (id) => ({ path: `/planter-logs/${id}/cancel`, method: 'POST', json: {} }),
      invalidatesTags: ['logs'],
    }),
    deleteLog: build.mutation<{ deleted: boolean }, string>({
      query: (id) => ({ path: `/planter-logs/${id}`, method: 'DELETE' }),
      invalidatesTags: ['logs'],
    }),
  }),
});

export const { useLogsOfQuery, useCancelLogMutation, useDeleteLogMutation } = planterLogsApi;
