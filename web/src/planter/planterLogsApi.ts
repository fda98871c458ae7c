import type { LogMapping, PlanterLog } from '@sendero/core';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

export interface LogToSend {
  id: string;
  plantingId: string;
  file: File;
  format: 'csv' | 'geojson';
  mapping: LogMapping;
}

/** Planter logs on the server. */
export const planterLogsApi = createApi({
  reducerPath: 'planterLogs',
  baseQuery: fetchBaseQuery({ baseUrl: '/api/v1' }),
  tagTypes: ['logs'],
  endpoints: (build) => ({
    logsOf: build.query<PlanterLog[], string>({
      query: (plantingId) => `/plantings/${plantingId}/planter-logs`,
      transformResponse: ({ logs }: { logs: PlanterLog[] }) => logs,
      providesTags: ['logs'],
    }),
    sendLog: build.mutation<PlanterLog, LogToSend>({
      query: ({ id, plantingId, file, format, mapping }) => ({
        url: `/plantings/${plantingId}/planter-logs`,
        method: 'POST',
        params: { id, name: file.name, format, mapping: JSON.stringify(mapping) },
        headers: { 'content-type': 'application/octet-stream' },
        body: file,
      }),
      invalidatesTags: ['logs'],
    }),
    cancelLog: build.mutation<{ cancelled: boolean }, string>({
      query: (id) => ({ url: `/planter-logs/${id}/cancel`, method: 'POST', body: {} }),
      invalidatesTags: ['logs'],
    }),
  }),
});

export const { useLogsOfQuery, useSendLogMutation, useCancelLogMutation } = planterLogsApi;
