import type { ScaleLinear } from 'd3-scale';
import { Axis } from './Axis.tsx';

/** Soil in cross-section: its surface, and the depth below it. */
export const Ground = ({
  y,
  left,
  right,
}: {
  /** Depth, m, to the place on the drawing. */
  y: ScaleLinear<number, number>;
  left: number;
  right: number;
}) => {
  const [surface, bottom] = y.range() as [number, number];
  return (
    <>
      <rect
        x={left}
        y={surface}
        width={right - left}
        height={bottom - surface}
        fill="var(--band)"
      />
      <line x1={left} x2={right} y1={surface} y2={surface} stroke="var(--ink)" strokeWidth={2.5} />
      <Axis scale={y} kind="seedDepth" side="left" at={left} />
    </>
  );
};
