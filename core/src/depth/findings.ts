/** What is seen in an opened furrow, row by row. The first of each list is the normal one. */
export const CONTACTS = ['tight', 'airPockets', 'hairPinned', 'dryClods'] as const;
export const FURROW_SHAPES = ['v', 'u', 'w'] as const;
export const SIDE_WALLS = ['loose', 'smeared'] as const;
export const FLOORS = ['firm', 'falseBottom'] as const;
export const CLOSINGS = ['firm', 'loose', 'partlyOpen', 'open', 'overPacked'] as const;
export const FEELS = ['dry', 'marginal', 'adequate', 'wet'] as const;

export type Contact = (typeof CONTACTS)[number];
export type FurrowShape = (typeof FURROW_SHAPES)[number];
export type SideWall = (typeof SIDE_WALLS)[number];
export type Floor = (typeof FLOORS)[number];
export type Closing = (typeof CLOSINGS)[number];
export type Feel = (typeof FEELS)[number];

/** Findings of one row's furrow. */
export interface FurrowFindings {
  contact: Contact;
  shape: FurrowShape;
  wall: SideWall;
  floor: Floor;
  closing: Closing;
}

/** Nothing amiss: what a row is taken to be until the scout says otherwise. */
export const NORMAL_FURROW: FurrowFindings = {
  contact: 'tight',
  shape: 'v',
  wall: 'loose',
  floor: 'firm',
  closing: 'firm',
};

/** The parts of a furrow with their possible findings, normal first. */
export const FURROW_PARTS = {
  contact: CONTACTS,
  closing: CLOSINGS,
  shape: FURROW_SHAPES,
  wall: SIDE_WALLS,
  floor: FLOORS,
} as const;
export type FurrowPart = keyof typeof FURROW_PARTS;
