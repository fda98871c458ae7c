import { heatAt, type GroupReading, type Kept } from '@sendero/core';
import { useUnits } from '../units/useUnits.ts';
import { usePlantingWeather } from '../weather/usePlantingWeather.ts';
import styles from './emergence.module.css';
import { whenTold } from './emergenceWords.ts';

/** When a tenth, half and nine tenths of those that came were up: as a date, in hours and in heat. */
export function EmergenceTimes({
  planting,
  group: { told, halfBetweenH },
}: {
  planting: Kept<'planting'>;
  group: GroupReading;
}) {
  const units = useUnits();
  const weather = usePlantingWeather(planting);
  const rows = [
    ['A tenth', told.t10H],
    ['Half', told.t50H],
    ['Nine tenths', told.t90H],
  ] as const;
  if (rows.every(([, hours]) => hours === null)) return null;
  const visits = halfBetweenH ?? [0, Infinity];
  const heatOf = (hours: number) => {
    const heat = weather ? heatAt(weather.heat, hours) : null;
    return heat === null ? '' : units.show(heat, 'heat');
  };
  return (
    <table className={styles.times}>
      <thead>
        <tr>
          <th scope="col">Up</th>
          <th scope="col">on</th>
          <th scope="col">after</th>
          {weather && <th scope="col">heat</th>}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, hours]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {hours === null ? (
              <td colSpan={weather ? 3 : 2} className="soft">
                the visits cannot tell
              </td>
            ) : (
              <>
                <td>{whenTold(planting.data.plantedOn, hours, visits)}</td>
                <td>{Math.round(hours / 24)} days</td>
                {weather && <td>{heatOf(hours)}</td>}
              </>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
