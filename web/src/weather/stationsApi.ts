import { serverApi } from '../data/serverApi.ts';

export interface StationFetch {
  id: string;
  triedAt: string;
  succeededAt: string | null;
  problem: string | null;
}

/** Weather stations that the server asks by itself. */
const stationsApi = serverApi.injectEndpoints({
  endpoints: (build) => ({
    stationFetches: build.query<StationFetch[], void>({
      query: () => ({ path: '/weather-stations/fetches' }),
      transformResponse: ({ fetches }: { fetches: StationFetch[] }) => fetches,
      providesTags: ['stations'],
    }),
    fetchStation: build.mutation<StationFetch, string>({
      query: (id) => ({ path: `/weather-stations/${id}/fetch`, method: 'POST', json: {} }),
      invalidatesTags: ['stations'],
    }),
    lookAtStation: build.mutation<{ text: string }, string>({
      query: (address) => ({ path: '/weather-stations/look', method: 'POST', json: { address } }),
    }),
  }),
});

export const { useStationFetchesQuery, useFetchStationMutation, useLookAtStationMutation } =
  stationsApi;
