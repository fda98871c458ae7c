import { namedRowsText, rowsNamed, type Kept } from '@sendero/core';
import { Link } from 'react-router';
import { plantingTitle } from '../fields/plantingWords.ts';
import { useTrenchCheck } from '../depth/useTrenchCheck.ts';
import { useWalkStand } from '../stand/useWalkStand.ts';
import { useTrails, type PlantingOnTrail } from '../trail/useTrails.ts';
import { RowUnits } from './RowUnits.tsx';

/** A planter's plantings of the season on the screen, each with the rows that its checks and walks name. */
export function PlanterSeason({ planter }: { planter: Kept<'planter'> }) {
  const plantings = useTrails().filter(({ planting }) => planting.data.planterId === planter.id);
  if (plantings.length === 0) return null;
  return (
    <ul className="list-plain">
      {plantings.map((one) => (
        <PlantingRows key={one.planting.id} one={one} rows={planter.data.rows} />
      ))}
    </ul>
  );
}

function PlantingRows({ one, rows }: { one: PlantingOnTrail; rows: number }) {
  const check = useTrenchCheck(one.checks.findLast(({ data }) => data.finishedAt)?.id);
  const stand = useWalkStand(one.walks.findLast(({ data }) => data.finishedAt)?.id);
  const judged = Boolean(check?.depths) || (stand?.rows.length ?? 0) > 0;
  const named = rowsNamed(check ?? null, stand ?? null);
  return (
    <li className="stack tight" style={{ padding: '0.6rem 0', gap: '0.2rem' }}>
      <div className="row spread">
        <span>
          <Link to={`/plantings/${one.planting.id}`}>{one.field.data.name}</Link>{' '}
          <span className="small soft">{plantingTitle(one.planting.data)}</span>
        </span>
        <span className="small">{judged ? namedRowsText(named) : 'not seen row by row yet'}</span>
      </div>
      {judged && <RowUnits rows={rows} named={new Set(named.map(({ row }) => row))} />}
    </li>
  );
}
