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
  const labels = [kinds, ...Object.values(groups)];
  const counts = labels.map(tally);
  for (let a = 0; a < labels.length; a++)
    for (let b = a + 1; b < labels.length; b++) {
      const cells = tally(labels[a]!.map((label, i) => JSON.stringify([label, labels[b]![i]])));
      const each = n / (counts[a]!.size * counts[b]!.size);
      if (cells.size !== counts[a]!.size * counts[b]!.size) return null;
      for (const count of cells.values()) if (count !== each) return null;
    }
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

function tally(labels: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const label of labels) counts.set(label, (counts.get(label) ?? 0) + 1);
  return counts;
}
