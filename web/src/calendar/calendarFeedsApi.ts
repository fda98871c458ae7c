import { serverApi } from '../data/serverApi.ts';

export interface CalendarFeed {
  id: string;
  madeBy: string;
  madeAt: string;
  askedAt: string | null;
}

/** Addresses under which calendar programs read the visits. */
const calendarFeedsApi = serverApi.injectEndpoints({
  endpoints: (build) => ({
    feeds: build.query<CalendarFeed[], void>({
      query: () => ({ path: '/calendar-feeds' }),
      transformResponse: ({ feeds }: { feeds: CalendarFeed[] }) => feeds,
      providesTags: ['feeds'],
    }),
    makeFeed: build.mutation<{ id: string; path: string }, string>({
      query: (zone) => ({ path: '/calendar-feeds', method: 'POST', json: { zone } }),
      invalidatesTags: ['feeds'],
    }),
    withdrawFeed: build.mutation<{ withdrawn: boolean }, string>({
      query: (id) => ({ path: `/calendar-feeds/${id}`, method: 'DELETE' }),
      invalidatesTags: ['feeds'],
    }),
  }),
});

export const { useFeedsQuery, useMakeFeedMutation, useWithdrawFeedMutation } = calendarFeedsApi;
