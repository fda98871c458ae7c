/** What a washed root ball shows (field guide 8, 9). */
export const ROOT_FORMS = ['straight', 'flattened', 'turned', 'few'] as const;
export type RootForm = (typeof ROOT_FORMS)[number];

/** The slot that the seed was laid in, weeks later. */
export const SLOTS = ['shut', 'open', 'reopened'] as const;
export type Slot = (typeof SLOTS)[number];

/** How the depth of an emerged plant was read. */
export const DIG_WAYS = ['seed', 'mesocotyl', 'hypocotyl', 'crown'] as const;
export type DigWay = (typeof DIG_WAYS)[number];

/** Depths apart by so much or more: the late plant was placed elsewhere. A default of this app: ½ in. */
export const PLACED_APART_M = 0.0127;
