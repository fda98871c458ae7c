export { LATER_VISITS } from './laterVisits.ts';
export { ownVisit, plannedVisits, type PlannedVisit } from './plannedVisits.ts';
export { workItemOf, workVisits } from './workVisits.ts';
export { PLANNED_DAYS, placeVisits, type Placed } from './placeVisits.ts';
export { DAY_MINUTES, planRounds, type DayPlan, type VisitInRound } from './planRounds.ts';
export { calendarEntry, calendarFile, minutesText, type CalendarEntry } from './calendarFile.ts';
export { fieldRounds, type FieldRound, type RoundPlace } from './fieldRounds.ts';
