/** How often a judgement was right or wrong over simulated cases whose truth is known, beside its limit. */
export interface Rate {
  /** What was counted, in words. */
  what: string;
  share: number;
  /** Cases behind it. */
  cases: number;
  limit: { atMost: number } | { atLeast: number } | { within: [number, number] };
}

/** Whether a rate keeps its limit; with `slack`, as far as so few cases can tell (that many standard errors). */
export function keeps({ share, cases, limit }: Rate, slack = 0): boolean {
  const room = (bound: number) =>
    slack * Math.sqrt(Math.max(bound * (1 - bound), 1 / cases) / cases);
  if ('atMost' in limit) return share <= limit.atMost + room(limit.atMost);
  if ('atLeast' in limit) return share >= limit.atLeast - room(limit.atLeast);
  const [low, high] = limit.within;
  return share >= low - room(low) && share <= high + room(high);
}

/** A rate over cases, each counted as a share of it. */
export function rateOver(what: string, cases: readonly number[], limit: Rate['limit']): Rate {
  const share = cases.reduce((sum, value) => sum + value, 0) / Math.max(1, cases.length);
  return { what, share, cases: cases.length, limit };
}
