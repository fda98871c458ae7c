import {
  mean,
  MEASURE_WORDS,
  readFieldMap,
  type CardMeasure,
  type Kept,
  type MappedFigure,
  type PlanterCard,
  type QuantityKind,
} from '@sendero/core';
import { useMemo, useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { useAll, useChildren } from '../data/hooks.ts';
import { FigureMap } from '../map/FigureMap.tsx';
import { useZoneAt } from '../map/useZoneAt.ts';

/** Measures that places of a field are looked at by, and how they are written. */
const MAPPED: Partial<Record<CardMeasure, { kind: QuantityKind; subject: string }>> = {
  depth: { kind: 'seedDepth', subject: 'The depth' },
  depthSpread: { kind: 'depthSpread', subject: 'The spread of depth' },
  skips: { kind: 'share', subject: 'The share of empty places' },
  stand: { kind: 'share', subject: 'The stand, of what was expected,' },
  late: { kind: 'share', subject: 'The share of late plants' },
};
/** Places below which there is nothing to see. */
const LEAST_PLACES = 3;

/** What the machine did along its passes: headland, low spots and zones, in the one field that is looked at. */
export default function CardField({
  card,
  planting,
}: {
  card: PlanterCard;
  planting: Kept<'planting'>;
}) {
  const field = useAll('field').find(({ id }) => id === planting.data.fieldId);
  const stops = useAll('stop');
  const parts = useChildren('fieldPart', 'fieldId', planting.data.fieldId);
  const zoneAt = useZoneAt(parts);
  const figures = useMemo(() => {
    const at = new Map(stops.map(({ id, data }) => [id, data.at]));
    return card.measures.flatMap(({ measure, cells }) => {
      const places = [...new Set(cells.map(({ placeId }) => placeId))];
      const mapped = places.flatMap((id): MappedFigure[] => {
        const place = at.get(id);
        if (!place) return [];
        const off = mean(cells.flatMap((one) => (one.placeId === id ? [one.value] : [])))!;
        const value = measure === 'depth' ? Math.max(0, planting.data.depthTargetM + off) : off;
        return [{ id, at: place, chosen: false, zone: zoneAt(place), value }];
      });
      return MAPPED[measure] && mapped.length >= LEAST_PLACES ? [{ measure, mapped }] : [];
    });
  }, [card, stops, zoneAt, planting]);
  const [picked, setPicked] = useState<CardMeasure | null>(null);
  const shown = figures.find(({ measure }) => measure === picked) ?? figures.at(-1);
  const map = useMemo(
    () => (shown && field ? readFieldMap(shown.mapped, field.data) : null),
    [shown, field],
  );
  if (!shown || !map || !field) return null;
  return (
    <section className="sheet stack tight" aria-label="Over the field">
      <div className="row spread">
        <h2>Over the field</h2>
        <Choice
          label="Shown"
          labelled={false}
          options={figures.map(({ measure }) => ({
            value: measure,
            says: MEASURE_WORDS[measure].name,
          }))}
          value={shown.measure}
          onChange={(value) => setPicked(value!)}
        />
      </div>
      <FigureMap
        field={field}
        parts={parts}
        map={map}
        kind={MAPPED[shown.measure]!.kind}
        subject={MAPPED[shown.measure]!.subject}
        colour="--clay"
      />
    </section>
  );
}
