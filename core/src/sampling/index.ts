export { drawPlaces, type DrawnPlace } from './drawPlaces.ts';
export { chooseSpread, localPivotal, nestedOrder } from './localPivotal.ts';
export { rowsAtStops, type RowsAtStop } from './rowsAtStops.ts';
export { planStops, type PlanInput, type StopsPlanned } from './planStops.ts';
export {
  OFF_OBSTACLES_M,
  samplingFrame,
  type SampledField,
  type SampledZone,
  type SamplingFrame,
} from './samplingFrame.ts';
export { roundLength, shortestRound } from './shortestRound.ts';
export { firstPass, passLines, passStrip, type Passes, type PassLines } from './passes.ts';
export {
  addPlaces,
  cutShort,
  fairness,
  minutesLeft,
  PLACE_STATES,
  replacePlace,
  toWalk,
  type Fairness,
  type PlannedPlace,
  type PlaceState,
  type RestOfWalk,
} from './replan.ts';
export {
  quickInterval,
  spreadKnown,
  stopsCurve,
  stopsToReach,
  type SpreadFound,
  type SpreadKnown,
  type StopsTell,
} from './spreadKnown.ts';
export { expectedWay, walkMinutes } from './walkMinutes.ts';
export { fieldPatterns, type FieldFigure, type FieldPattern } from './fieldPatterns.ts';
export { smoothed, type Smoothed } from './smoothed.ts';
