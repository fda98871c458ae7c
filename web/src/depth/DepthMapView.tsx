import { mappedDepth, readFieldMap, type TrenchCheck } from '@sendero/core';
import { useMemo } from 'react';
import { useChildren } from '../data/hooks.ts';
import { FigureMap } from '../map/FigureMap.tsx';
import { useZoneAt } from '../map/useZoneAt.ts';

/** The stops of a trench check over their field, each with the mean depth of its seeds. */
export default function DepthMapView({ check }: { check: TrenchCheck }) {
  const { field: data, planting } = check;
  const { fieldId } = planting.data;
  const parts = useChildren('fieldPart', 'fieldId', fieldId);
  const zoneAt = useZoneAt(parts);
  const map = useMemo(() => readFieldMap(mappedDepth(check, zoneAt), data), [check, zoneAt, data]);
  const field = useMemo(() => ({ id: fieldId, data }), [fieldId, data]);
  // One place is no map.
  if (map.stops.length < 2) return null;
  return (
    <section className="sheet stack tight">
      <h2>Depth over the field</h2>
      <FigureMap
        field={field}
        parts={parts}
        map={map}
        kind="seedDepth"
        subject="Seed depth"
        colour="--clay"
      />
    </section>
  );
}
