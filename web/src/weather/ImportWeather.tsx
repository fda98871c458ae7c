import {
  DATE_ORDERS,
  guessWeatherShape,
  idFor,
  mixedUnits,
  WEATHER_FIELDS,
  type Kept,
  type WeatherRead,
  type WeatherShape,
  type WeatherTrouble,
} from '@sendero/core';
import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import { FileButton } from '../app/FileButton.tsx';
import { shortDate } from '../app/dates.ts';
import { useDevice, useToday } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { useLookAtStationMutation } from './stationsApi.ts';
import { weatherDrafts } from './keepWeather.ts';
import { weatherHead, type WeatherHead } from './readWeatherFile.ts';
import { FIELD_WORDS, problemText, troubleText } from './weatherWords.ts';
import type { WeatherWord } from './weatherWorker.ts';

const ORDER_WORDS = { ymd: 'year month day', mdy: 'month day year', dmy: 'day month year' };

/** A station's file: which column is which, what is wrong with it, and into the records. */
export function ImportWeather({
  station,
  onDone,
}: {
  station: Kept<'weatherStation'> | null;
  onDone(): void;
}) {
  const device = useDevice();
  const units = useUnits();
  const [name, setName] = useState(station?.data.name ?? '');
  const [depth, setDepth] = useState(() =>
    enteredFrom(station?.data.soilDepthM ?? null, undefined, 'seedDepth', units),
  );
  const [chosen, setChosen] = useState<{ file: File; head: WeatherHead } | null>(null);
  const [shape, setShape] = useState<WeatherShape | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [nameProblem, setNameProblem] = useState<string | null>(null);
  const [address, setAddress] = useState(station?.data.address ?? '');
  const [forecast, setForecast] = useState(station?.data.forecastAddress ?? '');
  const [look, looking] = useLookAtStationMutation();
  const reading = useReading(chosen?.file ?? null, shape, useToday());

  const choose = async (file: File) => {
    setProblem(null);
    const head = await weatherHead(file);
    if (!head)
      return setProblem(
        'This file has no line of column names with figures below: choose the CSV file as the station wrote it.',
      );
    const kept = station?.data.shape;
    // As its last file was read, if this one has the same columns.
    const known =
      kept && Object.values(kept.columns).every((column) => head.headers.includes(column));
    setChosen({ file, head });
    setShape(known ? kept : guessWeatherShape(head.headers, head.lines));
  };
  const lookThere = async () => {
    setProblem(null);
    try {
      const { text } = await look(address.trim()).unwrap();
      await choose(new File([text], 'station.csv', { type: 'text/csv' }));
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const keep = (read: WeatherRead, by: WeatherShape) => {
    if (name.trim() === '') return setNameProblem('Enter a name for the station.');
    const id = station?.id ?? newId();
    const kept = device.putAll(
      weatherDrafts(
        id,
        {
          name: name.trim(),
          soilDepthM: depth.value,
          address: address.trim() || null,
          forecastAddress: forecast.trim() || null,
          note: station?.data.note ?? '',
          archived: false,
          shape: by,
        },
        by,
        read.days,
        (month) =>
          device.peek(
            'weatherMonth',
            idFor('weatherMonth', { stationId: id, month, days: [] }, newId),
          ),
      ),
    );
    if (kept.ok) onDone();
    else setProblem(Object.values(kept.problems)[0] ?? null);
  };
  const { read, share } = reading;
  const first = read?.days[0];
  const last = read?.days.at(-1);
  return (
    <section className="sheet stack" aria-label="A station’s file">
      <div className="columns half">
        <TextInput
          label="Name of the station"
          value={name}
          error={nameProblem}
          onChange={(event) => {
            setName(event.currentTarget.value);
            setNameProblem(null);
          }}
        />
        <QuantityInput
          label="Depth of its soil sensor (optional)"
          kind="seedDepth"
          entered={depth}
          onEntered={setDepth}
        />
      </div>
      <div className="columns half">
        <TextInput
          label="Address of its CSV file (optional)"
          description="The server fetches it every half hour; else bring the file yourself."
          type="url"
          placeholder="https://"
          value={address}
          onChange={(event) => setAddress(event.currentTarget.value)}
        />
        <TextInput
          label="Address of its forecast (optional)"
          description="CSV: date, lowest and highest temperature, rain."
          type="url"
          placeholder="https://"
          value={forecast}
          onChange={(event) => setForecast(event.currentTarget.value)}
        />
      </div>
      <div className="row">
        {address.trim() !== '' && (
          <button
            className="tool act"
            disabled={looking.isLoading}
            onClick={() => void lookThere()}
          >
            {looking.isLoading ? 'Looking …' : 'Look at its address'}
          </button>
        )}
        <FileButton accept=".csv,.txt,.dat,.tsv" onFile={(file) => void choose(file)}>
          {chosen ? 'Choose another file' : 'Choose its CSV file'}
        </FileButton>
      </div>
      {chosen && shape && (
        <>
          <h2>Which column is which</h2>
          <div className="columns half">
            {WEATHER_FIELDS.map((field) => (
              <NativeSelect
                key={field}
                label={FIELD_WORDS[field]}
                value={shape.columns[field] ?? ''}
                data={[
                  { value: '', label: 'not in the file' },
                  ...chosen.head.headers
                    .filter(Boolean)
                    .map((header) => ({ value: header, label: header })),
                ]}
                onChange={(event) => {
                  const { [field]: _, ...others } = shape.columns;
                  const column = event.currentTarget.value;
                  setShape({ ...shape, columns: column ? { ...others, [field]: column } : others });
                }}
              />
            ))}
          </div>
          <div className="columns half">
            <NativeSelect
              label="Temperatures in"
              value={shape.temperature}
              data={[
                { value: 'C', label: '°C' },
                { value: 'F', label: '°F' },
              ]}
              onChange={(event) =>
                setShape({ ...shape, temperature: event.currentTarget.value as 'C' | 'F' })
              }
            />
            <NativeSelect
              label="Rain in"
              value={shape.rain}
              data={[
                { value: 'mm', label: 'millimetres' },
                { value: 'in', label: 'inches' },
              ]}
              onChange={(event) =>
                setShape({ ...shape, rain: event.currentTarget.value as 'mm' | 'in' })
              }
            />
            <NativeSelect
              label="Order of a date"
              value={shape.dateOrder}
              data={DATE_ORDERS.map((order) => ({ value: order, label: ORDER_WORDS[order] }))}
              onChange={(event) =>
                setShape({
                  ...shape,
                  dateOrder: event.currentTarget.value as WeatherShape['dateOrder'],
                })
              }
            />
            <NativeSelect
              label="Its clock against the field’s"
              value={String(shape.aheadMin)}
              data={Array.from({ length: 29 }, (_, i) => 30 * (2 * (i - 14))).map((minutes) => ({
                value: String(minutes),
                label:
                  minutes === 0
                    ? 'the field’s own'
                    : `${Math.abs(minutes / 60)} h ${minutes > 0 ? 'ahead' : 'behind'}`,
              }))}
              onChange={(event) =>
                setShape({ ...shape, aheadMin: Number(event.currentTarget.value) })
              }
            />
          </div>
        </>
      )}
      {shape && mixedUnits(shape) && (
        <p className="rule-left signal">
          Its columns name both °C and °F: each is read as its own name says.
        </p>
      )}
      {share !== null && (
        <div className="row">
          <progress value={share} max={1} aria-label="Reading the file" />
          <span>{Math.round(100 * share)} % read</span>
          <button className="tool" onClick={reading.stop}>
            Stop
          </button>
        </div>
      )}
      {(problem ?? reading.problem) && (
        <p className="warn" role="alert">
          {problem ?? reading.problem}
        </p>
      )}
      {read && shape && (
        <>
          {first && last ? (
            <p>
              <strong>
                {read.days.length} days, {shortDate(first.on)}, {first.on.slice(0, 4)} to{' '}
                {shortDate(last.on)}, {last.on.slice(0, 4)}
              </strong>
              , {read.hourly ? 'by the hour' : 'daily'}. First day: {dayText(read, units)}.
            </p>
          ) : (
            <p className="warn" role="alert">
              No day could be read: check which column is the date, and the order of day and month.
            </p>
          )}
          <Troubles read={read} />
          <div className="row">
            <Button h={48} disabled={read.days.length === 0} onClick={() => keep(read, shape)}>
              Keep {read.days.length} days
            </Button>
            <Button variant="default" h={48} onClick={onDone}>
              Cancel
            </Button>
          </div>
        </>
      )}
      {!read && (
        <Button variant="default" h={48} style={{ alignSelf: 'start' }} onClick={onDone}>
          Cancel
        </Button>
      )}
    </section>
  );
}

/** The first day as it was read, for a look whether the units are right. */
function dayText({ days }: WeatherRead, units: ReturnType<typeof useUnits>): string {
  const { minC, maxC, rainM, soilMinC, soilMaxC } = days[0]!;
  const degrees = (value: number | null) =>
    value === null ? '–' : units.show(value, 'temperature');
  return [
    `air ${degrees(minC)} to ${degrees(maxC)}`,
    soilMaxC !== null ? `soil ${degrees(soilMinC)} to ${degrees(soilMaxC)}` : '',
    rainM !== null ? `rain ${units.show(rainM, 'rain')}` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

function Troubles({ read: { counts, problems } }: { read: WeatherRead }) {
  const kinds = Object.entries(counts) as [WeatherTrouble, number][];
  if (kinds.length === 0) return <p>Nothing is missing, doubled or out of the way.</p>;
  return (
    <details>
      <summary>{kinds.map(([trouble, n]) => troubleText(trouble, n)).join('; ')}</summary>
      <ul className="small" style={{ maxHeight: 260, overflowY: 'auto' }} tabIndex={0}>
        {problems.map((problem, i) => (
          <li key={i}>{problemText(problem)}</li>
        ))}
      </ul>
    </details>
  );
}

/** Reads the file anew whenever the way of reading changes, in a worker that can be stopped. */
function useReading(file: File | null, shape: WeatherShape | null, until: string) {
  const [state, setState] = useState<{
    of: WeatherShape;
    share: number | null;
    read: WeatherRead | null;
    problem: string | null;
  } | null>(null);
  const [stopped, setStopped] = useState<WeatherShape | null>(null);
  useEffect(() => {
    if (!file || !shape || stopped === shape) return;
    const worker = new Worker(new URL('./weatherWorker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<WeatherWord>) =>
      setState({
        of: shape,
        share: 'share' in data ? data.share : null,
        read: 'read' in data ? data.read : null,
        problem: 'problem' in data ? data.problem : null,
      });
    worker.postMessage({ file, shape, until });
    return () => worker.terminate();
  }, [file, shape, stopped, until]);
  const own = state?.of === shape ? state : null;
  return {
    read: own?.read ?? null,
    problem: own?.problem ?? null,
    share:
      file && shape && stopped !== shape && !own?.read && !own?.problem ? (own?.share ?? 0) : null,
    stop: () => setStopped(shape),
  };
}
