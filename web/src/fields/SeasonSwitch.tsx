import { NativeSelect } from '@mantine/core';
import { useAll, useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** The season on the screen: older ones are fetched when they are opened; the next one is there to be planned. */
export function SeasonSwitch() {
  const device = useDevice();
  const plantings = useAll('planting');
  const season = useAppSelector((state) => state.sync.season);
  const current = device.currentSeason();
  if (season === null || current === null) return null;
  const seasons = [
    ...new Set([...plantings.map(({ data }) => data.season), season, current, current + 1]),
  ].sort((a, b) => b - a);
  return (
    <NativeSelect
      aria-label="Season"
      size="md"
      value={String(season)}
      data={seasons.map((one) => ({ value: String(one), label: `Season ${one}` }))}
      onChange={(event) => void device.openSeason(Number(event.currentTarget.value))}
    />
  );
}
