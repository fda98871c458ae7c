import {
  boundsOf,
  middleOf,
  planeAt,
  type Boundary,
  type Kept,
  type StandPart,
} from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { useId } from 'react';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import styles from './replant.module.css';

/** The field with its parts: those that pay to be replanted hatched, each with its stand and its area. */
export function PartsPicture({
  field,
  parts,
  worst,
  areaM2,
  denseStand,
  heightPx = 240,
}: {
  field: Kept<'field'>;
  parts: readonly StandPart[];
  worst: readonly number[];
  areaM2: number | null;
  denseStand: boolean;
  heightPx?: number;
}) {
  const units = useUnits();
  // The same field stands on the screen and on the page.
  const hatch = useId();
  const { ref, width } = useDrawingWidth(420);
  const { boundary } = field.data;
  const kind = units.standKind(denseStand);
  const says = (part: StandPart) =>
    `${part.name}: ${units.show(part.plantsPerM2, kind)}${areaM2 === null ? '' : ` on ${units.show(part.share * areaM2, 'area')}`}, ${part.stops === 0 ? 'as told' : `${part.stops} ${part.stops === 1 ? 'stop' : 'stops'}`}`;
  if (!boundary || parts.length === 0) return null;
  const plane = planeAt(middleOf(boundary));
  const [west, south, east, north] = boundsOf(boundary);
  const [[x0, y0], [x1, y1]] = [plane.toMetres([west, south]), plane.toMetres([east, north])];
  const scale = Math.min((width - 16) / (x1 - x0), heightPx / (y1 - y0));
  const height = (y1 - y0) * scale + 16;
  const x = scaleLinear([x0, x1], [8, 8 + (x1 - x0) * scale]);
  const y = scaleLinear([y1, y0], [8, height - 8]);
  const path = ({ coordinates }: Boundary) =>
    coordinates
      .flat()
      .map(
        (ring) =>
          `M${ring
            .map((place) => {
              const [a, b] = plane.toMetres(place);
              return `${x(a).toFixed(1)} ${y(b).toFixed(1)}`;
            })
            .join('L')}Z`,
      )
      .join('');
  return (
    <div className={styles.beside}>
      <div ref={ref}>
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`${field.data.name}: ${parts.map(says).join('; ')}`}
        >
          <defs>
            <pattern
              id={hatch}
              width={9}
              height={9}
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <line x1={0} x2={0} y1={0} y2={9} stroke="var(--clay)" strokeWidth={4} />
            </pattern>
          </defs>
          <path
            d={path(boundary)}
            fill="var(--leaf-pale)"
            stroke="var(--ink)"
            strokeWidth={1.5}
            fillRule="evenodd"
          />
          {parts.map((part, i) =>
            part.shape ? (
              <path
                key={part.id}
                d={path(part.shape)}
                fill={worst.includes(i) ? `url(#${hatch})` : 'none'}
                stroke="var(--clay)"
                strokeWidth={1.5}
                fillRule="evenodd"
              />
            ) : null,
          )}
        </svg>
      </div>
      <ul>
        {parts.map((part, i) => (
          <li key={part.id}>
            {says(part)}
            {worst.includes(i) ? ': pays to be replanted (hatched)' : ''}
          </li>
        ))}
      </ul>
    </div>
  );
}
