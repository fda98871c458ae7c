import type { FieldMap, Kept, QuantityKind } from '@sendero/core';
import { useMemo } from 'react';
import { useUnits } from '../units/useUnits.ts';
import { fieldFeatures } from './fieldFeatures.ts';
import type { MapFeature } from './looks.ts';
import { MapCanvas } from './MapCanvas.tsx';
import { patternText } from './patternWords.ts';
import { Ramp } from './Ramp.tsx';
import { surfacePicture } from './surfacePicture.ts';

/** Radius of a mark, px: its area goes with the figure. */
const [LEAST_PX, MOST_PX] = [5, 15];

/** A figure over its field: a mark for each stop, a surface where the stops carry one, and the patterns among them. */
export function FigureMap({
  field,
  parts,
  map,
  kind,
  subject,
  colour = '--leaf',
}: {
  field: Pick<Kept<'field'>, 'id' | 'data'>;
  parts: readonly Kept<'fieldPart'>[];
  map: FieldMap;
  kind: QuantityKind;
  /** What it is, at the head of a sentence. */
  subject: string;
  colour?: string;
}) {
  const units = useUnits();
  const { stops, surface, patterns } = map;
  const range = useMemo((): [number, number] | null => {
    const values = surface?.cells.map(({ value }) => value) ?? [];
    return values.length > 0 ? [Math.min(...values), Math.max(...values)] : null;
  }, [surface]);
  const picture = useMemo(
    () => surface && range && surfacePicture(surface, range),
    [surface, range],
  );
  const features = useMemo(() => {
    const most = Math.max(...stops.map(({ value }) => value), 1e-12);
    return [
      ...fieldFeatures(field, parts, {
        label: false,
        passes: picture === null,
        filled: picture === null,
      }),
      ...stops.map(({ id, at, chosen, value }): MapFeature => ({
        id,
        look: 'mark',
        at,
        size: Math.max(LEAST_PX, MOST_PX * Math.sqrt(value / most)),
        colour,
        hollow: chosen,
        label: units.number(value, kind),
      })),
    ];
  }, [field, parts, stops, picture, units, kind, colour]);
  const focus = useMemo(() => ({ key: field.id, on: [field.id] }), [field.id]);
  const nameOf = (zone: string) =>
    parts.find(({ id }) => id === zone)?.data.name ?? 'the rest of the field';
  const errors = surface?.cells.map(({ se }) => 1.96 * se) ?? [];
  return (
    <>
      <MapCanvas
        features={features}
        focus={focus}
        picture={picture}
        system={units.system}
        label={`${subject} by stop`}
      />
      <div data-testid="patterns">
        {patterns.map((pattern) => (
          <p key={pattern.pattern}>{patternText(pattern, subject, kind, units, nameOf)}</p>
        ))}
        {patterns.length === 0 && (
          <p>
            {stops.length < 8
              ? 'Eight stops or more tell a pattern from chance.'
              : 'No pattern that chance does not explain.'}
          </p>
        )}
      </div>
      {range && (
        <div className="row small">
          <Ramp low={units.show(range[0], kind)} high={units.show(range[1], kind)} />
          <span className="soft">
            Smoothed between the stops, ±{units.show(Math.min(...errors), kind)} where it is surest,
            ±{units.show(Math.max(...errors), kind)} where it is palest.
          </span>
        </div>
      )}
      <p className="small soft">
        The area of a mark goes with its figure, in {units.symbol(kind)}.
        {stops.some(({ chosen }) => chosen)
          ? ' Hollow ones were chosen for their looks: they count in no mean and no pattern.'
          : ''}
      </p>
    </>
  );
}
