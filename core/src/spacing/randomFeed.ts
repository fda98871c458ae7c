/** Distances of more than half a target spacing, where seeds fall by chance; and the slots that all distances span. */
const beyondHalf = Math.exp(-0.5);
const slots = beyondHalf / (1 - Math.exp(-1));

/**
 * Share of places filled singly where seeds fall one by one by chance, as from a drill: distances are exponential about the target
 * spacing, and doubles and misses follow the accounting of `analyseSpacing`. A drill is held against this, not against a meter.
 */
export const RANDOM_FEED = 1 - (1 - beyondHalf) / slots - (slots - beyondHalf) / slots;
