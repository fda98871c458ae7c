/**
 * Letters of means that are told apart, by insert-and-absorb (Piepho 2004): two that share a letter are not told apart; 'a' has the highest.
 *
 * @param names from the highest mean to the lowest; @param apart whether two are told apart
 * @example lettersOf(['x', 'y', 'z'], (a, b) => a === 'x' && b === 'z').get('y') // 'ab'
 */
export function lettersOf(
  names: readonly string[],
  apart: (a: string, b: string) => boolean,
): Map<string, string> {
  let columns: Set<string>[] = [new Set(names)];
  for (let i = 0; i < names.length; i++)
    for (let j = i + 1; j < names.length; j++) {
      const [a, b] = [names[i]!, names[j]!];
      if (!apart(a, b)) continue;
      columns = columns.flatMap((column) => {
        if (!column.has(a) || !column.has(b)) return [column];
        const without = (name: string) => new Set([...column].filter((one) => one !== name));
        return [without(a), without(b)];
      });
      // What another column holds in full says nothing of its own.
      columns = columns.filter(
        (column, at) =>
          !columns.some(
            (other, k) =>
              k !== at &&
              [...column].every((name) => other.has(name)) &&
              (other.size > column.size || k < at),
          ),
      );
    }
  const first = (column: Set<string>) => names.findIndex((name) => column.has(name));
  const last = (column: Set<string>) => names.findLastIndex((name) => column.has(name));
  columns.sort((a, b) => first(a) - first(b) || last(a) - last(b));
  return new Map(
    names.map((name) => [
      name,
      columns.flatMap((column, i) => (column.has(name) ? [letter(i)] : [])).join(''),
    ]),
  );
}

const LETTERS = 'abcdefghijklmnopqrstuvwxyz';
const letter = (i: number) => LETTERS[i] ?? `(${i + 1})`;
