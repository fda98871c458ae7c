let missed = 0;

/** Prints a figure beside its limit; `least` for figures that must not fall below one. */
export function report(
  what: string,
  value: number,
  unit: string,
  limit?: number,
  sense: 'most' | 'least' = 'most',
): void {
  const ok = limit === undefined || (sense === 'most' ? value <= limit : value >= limit);
  if (!ok) missed += 1;
  const shown = value >= 100 ? value.toFixed(0) : value.toFixed(2);
  const beside =
    limit === undefined ? '' : `  (${sense === 'most' ? 'limit' : 'at least'} ${limit})`;
  console.log(
    `${ok ? '  ' : '! '}${what.padEnd(66)} ${shown.padStart(9)} ${unit.padEnd(3)}${beside}`,
  );
}

/** A figure printed elsewhere is over its limit. */
export const miss = () => void (missed += 1);

/** Figures over their limit so far. */
export const overLimit = () => missed;

export const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;
export const at95 = (values: number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)]!;

/** Measures so many times, one after the other. */
export async function several<T>(times: number, measure: () => Promise<T>): Promise<T[]> {
  const found: T[] = [];
  for (let i = 0; i < times; i++) found.push(await measure());
  return found;
}
