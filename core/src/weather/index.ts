export {
  DATE_ORDERS,
  guessWeatherShape,
  mixedUnits,
  unitIn,
  WEATHER_FIELDS,
  type DateOrder,
  type WeatherField,
  type WeatherShape,
} from './weatherShape.ts';
export {
  weatherReader,
  type Hourly,
  type WeatherDay,
  type WeatherProblem,
  type WeatherRead,
  type WeatherTrouble,
} from './readWeather.ts';
export {
  dayOfHeat,
  heatAt,
  hoursToGather,
  heatSince,
  type HeatDay,
  type HeatFrom,
} from './heatSince.ts';
export { cleanHeader, findHeader, weatherFile } from './weatherFile.ts';
export { monthsWith } from './monthsWith.ts';
export { heatAhead, type ExpectedHeat, type ForecastDay } from './heatAhead.ts';
export { heatNeeded, type DugDepths, type HeatNeeded } from './heatNeeded.ts';
export { learnHeat, type HeatSeen, type LocalHeat } from './learnHeat.ts';
export {
  makeSprings,
  predictEmergence,
  type EmergencePrediction,
  type StagePrediction,
} from './predictEmergence.ts';
export {
  JUDGED_BEFORE_DAYS,
  learnFrom,
  scorePredictions,
  type PredictionScore,
  type SeenUp,
} from './scorePredictions.ts';
export { daysOfMonths, heatSoFar, whenUp, type KnownOfPlanting, type Sown } from './whenUp.ts';
export { TILLAGES, type Tillage } from './soilOfField.ts';
export { spellsSince, type Spell } from './spells.ts';
