import { upBy, type EmergenceTrial, type TrialTreatment } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { letterOf } from './treatmentLook.ts';

const [HEIGHT, LEFT, RIGHT, FOOT] = [230, 44, 30, 34];
const STEPS = 48;
const DASHES = ['', '8 5', '2 4', '12 4 2 4'];

/** The curve of each strip, a line kind a treatment, with its letter at the end: what is compared are strips, not plants. */
export function EmergencePicture({
  emergence,
  treatments,
}: {
  emergence: EmergenceTrial;
  treatments: readonly TrialTreatment[];
}) {
  const { ref, width } = useDrawingWidth(520);
  const curves = emergence.plots.flatMap(({ treatment, fit }) =>
    fit.curve ? [{ treatment, curve: fit.curve, until: fit.t90H! }] : [],
  );
  if (curves.length === 0) return null;
  const from = 0.75 * Math.min(...curves.map(({ curve }) => curve.halfH));
  const to = 1.1 * Math.max(...curves.map(({ until }) => until));
  const x = scaleLinear([from, to], [LEFT, width - RIGHT]);
  const y = scaleLinear([0, 1], [HEIGHT - FOOT, 10]);
  const index = (label: string) => treatments.find((one) => one.label === label)!.index;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Share of the seeds up over time, ${curves.length} strips`}
      >
        {curves.map(({ treatment, curve }, i) => (
          <g key={i}>
            <polyline
              points={Array.from({ length: STEPS + 1 }, (_, k) => {
                const hours = from + ((to - from) * k) / STEPS;
                return `${x(hours)} ${y(upBy(curve, hours))}`;
              }).join(' ')}
              fill="none"
              stroke="var(--leaf)"
              strokeWidth={2}
              strokeDasharray={DASHES[index(treatment) % DASHES.length]}
            />
            <text x={x(to) + 3 + 12 * (i % 2)} y={y(upBy(curve, to)) + 4} fontSize={12}>
              {letterOf(index(treatment))}
            </text>
          </g>
        ))}
        {[0, 0.5, 1].map((share) => (
          <text key={share} x={LEFT - 6} y={y(share) + 4} fontSize={12} textAnchor="end">
            {100 * share} %
          </text>
        ))}
        <line x1={LEFT} x2={x(to)} y1={y(0)} y2={y(0)} stroke="var(--ink-soft)" />
        {x.ticks(5).map((hours) => (
          <text key={hours} x={x(hours)} y={HEIGHT - FOOT + 18} fontSize={12} textAnchor="middle">
            {hours} h
          </text>
        ))}
      </svg>
      <span className="small soft">
        Share of the seeds up, hours after noon of the planting day. A line is a strip.
      </span>
    </div>
  );
}
