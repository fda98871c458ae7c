export { heatUnits, type DayTemperatures } from './heatUnits.ts';
export { daysBetween, addDays } from './dates.ts';
export { trailOf, WAY_MARKS, type TrailMark, type WayMark, type MarkState } from './trail.ts';
