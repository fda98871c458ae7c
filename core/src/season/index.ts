export { cropYear, isShownIn, seasonOn } from './cropYear.ts';
export { heatUnits, type DayTemperatures } from './heatUnits.ts';
export { daysBetween, addDays, laterDay, localDay, localTime, FURTHEST_EAST_MIN } from './dates.ts';
