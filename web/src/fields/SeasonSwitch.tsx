import { NativeSelect } from '@mantine/core';
import { useAll, useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** The season on the screen. Older ones are fetched when they are opened; with one season there is nothing to choose. */
export function SeasonSwitch() {
  const device = useDevice();
  const plantings = useAll('planting');
  const { season, session } = useAppSelector((state) => state.sync);
  const seasons = [...new Set([...plantings.map(({ data }) => data.season), session?.season])]
    .filter((one) => one !== undefined)
    .sort((a, b) => b - a);
  if (seasons.length < 2 || season === null) return null;
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
