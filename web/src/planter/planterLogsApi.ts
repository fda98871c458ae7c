import type { PlanterLog } from '@sendero/core';
import { serverApi } from '../data/serverApi.ts';

/** Planter logs on the server. */
const planterLogsApi = serverApi.injectEndpoints({
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
