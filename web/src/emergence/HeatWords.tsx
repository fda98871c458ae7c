import {
  CROP_FACTS,
  heatAt,
  hoursToGather,
  type GroupReading,
  type Kept,
  type Lateness,
} from '@sendero/core';
import { useUnits, type Units } from '../units/useUnits.ts';
import { usePlantingWeather } from '../weather/usePlantingWeather.ts';

/** When half were up, in heat; how far late rows are behind in leaves. Nothing where the field has no weather. */
export function HeatWords({
  planting,
  all,
  late,
}: {
  planting: Kept<'planting'>;
  all: GroupReading;
  late: readonly Lateness[];
}) {
  const units = useUnits();
  const weather = usePlantingWeather(planting);
  const half = all.told.t50H ?? null;
  if (!weather || half === null) return null;
  const gathered = heatAt(weather.heat, half);
  if (gathered === null) return null;
  const { heatPerLeaf } = CROP_FACTS[planting.data.crop];
  const leafH = heatPerLeaf ? hoursToGather(weather.heat, half, heatPerLeaf) : null;
  return (
    <>
      <p>
        Half were up after {units.show(gathered, 'heat')} of heat;{' '}
        {units.show(weather.toEmergence, 'heat')} was to be expected at this depth{' '}
        {weather.local.from > 0 ? (
          `from ${weather.local.from === 1 ? 'one planting' : `${weather.local.from} plantings`} of yours.`
        ) : (
          <span className="default-mark">default</span>
        )}
      </p>
      {leafH !== null &&
        late.map(({ name, laterH, interval }) => (
          <p key={name}>
            {name} is about {leaves(laterH / leafH, units)} behind its sisters (
            {units.fixed(Math.max(0, interval.lower / leafH), 1)} to{' '}
            {units.fixed(interval.upper / leafH, 1)}): a leaf took {leafH} h then,{' '}
            {units.show(heatPerLeaf!, 'heat')} <span className="default-mark">default</span>. Plants
            two or more leaves behind yield little.
          </p>
        ))}
    </>
  );
}

const leaves = (n: number, { fixed }: Units) =>
  `${fixed(n, 1)} ${n.toFixed(1) === '1.0' ? 'leaf' : 'leaves'}`;
