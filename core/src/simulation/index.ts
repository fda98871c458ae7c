export { EFFORTS, FAULTS, isOfRows, makeBlindCase, type BlindFault } from './blind/index.ts';
export { keepsGrid, WORLD_RATES, type GridRate } from './worlds/index.ts';
export { makeDemoSeason, type DemoSeason, type DemoRecord } from './demo/makeDemoSeason.ts';
export { demoField, type DemoField } from './demo/demoShapes.ts';
export { demoScenario, DEMO_PLANTINGS, DEMO_TODAY } from './demo/demoScenarios.ts';
export {
  demoStation,
  demoStations,
  FORECAST_SOURCE,
  STATION_HEADERS,
  type DemoStation,
} from './demo/demoStation.ts';
export { errorBySeason, faultTable, judgementRates, keeps, type Rate } from './judgement/index.ts';
export { digBelow } from './digBelow.ts';
export { digRow, type DugSeed } from './digRow.ts';
export { measuredDays } from './measuredDays.ts';
export { simulateForecast } from './simulateForecast.ts';
export { simulatePlanterLog, type SimulatedLogOptions } from './simulatePlanterLog.ts';
export { simulateStand, type SimulatedStand } from './simulateStand.ts';
export {
  plantsInStretch,
  gapsInStretch,
  countStop,
  countStretch,
  emergedInStretch,
  trueStand,
  type Stretch,
} from './readStand.ts';
export {
  bears,
  findOf,
  harmAt,
  lookFor,
  latePairs,
  stageCode,
  walkPlants,
  type BearsTruth,
  type PlantEffort,
  type WalkedPlants,
} from './walkPlants.ts';
export { simulateWeather } from './simulateWeather.ts';
export {
  CAUSES,
  goodGround,
  goodUnit,
  ORDINARY,
  ROUGH,
  type Cause,
  type Roughness,
  type Scenario,
  type SeedLot,
  type SimulatedDay,
  type SimulatedHarm,
  type SimulatedPlanter,
  type SimulatedUnit,
  type SimulatedZone,
} from './world.ts';
export { ORDINARY_TRIAL, simulateTrial, type TrialGround } from './simulateTrial.ts';
