import type { PlanterLog } from '@sendero/core';
import { serverApi } from '../data/serverApi.ts';

/** What of a log is shown over the field. */
export type LogMapFigure =
  'droppedPerM2' | 'wheelLoadN' | 'downforceN' | 'speedMPerS' | 'singulation' | 'moisture';

/** A log summed up in cells: column from the west, row from the south, records, mean. */
export interface LogCells {
  box: [west: number, south: number, east: number, north: number] | null;
  columns: number;
  rows: number;
  cells: [x: number, y: number, records: number, mean: number][];
}

/** Planter logs on the server. */
const planterLogsApi = serverApi.injectEndpoints({
  endpoints: (build) => ({
    logsOf: build.query<PlanterLog[], string>({
      query: (plantingId) => ({ path: `/plantings/${plantingId}/planter-logs` }),
      transformResponse: ({ logs }: { logs: PlanterLog[] }) => logs,
      providesTags: ['logs'],
    }),
    logCells: build.query<
      LogCells,
      { id: string; figure: LogMapFigure; row: number | null; box: LogCells['box']; across: number }
    >({
      query: ({ id, figure, row, box, across }) => {
        const sides = ['west', 'south', 'east', 'north'];
        const query = new URLSearchParams({
          figure,
          across: String(across),
          ...(row === null ? {} : { row: String(row) }),
          ...Object.fromEntries((box ?? []).map((side, i) => [sides[i], side.toFixed(7)])),
        });
        return { path: `/planter-logs/${id}/map?${query}` };
      },
      keepUnusedDataFor: 120,
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

export const { useLogsOfQuery, useLogCellsQuery, useCancelLogMutation, useDeleteLogMutation } =
  planterLogsApi;
