import {
  passLines,
  planeAt,
  rowPlaces,
  spreadOf,
  spreadText,
  type CardFinding,
  type Kept,
  type PlanterCard,
} from '@sendero/core';
import { useMemo } from 'react';
import { shortDate } from '../app/dates.ts';
import { useAll } from '../data/hooks.ts';
import { PlacesStrip } from './PlacesStrip.tsx';

/** A row's first finding place by place: everywhere it runs, at one place, or in one pass alone. */
export default function RowPlaces({
  card,
  row,
  finding,
  plantings,
}: {
  card: PlanterCard;
  row: number;
  finding: CardFinding;
  plantings: readonly Kept<'planting'>[];
}) {
  const fields = useAll('field');
  const stops = useAll('stop');
  const places = useMemo(
    () => rowPlaces(card, row, finding, passFinder(card, plantings, fields, stops)),
    [card, row, finding, plantings, fields, stops],
  );
  const says = spreadText(spreadOf(places));
  if (!says) return null;
  return (
    <div className="stack tight">
      <p className="small">
        <strong>{says}</strong>
      </p>
      <PlacesStrip
        measure={finding.measure}
        label={`Row ${row} place by place`}
        points={places.map(({ placeId, on, off, is, pass }, i) => ({
          key: placeId,
          x: i,
          off,
          marked: is,
          says: pass === null ? shortDate(on) : `${shortDate(on)}, pass ${pass}`,
        }))}
      />
    </div>
  );
}

/** The pass each place lies in, where one field is looked at that has an outline and says how it is planted. */
function passFinder(
  { plantingIds, planter }: PlanterCard,
  plantings: readonly Kept<'planting'>[],
  fields: readonly Kept<'field'>[],
  stops: readonly Kept<'stop'>[],
): (placeId: string) => number | null {
  const [only, ...others] = plantingIds;
  const planting = others.length === 0 ? plantings.find(({ id }) => id === only) : undefined;
  const field = fields.find(({ id }) => id === planting?.data.fieldId)?.data;
  const corner = field?.boundary?.coordinates[0]?.[0]?.[0];
  if (!field?.boundary || !field.passes || !corner) return () => null;
  const plane = planeAt(corner);
  const widthM = planter.rows * planter.rowWidthM;
  const lines = passLines(field.passes, field.boundary, widthM, plane.toMetres);
  const places = new Map(stops.map(({ id, data }) => [id, data.at]));
  return (placeId) => {
    const at = places.get(placeId);
    return at ? lines.passAt(plane.toMetres(at)) : null;
  };
}
