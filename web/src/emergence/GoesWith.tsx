import {
  latenessGoesWith,
  NORMAL_FURROW,
  type GroupReading,
  type Kept,
  type Relation,
  type TrenchCheck,
} from '@sendero/core';
import { useMemo } from 'react';
import { useNewestCheck, useTrenchCheck } from '../depth/useTrenchCheck.ts';
import { useUnits, type Units } from '../units/useUnits.ts';

/** Whether rows that came later are those in which the trench check had found something: silent where too few were dug. */
export function GoesWith({
  planting,
  rows,
}: {
  planting: Kept<'planting'>;
  rows: readonly GroupReading[];
}) {
  const units = useUnits();
  const check = useTrenchCheck(useNewestCheck(planting.id));
  const relations = useMemo(() => (check ? relationsIn(check, rows) : []), [check, rows]);
  const clear = relations.filter(({ pHolm }) => pHolm < 0.05);
  if (relations.length === 0) return null;
  if (clear.length === 0)
    return (
      <p className="small soft">
        Over {relations[0]!.rows} rows lateness shows no relation with{' '}
        {relations.map(({ factor }) => FACTORS[factor]!.name).join(', ')}.
      </p>
    );
  return (
    <>
      {clear.map((relation) => (
        <p key={relation.factor}>{relationText(relation, units)}</p>
      ))}
      {clear.length > 1 && (
        <p className="small soft">
          They were found in the same rows: which of them it is, only digging at late plants and
          their neighbours tells.
        </p>
      )}
    </>
  );
}

const FACTORS: Record<
  string,
  { name: string; step: number; says(units: Units, step: number, later: boolean): string }
> = {
  depthM: {
    name: 'depth',
    step: 0.0254 / 4,
    says: (units, step, later) =>
      `each ${units.show(step, 'seedDepth')} ${later ? 'deeper' : 'shallower'}`,
  },
  dryShare: {
    name: 'dry seed',
    step: 0.1,
    says: (_units, _step, later) =>
      `each tenth of the seeds ${later ? 'more' : 'less'} in dry soil`,
  },
  loose: {
    name: 'closing and contact',
    step: 1,
    says: (_units, _step, later) =>
      later ? 'rows badly closed or without contact' : 'rows well closed',
  },
};

function relationText({ factor, hoursPerUnit, interval, r, rows }: Relation, units: Units): string {
  const { name, step, says } = FACTORS[factor]!;
  const later = hoursPerUnit > 0;
  const hours = interval.map((bound) => Math.abs(bound * step)).sort((a, b) => a - b);
  return `Over ${rows} rows lateness goes with ${name}: about ${Math.round(Math.abs(hoursPerUnit * step))} h later for ${says(units, step, later)} (95 %: ${Math.round(hours[0]!)} to ${Math.round(hours[1]!)} h; correlation ${units.fixed(Math.abs(r), 1)}).`;
}

function relationsIn(check: TrenchCheck, rows: readonly GroupReading[]): Relation[] {
  return latenessGoesWith(
    rows.flatMap(({ row, told }) => {
      if (row === null || told.t50H === null) return [];
      const seeds = check.drawn.find((one) => one.row === row)?.seeds ?? [];
      const judged = seeds.filter(({ moist }) => moist !== null);
      const furrow = check.now.get(row)?.at(-1)?.data;
      return [
        {
          row,
          halfH: told.t50H,
          measured: {
            depthM: check.depths?.rows.find((one) => one.row === row)?.meanM ?? null,
            dryShare:
              judged.length > 0
                ? judged.filter(({ moist }) => !moist).length / judged.length
                : null,
            loose: furrow
              ? Number(
                  furrow.closing !== NORMAL_FURROW.closing ||
                    furrow.contact !== NORMAL_FURROW.contact,
                )
              : null,
          },
        },
      ];
    }),
  );
}
