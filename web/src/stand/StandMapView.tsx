import {
  readStandMap,
  STAND_FIGURES,
  planeAt,
  isIn,
  onPlane,
  type StandFigure,
  type WalkStand,
} from '@sendero/core';
import { useMemo, useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { useChildren } from '../data/hooks.ts';
import { fieldFeatures, isZone } from '../map/fieldFeatures.ts';
import type { MapFeature } from '../map/looks.ts';
import { MapCanvas } from '../map/MapCanvas.tsx';
import { Ramp } from '../map/Ramp.tsx';
import { useUnits } from '../units/useUnits.ts';
import { surfacePicture } from './surfacePicture.ts';
import { FIGURE_WORDS, patternText } from './fieldMapWords.ts';

/** Radius of a mark, px: its area goes with the figure. */
const [LEAST_PX, MOST_PX] = [7, 24];

/** The stops of a walk over its field, each mark as big as its figure, and the patterns among them. */
export default function StandMapView({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const { field, planting } = stand;
  const parts = useChildren('fieldPart', 'fieldId', planting.data.fieldId);
  const [figure, setFigure] = useState<StandFigure>('stand');
  const map = useMemo(() => {
    const zones = parts.filter(({ data }) => isZone(data.part) && data.shape);
    return readStandMap(stand, (at) => {
      const plane = planeAt(at);
      return zones.find(({ data }) => isIn(onPlane(plane, data.shape!), [0, 0]))?.id ?? '';
    });
  }, [stand, parts]);
  const kind = figure === 'behind' ? 'share' : units.standKind(stand.denseStand);
  const surface = useMemo(() => map.surfaceOf(figure), [map, figure]);
  const range = useMemo((): [number, number] | null => {
    const values = surface?.cells.map(({ value }) => value) ?? [];
    return values.length > 0 ? [Math.min(...values), Math.max(...values)] : null;
  }, [surface]);
  const picture = useMemo(
    () => surface && range && surfacePicture(surface, range),
    [surface, range],
  );
  const features = useMemo(() => {
    const most = Math.max(...map.stops.map(({ values }) => values[figure]), 1e-12);
    return [
      ...fieldFeatures({ id: planting.data.fieldId, data: field }, parts, {
        label: false,
        passes: picture === null,
        filled: picture === null,
      }),
      ...map.stops.map(({ id, at, chosen, values }): MapFeature => ({
        id,
        look: 'mark',
        at,
        size: Math.max(LEAST_PX, MOST_PX * Math.sqrt(values[figure] / most)),
        colour: figure === 'behind' ? '--clay' : '--leaf',
        hollow: chosen,
        label: units.number(values[figure], kind),
      })),
    ];
  }, [map, figure, field, parts, planting, units, kind, picture]);
  const focus = useMemo(
    () => ({ key: planting.data.fieldId, on: [planting.data.fieldId] }),
    [planting.data.fieldId],
  );
  if (map.stops.length === 0) return null;
  const nameOf = (zone: string) =>
    parts.find(({ id }) => id === zone)?.data.name ?? 'the rest of the field';
  const patterns = map.patterns[figure];
  return (
    <section className="sheet stack tight">
      <div className="row spread">
        <h2>Over the field</h2>
        <Choice
          label="Shown"
          labelled={false}
          options={STAND_FIGURES.map((value) => ({ value, says: FIGURE_WORDS[value].label }))}
          value={figure}
          onChange={(value) => setFigure(value!)}
        />
      </div>
      <MapCanvas
        low
        features={features}
        picture={picture}
        focus={focus}
        system={units.system}
        label={`${FIGURE_WORDS[figure].label} by stop`}
      />
      <div data-testid="patterns">
        {patterns.map((pattern) => (
          <p key={pattern.pattern}>{patternText(pattern, figure, kind, units, nameOf)}</p>
        ))}
        {patterns.length === 0 && (
          <p>
            {map.stops.length < 8
              ? 'Eight stops or more tell a pattern from chance.'
              : 'No pattern that chance does not explain.'}
          </p>
        )}
      </div>
      {surface && range && (
        <div className="row small">
          <Ramp low={units.show(range[0], kind)} high={units.show(range[1], kind)} />
          <span className="soft">
            Smoothed between the stops, ±
            {units.show(1.96 * Math.min(...surface.cells.map(({ se }) => se)), kind)} where it is
            surest, ±{units.show(1.96 * Math.max(...surface.cells.map(({ se }) => se)), kind)} where
            it is palest.
          </span>
        </div>
      )}
      <p className="small soft">
        The area of a mark goes with its figure, in {units.symbol(kind)}.
        {map.stops.some(({ chosen }) => chosen)
          ? ' Hollow ones were chosen for their looks: they count in no mean and no pattern.'
          : ''}
        {map.unplaced > 0
          ? ` ${map.unplaced} ${map.unplaced === 1 ? 'stop has' : 'stops have'} no known place.`
          : ''}
      </p>
    </section>
  );
}
