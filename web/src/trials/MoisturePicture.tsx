import { outermostCrossing, type CovariateAnalysis, type QuantityKind } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

const [HEIGHT, LEFT, RIGHT] = [240, 52, 64];
/** Between two names, px. */
const LINE = 15;

/** A line a level over furrow moisture; the band is where the two outermost may change places. */
export function MoisturePicture({
  covariate,
  range: [low, high],
  kind,
}: {
  covariate: CovariateAnalysis;
  /** Least and most moisture of the strips. */
  range: readonly [number, number];
  kind: QuantityKind;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(520);
  const lines = covariate.slopes.map(({ treatment, intercept, slope }) => ({
    treatment,
    at: (moisture: number) => intercept + slope * moisture,
  }));
  const ends = lines.flatMap(({ at }) => [at(low), at(high)]);
  const [least, most] = [Math.min(...ends), Math.max(...ends)];
  const x = scaleLinear([low, high], [LEFT, width - RIGHT]);
  const y = scaleLinear(
    [least - 0.1 * (most - least), most + 0.1 * (most - least)],
    [HEIGHT - 34, 10],
  );
  // Names beside the ends of their lines, each with room of its own.
  const named = new Map<string, number>();
  [...lines]
    .sort((a, b) => y(a.at(high)) - y(b.at(high)))
    .reduce((above, { treatment, at }) => {
      const place = Math.max(y(at(high)) + 4, above + LINE);
      named.set(treatment, place);
      return place;
    }, 0);
  const crossing = outermostCrossing(covariate);
  const inside = (value: number) => Math.max(low, Math.min(high, value));
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label="Yield of each level by the water in the furrow"
      >
        {crossing?.interval && crossing.interval[1] > low && crossing.interval[0] < high && (
          <rect
            x={x(inside(crossing.interval[0]))}
            y={10}
            width={Math.max(1, x(inside(crossing.interval[1])) - x(inside(crossing.interval[0])))}
            height={HEIGHT - 44}
            fill="var(--band)"
          />
        )}
        {lines.map(({ treatment, at }, i) => (
          <g key={treatment}>
            <line
              x1={x(low)}
              y1={y(at(low))}
              x2={x(high)}
              y2={y(at(high))}
              stroke="var(--clay)"
              strokeWidth={2.5}
              strokeDasharray={['', '8 5', '2 4', '12 4 2 4'][i % 4]}
            />
            <text x={width - RIGHT + 6} y={named.get(treatment)} fontSize={13}>
              {treatment}
            </text>
          </g>
        ))}
        <Axis scale={y} kind={kind} side="left" at={LEFT} room={44} />
        <Axis scale={x} kind="content" side="bottom" at={HEIGHT - 34} />
      </svg>
      <span className="small soft">
        Up: {units.symbol(kind)}; across: water in the furrow. Shaded: where the outermost two may
        change places (95{'\u00a0'}%).
      </span>
    </div>
  );
}
