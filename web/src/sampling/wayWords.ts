import { compassWord, rowsText, type Fairness, type Field, type PlannedPlace } from '@sendero/core';

/** Which rows to count at a place, and how to stand. */
export function rowsWords(
  { rows, travel }: Pick<PlannedPlace, 'rows' | 'travel'>,
  all: number | null,
  passes: Field['passes'],
): { count: string; stand: string } {
  const count =
    rows.length === 0
      ? 'Count here'
      : rows.length === all
        ? `Count all ${all} rows`
        : `Count ${rowsText(rows).toLowerCase()} of ${all}`;
  const side = travel === 'away' ? 'left' : 'right';
  const went = travel === 'away' ? 'went away from you' : 'came toward you';
  return {
    count,
    stand: passes
      ? `Look ${compassWord(passes.bearingDeg)}: in this pass the planter ${went}, row 1 is at your ${side}.`
      : `In a pass where the planter ${went}, if you can tell: row 1 is then at your ${side}.`,
  };
}

/** How well the stops walked speak for the field. */
export function fairText(
  { covered, lacking, zones }: Fairness,
  walked: number,
  nameOf: (zone: string) => string,
): string {
  if (walked === 0) return 'No stop is walked yet.';
  const share = Math.round(100 * covered);
  const stops = `${walked} ${walked === 1 ? 'stop' : 'stops'}`;
  const missing = [
    ...(lacking && share < 90 ? [`the ${lacking} is hardly covered`] : []),
    ...(zones.length > 0 ? [`no stop in ${zones.map(nameOf).join(', ')}`] : []),
  ];
  return share >= 90 && zones.length === 0
    ? `${stops}: spread over the whole field, a fair sample.`
    : `${stops} ${walked === 1 ? 'speaks' : 'speak'} for about ${share} % of the field${missing.length > 0 ? `: ${missing.join('; ')}` : ''}.`;
}
