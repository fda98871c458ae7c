import type { TrenchCheck } from './readTrenchCheck.ts';

/**
 * A trench check in one sentence.
 * @example trenchVerdict(check) // 'Of 12 rows: 1 too shallow, 2 undecided, 7 on target, 2 not dug.'
 */
export function trenchVerdict({ depths, rows, adjusted, now }: TrenchCheck): string {
  if (!depths) return 'No depth has been read yet.';
  const count = (verdict: string) => depths.rows.filter((row) => row.verdict === verdict).length;
  const again = adjusted.filter((row) => !now.has(row));
  const read = new Set([...depths.rows.map(({ row }) => row), ...again]);
  const parts = [
    [count('shallow'), 'too shallow'],
    [count('deep'), 'too deep'],
    [count('undecided'), 'undecided'],
    [count('on target'), 'on target'],
    [again.length, 'corrected and to dig again'],
    [rows.filter((row) => !read.has(row)).length, 'not dug'],
  ] as const;
  const said = parts.filter(([n]) => n > 0).map(([n, what]) => `${n} ${what}`);
  return `Of ${rows.length} rows: ${said.join(', ')}.`;
}
