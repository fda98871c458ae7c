export {
  DATE_ORDERS,
  guessWeatherShape,
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
export { predictEmergence, type EmergencePrediction } from './predictEmergence.ts';
export { daysOfMonths, heatSoFar, whenUp } from './whenUp.ts';
export { spellsSince, type Spell } from './spells.ts';
