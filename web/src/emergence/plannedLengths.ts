/** Where it does not matter which row: zones and treatments. */
export const NO_ROW = 'none';

/** A length that is about to be flagged. */
export interface PlannedLength {
  /** Of its cell in the form: the same as long as it is the same length. */
  id: string;
  row: number | null;
  zone: string;
  strip: number | null;
  name: string;
}

/**
 * Every length that a form asks for: in each of its strips and zones, in each row, so many.
 *
 * @param of.rows planter rows as text, or NO_ROW; @param of.zones parted by commas; @param of.strips numbers as text
 * @example plannedLengths({ rows: ['1', '2'], zones: '', strips: [], each: 1 }).map(({ name }) => name) // ['Row 1', 'Row 2']
 */
export function plannedLengths({
  rows,
  zones,
  strips,
  each,
}: {
  rows: readonly string[];
  zones: string;
  strips: readonly string[];
  each: number;
}): PlannedLength[] {
  const named = zones.split(/[,;\n]/).flatMap((zone) => (zone.trim() ? [zone.trim()] : []));
  const orNone = <T>(list: readonly T[]): (T | null)[] => (list.length > 0 ? [...list] : [null]);
  return orNone(strips).flatMap((strip) =>
    orNone([...new Set(named)]).flatMap((zone) =>
      rows.flatMap((row) =>
        Array.from({ length: each }, (_, i) => ({
          id: `${strip ?? ''}/${zone ?? ''}/${row}/${i}`,
          row: row === NO_ROW ? null : Number(row),
          zone: zone ?? '',
          strip: strip === null ? null : Number(strip),
          name:
            [
              strip !== null && `Strip ${strip}`,
              row !== NO_ROW && `Row ${row}`,
              zone,
              each > 1 && String(i + 1),
            ]
              .filter(Boolean)
              .join(', ') || 'Length',
        })),
      ),
    ),
  );
}
