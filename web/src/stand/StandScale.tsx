import { extent } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { widthOf } from '../drawing/lanes.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

interface Props {
  /** Density of each stop, plants per m². */
  stops: { id: string; perM2: number; label: string; chosen?: boolean }[];
  meanPerM2: number | null;
  intervalPerM2: readonly [number, number] | null;
  targetPerM2: number;
  expectedPerM2: number;
  denseStand: boolean;
  height?: number;
  /** Ends of the scale, plants per m², where another drawing has the same; left out: as its own figures want it. */
  span?: readonly [number, number];
}

const PAD = 18;
/** Room above for two lines of lettering. */
const TOP = 40;

/** Every stop on one population scale, with the interval, the expected live stand and the rate planted. */
export function StandScale({
  stops,
  meanPerM2,
  intervalPerM2,
  targetPerM2,
  expectedPerM2,
  denseStand,
  height = 166,
  span,
}: Props) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(640);
  const kind = units.standKind(denseStand);
  const all = [
    ...stops.map(({ perM2 }) => perM2),
    targetPerM2,
    expectedPerM2,
    ...(intervalPerM2 ?? []),
  ];
  const [least, most] = extent(all) as [number, number];
  const [low, high] = span ?? [Math.max(0, least - targetPerM2 * 0.08), most + targetPerM2 * 0.08];
  const x = scaleLinear([low, high], [PAD, width - PAD]);
  const axis = height - 28;
  const lanes = dodge(stops.map(({ perM2 }) => x(perM2)));
  const dotY = (i: number) => axis - 24 - lanes[i]! * 17;
  const [thinnest, thickest] = extent(stops, ({ perM2 }) => perM2);
  const words = `${stops.length} stops from ${units.number(thinnest ?? 0, kind)} to ${units.show(thickest ?? 0, kind)}. Expected live stand ${units.show(expectedPerM2, kind)}, planted ${units.show(targetPerM2, kind)}.`;
  const marks = [
    { perM2: targetPerM2, words: `planted ${units.show(targetPerM2, kind)}`, y: 14, dash: '5 4' },
    { perM2: expectedPerM2, words: `expected live ${units.number(expectedPerM2, kind)}`, y: 31 },
  ];
  /** Lettering stays inside the drawing. */
  const lettered = (perM2: number, words: string) => {
    const half = widthOf(words, 14) / 2;
    return Math.min(width - half, Math.max(half, x(perM2)));
  };
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={stops.length > 0 ? words : 'No stop counted yet'}
        style={{ display: 'block' }}
      >
        {intervalPerM2 && (
          <rect
            x={x(Math.max(low, intervalPerM2[0]))}
            width={Math.max(3, x(intervalPerM2[1]) - x(Math.max(low, intervalPerM2[0])))}
            y={TOP}
            height={axis - TOP}
            fill="var(--leaf-pale)"
            rx={3}
          />
        )}
        <line x1={PAD} x2={width - PAD} y1={axis} y2={axis} stroke="var(--ink)" strokeWidth={1.5} />
        <Axis scale={x} kind={kind} side="bottom" at={axis} />
        {marks.map(({ perM2, words: says, y, dash }) => (
          <g key={says}>
            <line
              x1={x(perM2)}
              x2={x(perM2)}
              y1={y + 5}
              y2={axis}
              stroke="var(--clay)"
              strokeWidth={2}
              strokeDasharray={dash}
            />
            <text
              className="halo"
              x={lettered(perM2, says)}
              y={y}
              fontSize={14}
              textAnchor="middle"
            >
              {says}
            </text>
          </g>
        ))}
        {stops.map((stop, i) => (
          <g key={stop.id}>
            <circle
              cx={x(stop.perM2)}
              cy={dotY(i)}
              r={8}
              fill={stop.chosen ? 'var(--sheet)' : 'var(--leaf)'}
              stroke={stop.chosen ? 'var(--ink)' : 'var(--sheet)'}
              strokeWidth={1.5}
              strokeDasharray={stop.chosen ? '3 2' : undefined}
            />
            <text
              x={x(stop.perM2)}
              y={dotY(i) + 4}
              fontSize={10}
              textAnchor="middle"
              style={{ fill: stop.chosen ? 'var(--ink)' : 'var(--sheet)' }}
            >
              {stop.label}
            </text>
          </g>
        ))}
        {meanPerM2 !== null && (
          <path d={`M${x(meanPerM2)} ${axis + 1}l-8 -13h16z`} fill="var(--ink)" />
        )}
      </svg>
    </div>
  );
}

/** Lane of each dot, from the axis up, so that dots close together stand over each other. */
function dodge(places: number[]): number[] {
  const lanes = places.map(() => 0);
  const taken: number[][] = [[], [], [], [], []];
  for (const i of places.map((_, index) => index).sort((a, b) => places[a]! - places[b]!)) {
    const free = taken.findIndex((lane) =>
      lane.every((place) => Math.abs(place - places[i]!) >= 17),
    );
    lanes[i] = Math.max(0, free);
    taken[lanes[i]!]!.push(places[i]!);
  }
  return lanes;
}
