import { relativeYield, STAND_SCHOOLS, CROP_FACTS, type ReplantCase } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

const [TOP, FOOT, LEFT, RIGHT] = [16, 34, 46, 14];
const POINTS = 60;

/** What stands bear of a full yield, planted when this one was and when a replant would be, with both as points on their curves. */
export function StandCurves({ one }: { one: ReplantCase }) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(420);
  const height = Math.min(260, Math.max(200, width * 0.6));
  const kind = units.standKind(CROP_FACTS[one.crop].denseStand);
  const most = 1.15 * Math.max(one.replant.plantsPerM2, one.stand.plantsPerM2);
  const x = scaleLinear([0, most], [LEFT, width - RIGHT]);
  const y = scaleLinear([0, 1], [height - FOOT, TOP]);
  const bears = (
    plantsPerM2: number,
    daysAfterBest: number,
    school = one.school ?? 'compensating',
    longGapShare = 0,
  ) =>
    relativeYield({
      crop: one.crop,
      plantsPerM2,
      daysAfterBest,
      longGapShare,
      school,
      ...(one.curves ? { curves: one.curves } : {}),
      ...(one.bend ? { standPower: one.bend.power } : {}),
    });
  const path = (days: number, school?: (typeof STAND_SCHOOLS)[number]) =>
    `M${Array.from({ length: POINTS + 1 }, (_, i) => (most * i) / POINTS)
      .map((plants) => `${x(plants).toFixed(1)} ${y(bears(plants, days, school)).toFixed(1)}`)
      .join('L')}`;
  const kept = bears(one.stand.plantsPerM2, one.daysAfterBest, undefined, one.stand.longGapShare);
  const again = bears(one.replant.plantsPerM2, one.replant.daysAfterBest);
  const other =
    one.crop === 'soybean' && !one.curves
      ? STAND_SCHOOLS.find((school) => school !== (one.school ?? 'compensating'))
      : undefined;
  const percent = (share: number) => `${Math.round(100 * share)} %`;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`The stand that is there bears ${percent(kept)} of a full yield, a replanted one ${percent(again)}`}
      >
        {other && (
          <path
            d={path(one.daysAfterBest, other)}
            fill="none"
            stroke="var(--leaf)"
            strokeWidth={1.5}
            strokeDasharray="2 4"
          />
        )}
        <path d={path(one.daysAfterBest)} fill="none" stroke="var(--leaf)" strokeWidth={2.5} />
        <path
          d={path(one.replant.daysAfterBest)}
          fill="none"
          stroke="var(--clay)"
          strokeWidth={2.5}
          strokeDasharray="6 4"
        />
        <circle
          cx={x(one.stand.plantsPerM2)}
          cy={y(kept)}
          r={7}
          fill="var(--leaf)"
          stroke="var(--sheet)"
          strokeWidth={2}
        />
        <text
          x={Math.min(width - 70, x(one.stand.plantsPerM2))}
          y={Math.max(14, y(kept) - 14)}
          fontSize={13}
          fontWeight={700}
          textAnchor="middle"
          fill="var(--ink)"
        >
          as it stands {percent(kept)}
        </text>
        <rect
          x={x(one.replant.plantsPerM2) - 6}
          y={y(again) - 6}
          width={12}
          height={12}
          fill="var(--clay)"
          stroke="var(--sheet)"
          strokeWidth={2}
        />
        <text
          x={Math.min(width - 66, x(one.replant.plantsPerM2))}
          y={y(again) + 24}
          fontSize={13}
          fontWeight={700}
          textAnchor="middle"
          fill="var(--ink)"
        >
          replanted {percent(again)}
        </text>
        <Axis scale={x} kind={kind} side="bottom" at={height - FOOT} />
        <Axis scale={y} kind="share" side="left" at={LEFT} />
      </svg>
    </div>
  );
}
