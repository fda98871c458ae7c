/**
 * Where the variance ratios of a balanced layout lie: every level of each factor, and every kind of row of the fixed part, met equally often with every
 * level of the others. Restricted maximum likelihood is the analysis of variance there (Searle, Casella & McCulloch 1992, Variance Components), so a fit that begins
 * at its ratios has arrived, and there is no second basin to look for.
 *
 * @param y readings less their fixed effects by least squares
 * @returns null where the layout is not balanced
 * @example balancedStart(residuals, fixed, { stop: ['a', 'b', 'a', 'b'] }, 2) // { stop: 1.4 }
 */
export function balancedStart(
  y: readonly number[],
  fixed: readonly (readonly number[])[],
  groups: Readonly<Record<string, readonly string[]>>,
  columns: number,
): Record<string, number> | null {
  const n = y.length;
  const kinds = fixed.map((row) => row.join());
  const labels = [kinds, ...Object.values(groups)].map(numbered);
  for (let a = 0; a < labels.length; a++)
    for (let b = a + 1; b < labels.length; b++) if (!metAlike(labels[a]!, labels[b]!)) return null;
  let [left, free] = [y.reduce((sum, value) => sum + value ** 2, 0), n - columns];
  const factors = Object.entries(groups).map(([name, own]) => {
    const sums = new Map<string, number>();
    own.forEach((label, i) => sums.set(label, (sums.get(label) ?? 0) + y[i]!));
    const each = n / sums.size;
    const squares = [...sums.values()].reduce((sum, one) => sum + one ** 2, 0) / each;
    left -= squares;
    free -= sums.size - 1;
    return { name, each, mean: squares / Math.max(1, sums.size - 1) };
  });
  if (free <= 0 || left <= 0) return null;
  const within = left / free;
  return Object.fromEntries(
    factors.map(({ name, each, mean }) => [name, Math.max(0, (mean / within - 1) / each)]),
  );
}

/** Each label as the number of its level. */
function numbered(labels: readonly string[]) {
  const known = new Map<string, number>();
  const of = labels.map((label) => {
    if (!known.has(label)) known.set(label, known.size);
    return known.get(label)!;
  });
  return { of, size: known.size };
}

type Numbered = ReturnType<typeof numbered>;

/** Whether every level of one meets every level of the other equally often. */
function metAlike(one: Numbered, other: Numbered): boolean {
  const counts = new Int32Array(one.size * other.size);
  one.of.forEach((level, i) => (counts[level * other.size + other.of[i]!]! += 1));
  return counts.every((count) => count === counts[0]);
}
