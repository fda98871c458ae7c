import { daysBetween, type Kept, type Tillage } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Link } from 'react-router';
import { shortDate } from '../app/dates.ts';
import { Axis } from '../drawing/Axis.tsx';
import { lanes, widthOf } from '../drawing/lanes.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useToday } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { usePlantingWeather } from './usePlantingWeather.ts';
import { spellText } from './weatherWords.ts';

const [LEFT, RIGHT, TOP, FOOT, HEIGHT] = [44, 14, 14, 26, 240];
/** Room for rain below the heat, px. */
const RAIN = 56;

export interface DayMark {
  on: string;
  label: string;
}

/** Heat and rain since planting on one axis of days, with what happened and what was seen. */
export default function HeatAndRain({
  planting,
  marks,
}: {
  planting: Kept<'planting'>;
  marks: readonly DayMark[];
}) {
  const units = useUnits();
  const weather = usePlantingWeather(planting);
  const { ref, width } = useDrawingWidth(560);
  if (!weather)
    return (
      <p>
        No weather station is chosen for this field.{' '}
        <Link to="/weather">Choose one, or bring its file</Link>: heat and rain since planting show
        here.
      </p>
    );
  const { heat, station, newest, spells, toEmergence, reached, predicted, ahead } = weather;
  if (heat.length === 0)
    return (
      <>
        <p>
          {station.data.name} has nothing since planting yet.{' '}
          <Link to="/weather">Weather stations</Link>
        </p>
        <ComesUp planting={planting} weather={weather} />
      </>
    );
  const sums: (number | null)[] = [];
  for (const { heat: day } of heat) {
    const before: number | null = sums.length === 0 ? 0 : sums.at(-1)!;
    sums.push(before === null || day === null ? null : before + day);
  }
  const known = sums.flatMap((sum, i) => (sum === null ? [] : [[i, sum] as const]));
  const missing = heat.filter((day) => day.heat === null).length;
  const filled = heat.filter((day) => day.from === 'days around it').length;
  /** The last day that the sum holds. */
  const until = heat[known.at(-1)?.[0] ?? 0]!.on;
  const total = sums.at(-1) ?? known.at(-1)?.[1] ?? 0;
  const from = new Set(
    heat.flatMap(({ from: source }) =>
      source === null || source === 'days around it' ? [] : source,
    ),
  );
  // What the forecast says matters while plants or their next leaves are waited for.
  const coming = sums.at(-1) !== null && predicted ? ahead : [];
  const toCome = coming.reduce<number[]>(
    (sofar, day) => [...sofar, (sofar.at(-1) ?? total) + day.heat],
    [],
  );
  const last = heat.length - 1 + coming.length;
  const x = scaleLinear([0, Math.max(1, last)], [LEFT, width - RIGHT]);
  const foot = HEIGHT - FOOT;
  const y = scaleLinear(
    [0, Math.max(toCome.at(-1) ?? total, toEmergence) * 1.08],
    [foot - RAIN, TOP],
  );
  const wettest = heat.reduce((most, { rainM }) => Math.max(most, rainM ?? 0), 0.01);
  const rain = scaleLinear([0, wettest], [0, RAIN - 14]);
  const each = Math.ceil((last + 1) / Math.max(2, Math.floor((width - LEFT - RIGHT) / 60)));
  const at = (on: string) => heat.findIndex((day) => day.on === on);
  const rained = heat.reduce((sum, { rainM }) => sum + (rainM ?? 0), 0);
  const spans = marks.map(({ on, label }) => {
    const place = x(at(on));
    const wide = widthOf(label, 12) + 8;
    return place > width / 2 ? ([place - wide, place] as const) : ([place, place + wide] as const);
  });
  const lane = lanes(spans);
  return (
    <div className="stack tight">
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          style={{ display: 'block' }}
          role="img"
          aria-label={`Since planting ${units.show(total, 'heat')} of heat and ${units.show(rained, 'rain')} of rain, until ${shortDate(until)}`}
        >
          {spells.map(({ spell, from: since, to }) => (
            <rect
              key={`${spell} ${since}`}
              x={x(Math.max(0, at(since))) - 3}
              width={Math.max(
                6,
                x(at(to) < 0 ? heat.length - 1 : at(to)) - x(Math.max(0, at(since))) + 6,
              )}
              y={TOP}
              height={foot - TOP}
              fill="var(--band)"
            />
          ))}
          <Axis scale={y} kind="heat" side="left" at={LEFT} />
          <line
            x1={LEFT}
            x2={width - RIGHT}
            y1={y(toEmergence)}
            y2={y(toEmergence)}
            stroke="var(--leaf)"
            strokeDasharray="5 4"
          />
          <text x={LEFT + 6} y={y(toEmergence) - 5} fontSize={12}>
            plants up, {units.show(toEmergence, 'heat')}
          </text>
          {heat.map(({ on, rainM }, i) =>
            rainM ? (
              <rect
                key={on}
                x={x(i) - Math.min(5, (width - LEFT - RIGHT) / heat.length / 2.4)}
                width={Math.min(10, (width - LEFT - RIGHT) / heat.length / 1.2)}
                y={foot - rain(rainM)}
                height={rain(rainM)}
                fill="var(--ink-soft)"
              />
            ) : null,
          )}
          <path
            d={`M${known.map(([i, sum]) => `${x(i).toFixed(1)} ${y(sum).toFixed(1)}`).join('L')}`}
            fill="none"
            stroke="var(--clay)"
            strokeWidth={3}
          />
          {toCome.length > 0 && (
            <path
              d={`M${x(heat.length - 1).toFixed(1)} ${y(total).toFixed(1)}L${toCome.map((sum, i) => `${x(heat.length + i).toFixed(1)} ${y(sum).toFixed(1)}`).join('L')}`}
              fill="none"
              stroke="var(--clay)"
              strokeWidth={2}
              strokeDasharray="3 4"
            />
          )}
          {predicted && reached === null && (
            <rect
              x={x(Math.min(last, dayAt(planting, predicted.band[0])))}
              width={Math.max(
                6,
                x(Math.min(last, dayAt(planting, predicted.band[1]))) -
                  x(Math.min(last, dayAt(planting, predicted.band[0]))),
              )}
              y={y(toEmergence) - 4}
              height={8}
              rx={4}
              fill="var(--leaf)"
            />
          )}
          {marks.map(({ on, label }, i) =>
            at(on) < 0 ? null : (
              <g key={`${on} ${label}`}>
                <line
                  x1={x(at(on))}
                  x2={x(at(on))}
                  y1={TOP}
                  y2={foot}
                  stroke="var(--ink)"
                  strokeWidth={1}
                  strokeDasharray="2 3"
                />
                <text
                  x={x(at(on)) + (x(at(on)) > width / 2 ? -5 : 5)}
                  y={TOP + 10 + 16 * lane[i]!}
                  fontSize={12}
                  textAnchor={x(at(on)) > width / 2 ? 'end' : 'start'}
                >
                  {label}
                </text>
              </g>
            ),
          )}
          {heat.map(({ on }, i) =>
            i % each === 0 ? (
              <text
                key={on}
                x={Math.min(Math.max(x(i), LEFT), width - 18)}
                y={HEIGHT - 6}
                fontSize={12}
                textAnchor="middle"
              >
                {shortDate(on)}
              </text>
            ) : null,
          )}
          <line x1={LEFT} x2={width - RIGHT} y1={foot} y2={foot} stroke="var(--ink-soft)" />
        </svg>
      </div>
      <p>
        <strong>{units.show(total, 'heat')}</strong> of heat and{' '}
        <strong>{units.show(rained, 'rain')}</strong> of rain since planting, until{' '}
        {shortDate(until)}
        {reached ? `; heat for plants to be up was there by ${shortDate(reached)}` : ''}.
      </p>
      <ComesUp planting={planting} weather={weather} />
      {spells.map((spell) => (
        <p key={`${spell.spell} ${spell.from}`} className="rule-left signal">
          {spellText(spell)}
        </p>
      ))}
      <p className="small soft">
        {station.data.name}; heat from {[...from].join(' and ')}
        {from.has('soil') || from.has('soil by the hour')
          ? station.data.soilDepthM
            ? ` at ${units.show(station.data.soilDepthM, 'seedDepth')}`
            : ''
          : ' (no soil temperature)'}
        , bars: rain, at most {units.show(wettest, 'rain')} a day.
        {filled > 0 &&
          ` ${filled} ${filled === 1 ? 'day was' : 'days were'} not measured: the mean of the days around is taken (default).`}
        {missing > 0 &&
          ` ${missing} ${missing === 1 ? 'day was' : 'days were'} not measured: the sum ends there.`}
        {newest && newest < heat.at(-1)!.on ? ` Newest: ${shortDate(newest)}.` : ''}{' '}
        <Link to="/weather">Weather stations</Link>
      </p>
    </div>
  );
}

const dayAt = ({ data }: Kept<'planting'>, on: string) => daysBetween(data.plantedOn, on);

/** What tillage does to the soil of a row, where it keeps it cooler than its station. */
const SOIL_TOLD: Record<Tillage, string[]> = {
  tilled: [],
  strip: ['strip-till, with soil a little cooler than at the station (Sendero default)'],
  noTill: ['no-till, with soil cooler than at the station (Sendero default)'],
};

/** When it comes up, then its leaves; and what that was told from. */
function ComesUp({
  planting,
  weather,
}: {
  planting: Kept<'planting'>;
  weather: NonNullable<ReturnType<typeof usePlantingWeather>>;
}) {
  const units = useUnits();
  const today = useToday();
  const { predicted, reached, local, dug, forecast, toEmergence } = weather;
  if (!predicted) return null;
  const stages = predicted.stages.filter(({ on }) => on >= today).slice(0, reached ? 4 : 3);
  if (reached && stages.length === 0) return null;
  return (
    <div className="rule-left leaf stack tight">
      {!reached && (
        <p>
          <strong>Half should be up about {shortDate(predicted.half)}</strong> (80 %:{' '}
          {shortDate(predicted.band[0])} to {shortDate(predicted.band[1])}), first plants about{' '}
          {shortDate(predicted.first)}, nine in ten by {shortDate(predicted.nineInTen)}.
        </p>
      )}
      {stages.length > 0 && (
        <p>
          {reached ? <strong>Next leaves: </strong> : 'Then '}
          {stages
            .map(
              ({ leaves, on, band }) =>
                `V${leaves} about ${shortDate(on)}${leaves === stages[0]!.leaves ? ` (80 %: ${shortDate(band[0])} to ${shortDate(band[1])})` : ''}`,
            )
            .join(', ')}
          .
        </p>
      )}
      <p className="small soft">
        {reached ? 'Told from: ' : `Plants need ${units.show(toEmergence, 'heat')}. Told from: `}
        {[
          dug
            ? `seeds at ${units.show(dug.meanM, 'seedDepth')}, ${dug.seeds} dug`
            : 'seeds at the depth aimed for',
          local.from === 0
            ? 'default heat'
            : `default heat × ${units.fixed(local.factor, 2)}, as ${local.from === 1 ? 'one planting of yours' : `${local.from} plantings of yours`} needed`,
          predicted.forecastTo
            ? `the forecast until ${shortDate(predicted.forecastTo)}${weather.heat.some(({ from }) => from?.startsWith('soil')) ? ', of air, moved by how much warmer the soil was last week' : ''}`
            : 'no forecast',
          'then days like the last week’s',
          ...SOIL_TOLD[planting.data.tillage ?? 'tilled'],
          ...(weather.heat.some(({ from }) => from?.startsWith('air'))
            ? ['air temperature alone, which tells the soil less surely']
            : []),
        ].join('; ')}
        .{forecast?.source && predicted.forecastTo ? ` ${forecast.source}.` : ''}
      </p>
    </div>
  );
}
