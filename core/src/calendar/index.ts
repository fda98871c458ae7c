export { LATER_VISITS } from './laterVisits.ts';
export { ownVisit, plannedVisits, type PlannedVisit } from './plannedVisits.ts';
export { DAY_MINUTES, planRounds, type DayPlan, type VisitInRound } from './planRounds.ts';
export { calendarFile, type CalendarEntry } from './calendarFile.ts';
