/** What is seen on plants that something harms, or that only look so (field guide 10). */
export const SIGNS = [
  'cut',
  'ragged',
  'holes',
  'wilting',
  'rootsEaten',
  'pulled',
  'dug',
  'aphids',
  'softBrown',
  'waterSoaked',
  'redLesion',
  'crownBrown',
  'rootsClubbed',
  'tipsBurnt',
  'frosted',
  'hailed',
  'tightWhorl',
  'purple',
  'firstLeaves',
] as const;
export type Sign = (typeof SIGNS)[number];

/** How badly the plants that show it are hit. */
export const SEVERITIES = ['slight', 'plain', 'lost'] as const;
export type Severity = (typeof SEVERITIES)[number];
