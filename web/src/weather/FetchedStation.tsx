import type { Kept } from '@sendero/core';
import { localWhen, shortDate } from '../app/dates.ts';
import { useChildren, useDevice } from '../data/hooks.ts';
import { useFetchStationMutation, useStationFetchesQuery } from './stationsApi.ts';

/** How the server's own fetching of a station goes. */
export function FetchedStation({
  station,
  measuredTo,
}: {
  station: Kept<'weatherStation'>;
  measuredTo: string | null;
}) {
  const device = useDevice();
  const { data: fetches, isError } = useStationFetchesQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const [fetchNow, fetching] = useFetchStationMutation();
  const forecast = useChildren('weatherForecast', 'stationId', station.id)[0];
  const last = fetches?.find(({ id }) => id === station.id);
  const goesOn = measuredTo ? ` What it measured until ${shortDate(measuredTo)} stands.` : '';
  return (
    <>
      <div className="row spread">
        <p>
          {isError
            ? `No connection: when it was fetched last is not known here.${goesOn}`
            : !last
              ? 'Fetched every half hour from its address; not yet.'
              : last.problem
                ? ''
                : `Fetched every half hour; last ${localWhen(last.succeededAt!)}.`}
          {last?.problem && (
            <span className="warn">
              {last.problem}
              {last.succeededAt ? ` Fetched last ${localWhen(last.succeededAt)}.` : ''}
              {goesOn}
            </span>
          )}
        </p>
        <button
          className="tool"
          disabled={fetching.isLoading}
          aria-label={`Fetch ${station.data.name} now`}
          onClick={() =>
            void fetchNow(station.id)
              .unwrap()
              .then(
                () => device.syncNow(),
                () => {},
              )
          }
        >
          {fetching.isLoading ? 'Fetching …' : 'Fetch now'}
        </button>
      </div>
      {fetching.error && <p className="warn">{(fetching.error as Error).message}</p>}
      {forecast && forecast.data.days.length > 0 && (
        <p className="small soft">
          Forecast until {shortDate(forecast.data.days.at(-1)!.on)}, made{' '}
          {localWhen(forecast.data.at)}
          {forecast.data.source ? `: ${forecast.data.source}` : ''}.
        </p>
      )}
    </>
  );
}
