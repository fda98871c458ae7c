import { daysOfMonths, type Kept } from '@sendero/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { Choices } from '../app/Choice.tsx';
import { shortDate } from '../app/dates.ts';
import { useAll, useChildren, useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { FetchedStation } from './FetchedStation.tsx';
import { ImportWeather } from './ImportWeather.tsx';
import { PredictionScores } from './PredictionScores.tsx';

/** Stations, whose weather is whose, and the way in for their files. */
export default function WeatherScreen() {
  const stations = useAll('weatherStation').filter(({ data }) => !data.archived);
  const [bringing, setBringing] = useState<string | 'new' | null>(null);
  return (
    <Parts>
      <div className="row spread">
        <div>
          <Link to="/fields">Fields</Link>
          <h1>Weather</h1>
        </div>
        {bringing === null && (
          <button className="tool act" onClick={() => setBringing('new')}>
            Bring a station’s file
          </button>
        )}
      </div>
      {bringing !== null && (
        <ImportWeather
          key={bringing}
          station={stations.find(({ id }) => id === bringing) ?? null}
          onDone={() => setBringing(null)}
        />
      )}
      {stations.length === 0 && bringing === null && (
        <p style={{ maxWidth: 640 }}>
          No station yet. Bring the CSV file of a weather station, daily or hourly: air and soil
          temperature, rain, soil moisture, whatever it has. Heat since planting, cold and wet
          spells and the days to look at a field follow from it.
        </p>
      )}
      <div className="columns half">
        {(bringing === null ? stations : []).map((station) => (
          <Station key={station.id} station={station} onBring={() => setBringing(station.id)} />
        ))}
      </div>
      {bringing === null && stations.length > 0 && <PredictionScores />}
    </Parts>
  );
}

function Station({ station, onBring }: { station: Kept<'weatherStation'>; onBring(): void }) {
  const device = useDevice();
  const units = useUnits();
  const months = useChildren('weatherMonth', 'stationId', station.id);
  const fields = useAll('field').filter(({ data }) => !data.archived);
  const days = daysOfMonths(months);
  const [first, last] = [days[0], days.at(-1)];
  const hourly = days.some(({ hours }) => hours !== null);
  const soil = days.some(({ soilMaxC }) => soilMaxC !== null);
  const own = fields.filter(({ data }) => data.stationId === station.id).map(({ id }) => id);
  return (
    <section className="sheet stack tight">
      <div className="row spread">
        <h2>{station.data.name}</h2>
        <button
          className="tool"
          onClick={onBring}
          aria-label={`Bring the newest file of ${station.data.name}, or change it`}
        >
          Bring a file, or change it
        </button>
      </div>
      <p>
        {first && last
          ? `${days.length} days, ${shortDate(first.on)}, ${first.on.slice(0, 4)} to ${shortDate(last.on)}, ${last.on.slice(0, 4)}, ${hourly ? 'by the hour' : 'daily'}; ${soil ? `soil temperature${station.data.soilDepthM ? ` at ${units.show(station.data.soilDepthM, 'seedDepth')}` : ''}` : 'no soil temperature: heat comes from air'}.`
          : 'Nothing measured yet.'}
      </p>
      {station.data.address !== null && (
        <FetchedStation station={station} measuredTo={last?.on ?? null} />
      )}
      <details>
        <summary>
          {own.length > 0
            ? `Stands for ${fields.flatMap(({ id, data }) => (own.includes(id) ? data.name : [])).join(', ')}`
            : 'Stands for no field yet: choose'}
        </summary>
        <Choices
          label="Fields it stands for"
          options={fields.map(({ id, data }) => ({ value: id, says: data.name }))}
          value={own}
          onChange={(next) => {
            for (const { id } of fields) {
              const now = own.includes(id);
              if (next.includes(id) === now) continue;
              device.change('field', id, (data) => ({
                ...data,
                stationId: now ? null : station.id,
              }));
            }
          }}
        />
      </details>
    </section>
  );
}
