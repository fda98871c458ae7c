import { Link } from 'react-router';
import { shortDate } from '../app/dates.ts';
import { useUnits } from '../units/useUnits.ts';
import { StandScale } from './StandScale.tsx';
import { useWalkStand } from './useWalkStand.ts';

/** A finished walk at a glance, with the way to its result. */
export function StandCard({ walkId }: { walkId: string | undefined }) {
  const units = useUnits();
  const stand = useWalkStand(walkId);
  if (!stand?.summary) return null;
  const kind = units.standKind(stand.denseStand);
  const { summary } = stand;
  return (
    <Link
      to={`/walks/${walkId}/result`}
      className="sheet stack tight"
      style={{ color: 'inherit', textDecoration: 'none' }}
    >
      <div className="row spread">
        <strong>{stand.field.name}</strong>
        <span className="small soft">
          {shortDate(stand.walk.data.startedOn)}, {stand.walk.data.walkedBy}
        </span>
      </div>
      <div>
        <strong>{units.show(summary.meanPerM2, kind)}</strong>,{' '}
        {Math.round((100 * summary.meanPerM2) / stand.expectedPerM2)} % of the expected live stand
      </div>
      <StandScale
        stops={summary.stops.map(({ id, perM2 }) => ({ id, perM2, label: '' }))}
        meanPerM2={summary.meanPerM2}
        intervalPerM2={summary.intervalPerM2}
        targetPerM2={stand.targetPerM2}
        expectedPerM2={stand.expectedPerM2}
        denseStand={stand.denseStand}
      />
    </Link>
  );
}
