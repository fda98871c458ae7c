import { stageByHeat, stageFromHeat } from '@sendero/core';
import { useOne, useToday } from '../data/hooks.ts';
import { usePlantingWeather } from '../weather/usePlantingWeather.ts';

/** The stage that the heat of the field has brought by a day (today when none is given); nothing where it is not told by heat. */
export default function ExpectedStage({
  plantingId,
  on,
}: {
  plantingId: string;
  on: string | null;
}) {
  const planting = useOne('planting', plantingId);
  const today = useToday();
  const weather = usePlantingWeather(planting);
  const day = on ?? today;
  const byDay = stageByHeat(weather?.predicted ?? null, day);
  const heat = weather?.heat.reduce((sum, one) => (one.on <= day ? sum + (one.heat ?? 0) : sum), 0);
  const expected =
    byDay ??
    (planting && weather && heat !== undefined
      ? stageFromHeat(planting.data.crop, heat - weather.toEmergence)
      : null);
  if (!expected) return null;
  const { stage, from, to } = expected;
  return (
    <span data-testid="expected-stage">
      The heat of this field lets expect {stage}
      {from === to ? '' : ` (${from} to ${to})`}
      {byDay ? ' by collars' : ' (default of this app)'}.
    </span>
  );
}
