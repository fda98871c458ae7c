import { expect, it } from 'vitest';
import { cropYear, isShownIn, seasonOn } from './index.ts';

it.each([
  ['2027-01-20', 2027],
  ['2027-04-28', 2027],
  // Soybeans after wheat.
  ['2027-07-31', 2027],
  // Winter wheat in the north, maize in the south.
  ['2026-10-02', 2027],
  ['2026-08-01', 2027],
])('what is planted on %s is harvested in %i', (day, season) => expect(cropYear(day)).toBe(season));

it('a workspace goes on to the year of the day, never back; of its fixed day, where it has one', () => {
  const own = { season: 2026, fixedToday: null };
  expect(seasonOn('2026-12-31', own)).toBe(2026);
  expect(seasonOn('2027-01-01', own)).toBe(2027);
  expect(seasonOn('2031-06-01', own)).toBe(2031);
  expect(seasonOn('2025-06-01', own)).toBe(2026);
  expect(seasonOn('2031-06-01', { season: 2027, fixedToday: '2027-05-27' })).toBe(2027);
});

it('winter wheat is shown in the autumn it is sown in and in the year of its harvest', () => {
  const wheat = { season: 2027, plantedOn: '2026-10-02' };
  expect([2025, 2026, 2027, 2028].filter((season) => isShownIn(season, wheat))).toEqual([
    2026, 2027,
  ]);
  const corn = { season: 2027, plantedOn: '2027-05-01' };
  expect([2026, 2027, 2028].filter((season) => isShownIn(season, corn))).toEqual([2027]);
});
