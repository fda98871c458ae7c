import {
  FURROW_PARTS,
  isOff,
  NORMAL_FURROW,
  type FurrowPart,
  type Kept,
  type TrenchCheck,
} from '@sendero/core';
import { Link } from 'react-router';
import { useNewestCheck, useTrenchCheck } from '../depth/useTrenchCheck.ts';
import { SAW } from '../depth/trenchWords.ts';
import { useUnits, type Units } from '../units/useUnits.ts';

/** What the trench check of planting day found in rows that came up at another time than their sisters. */
export function WhyLate({
  planting,
  names,
}: {
  planting: Kept<'planting'>;
  names: readonly string[];
}) {
  const units = useUnits();
  const newest = useNewestCheck(planting.id);
  const check = useTrenchCheck(newest);
  const rows = names.flatMap((name) => (name.startsWith('Row ') ? Number(name.slice(4)) : []));
  if (!newest || !check)
    return (
      <p className="small soft">
        No trench check of this planting tells why: dig at late plants, and at their neighbours.
      </p>
    );
  return (
    <>
      {rows.map((row) => {
        const found = foundIn(check, row, units);
        return (
          <p key={row}>
            {found.length > 0
              ? `In row ${row} the trench check had found: ${found.join('; ')}.`
              : `In row ${row} the trench check found nothing unusual: dig at late plants there, and at their neighbours.`}{' '}
            <Link to={`/trench/${newest}/result`}>See the check</Link>
          </p>
        );
      })}
    </>
  );
}

/** Depth, contact and closing of a row where they were not as they should be. */
function foundIn(check: TrenchCheck, row: number, units: Units): string[] {
  const depth = check.depths?.rows.find((one) => one.row === row);
  const furrow = check.now.get(row)?.at(-1)?.data;
  return [
    depth && isOff(depth.verdict)
      ? `seed ${units.show(Math.abs(depth.meanM - check.walk.data.targetM), 'seedDepth')} too ${depth.verdict}`
      : '',
    ...(Object.keys(FURROW_PARTS) as FurrowPart[]).map((part) =>
      furrow && furrow[part] !== NORMAL_FURROW[part] ? SAW[furrow[part]]!.toLowerCase() : '',
    ),
  ].filter(Boolean);
}
