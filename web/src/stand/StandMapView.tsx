import {
  mappedStand,
  readFieldMap,
  STAND_FIGURES,
  type StandFigure,
  type WalkStand,
} from '@sendero/core';
import { useMemo, useState } from 'react';
import { Section } from '../app/Section.tsx';
import { Choice } from '../app/Choice.tsx';
import { useChildren } from '../data/hooks.ts';
import { FigureMap } from '../map/FigureMap.tsx';
import { useZoneAt } from '../map/useZoneAt.ts';
import { useUnits } from '../units/useUnits.ts';

const WORDS: Record<StandFigure, { label: string; subject: string }> = {
  stand: { label: 'Stand', subject: 'The stand' },
  effective: { label: 'Effective stand', subject: 'The effective stand' },
  behind: { label: 'Late plants', subject: 'The share of late plants' },
};

/** The stops of a stand walk over their field. */
export default function StandMapView({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const { field: data, planting } = stand;
  const { fieldId } = planting.data;
  const parts = useChildren('fieldPart', 'fieldId', fieldId);
  const zoneAt = useZoneAt(parts);
  const [figure, setFigure] = useState<StandFigure>('stand');
  const map = useMemo(
    () => readFieldMap(mappedStand(stand, figure, zoneAt), data),
    [stand, figure, zoneAt, data],
  );
  const field = useMemo(() => ({ id: fieldId, data }), [fieldId, data]);
  if (map.stops.length === 0) return null;
  const unplaced = stand.stops.filter(({ counts }) => counts.length > 0).length - map.stops.length;
  return (
    <Section
      title="Over the field"
      aside={
        <Choice
          label="Shown"
          labelled={false}
          options={STAND_FIGURES.map((value) => ({ value, says: WORDS[value].label }))}
          value={figure}
          onChange={(value) => setFigure(value!)}
        />
      }
    >
      <FigureMap
        field={field}
        parts={parts}
        map={map}
        kind={figure === 'behind' ? 'share' : units.standKind(stand.denseStand)}
        subject={WORDS[figure].subject}
        colour={figure === 'behind' ? '--clay' : '--leaf'}
      />
      {unplaced > 0 && (
        <p className="small soft">
          {unplaced} {unplaced === 1 ? 'stop has' : 'stops have'} no known place.
        </p>
      )}
    </Section>
  );
}
