/** How far a tagged plant is behind its neighbours. */
export const TAG_GROUPS = ['inStep', 'oneBehind', 'twoBehind'] as const;
export type TagGroup = (typeof TAG_GROUPS)[number];
