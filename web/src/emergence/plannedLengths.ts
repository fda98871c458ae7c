/** Where it does not matter which row: zones and treatments. */
export const NO_ROW = 'none';

/** Characters of a zone in the name of a length; a record takes no longer one. */
const LONGEST = 60;

/** A length that is about to be flagged. */
interface PlannedLength {
  /** Of its cell in the form: the same as long as it is the same length. */
  id: string;
  row: number | null;
  zone: string;
  strip: number | null;
  name: string;
}

/**
 * The lengths that a form asks for: in each of its strips and zones, in each row, so many.
 *
 * @param of.rows planter rows as text, or NO_ROW; @param of.zones separated by commas; @param of.strips numbers as text
 * @param of.most no more are made
 * @example plannedLengths({ rows: ['1', '2'], zones: '', strips: [], each: 1, most: 9 }).map(({ name }) => name) // ['Row 1', 'Row 2']
 */
export function plannedLengths({
  rows,
  zones,
  strips,
  each,
  most,
}: {
  rows: readonly string[];
  zones: string;
  strips: readonly string[];
  each: number;
  most: number;
}): PlannedLength[] {
  const named = new Set(zones.split(/[,;\n]/).flatMap((zone) => zone.trim() || []));
  const made: PlannedLength[] = [];
  for (const strip of strips.length > 0 ? strips : [null])
    for (const zone of named.size > 0 ? named : [''])
      for (const row of rows)
        for (let i = 0; i < each; i++) {
          if (made.length === most) return made;
          made.push({
            id: `${strip ?? ''}/${zone}/${row}/${i}`,
            row: row === NO_ROW ? null : Number(row),
            zone,
            strip: strip === null ? null : Number(strip),
            name:
              [
                strip !== null && `Strip ${strip}`,
                row !== NO_ROW && `Row ${row}`,
                zone.length > LONGEST ? `${zone.slice(0, LONGEST)}…` : zone,
                each > 1 && String(i + 1),
              ]
                .filter(Boolean)
                .join(', ') || 'Length',
          });
        }
  return made;
}
