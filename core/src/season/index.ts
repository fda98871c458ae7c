export { heatUnits, type DayTemperatures } from './heatUnits.ts';
export { daysBetween, addDays, localDay, localTime, FURTHEST_EAST_MIN } from './dates.ts';
export { trailOf, WAY_MARKS, type TrailMark, type WayMark, type MarkState } from './trail.ts';
