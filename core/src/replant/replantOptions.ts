/** What can be done with a weak stand. */
export const REPLANT_OPTIONS = [
  'keep',
  'replantAll',
  'replantWorst',
  'fillIn',
  'changeCrop',
] as const;
export type ReplantOption = (typeof REPLANT_OPTIONS)[number];

/** How much a thin stand of soybean is trusted to make up for: two schools. */
export const STAND_SCHOOLS = ['compensating', 'strict'] as const;
export type StandSchool = (typeof STAND_SCHOOLS)[number];
