import type { QuantityKind, TrialStripReading, TrialTreatment } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { letterOf, shadeOf } from './treatmentLook.ts';

const [LEFT, RIGHT, HEAD] = [46, 20, 22];
/** Strips narrower than this have no room for every number, px. */
const ROOM = 19;

export type DrawnStrip = Pick<
  TrialStripReading,
  | 'number'
  | 'block'
  | 'fromM'
  | 'widthM'
  | 'harvestFromM'
  | 'harvestWidthM'
  | 'passes'
  | 'travel'
  | 'tramline'
> & { shown: number | null };

/**
 * Strips to scale across the field, in the order the driver meets them: shaded and lettered by treatment, with what is harvested of each, tramlines,
 * and the numbers of passes. With figures each strip stands as high as its own.
 */
export function StripPlan({
  strips,
  treatments,
  blinded = false,
  figures,
  named = [],
}: {
  strips: readonly DrawnStrip[];
  treatments: readonly Pick<TrialTreatment, 'index' | 'label'>[];
  /** Numbers only: nobody sees which is which. */
  blinded?: boolean;
  figures?: {
    of: ReadonlyMap<number, number>;
    kind: QuantityKind | null;
    /** From nothing up. */
    whole?: boolean;
  };
  /** Strips that stand out. */
  named?: readonly number[];
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(640);
  const high = figures ? 190 : 96;
  const height = HEAD + high + (figures ? 22 : 60);
  const [first, last] = [strips[0]!, strips.at(-1)!];
  const x = scaleLinear(
    [first.fromM, last.fromM + last.widthM],
    [figures ? LEFT : 24, width - RIGHT],
  );
  const values = figures ? [...figures.of.values()] : [];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  // A small difference must not look like a large one: a quarter of each strip is always seen, of a demonstration all of it.
  const below = figures?.whole
    ? 0
    : Math.max(0, Math.min(least - 1.2 * (most - least), 0.75 * least));
  const y = scaleLinear([below, most + 0.08 * (most - below || 1)], [HEAD + high, HEAD]);
  const each = x(first.fromM + first.widthM) - x(first.fromM);
  const every = Math.max(1, Math.ceil(ROOM / each));
  const numbered = (number: number) => every === 1 || number === 1 || number % every === 0;
  const blocks = [...new Set(strips.map(({ block }) => block))];
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${strips.length} strips in field order: ${strips
          .map(
            ({ number, shown }) =>
              `${number} ${shown === null ? 'missed' : blinded ? '' : letterOf(shown)}`,
          )
          .join(', ')}`}
      >
        {figures?.kind && (
          <Axis scale={y} kind={figures.kind} side="left" at={LEFT - 4} room={44} />
        )}
        {strips.map((strip) => {
          const { number, fromM, widthM, shown } = strip;
          const value = figures?.of.get(number);
          const top = figures ? (value === undefined ? HEAD + high - 14 : y(value)) : HEAD;
          const [left, wide] = [x(fromM), x(fromM + widthM) - x(fromM)];
          return (
            <g key={number}>
              <rect
                x={left + 0.75}
                y={top}
                width={Math.max(1, wide - 1.5)}
                height={HEAD + high - top}
                fill={shown === null || blinded ? 'none' : shadeOf(shown, treatments.length)}
                stroke={named.includes(number) ? 'var(--signal)' : 'var(--ink-soft)'}
                strokeWidth={named.includes(number) ? 2.5 : 1}
                strokeDasharray={shown === null ? '3 3' : undefined}
              />
              {!figures && strip.harvestWidthM > 0 && (
                <rect
                  x={x(strip.harvestFromM) + 1.5}
                  y={HEAD + high - 9}
                  width={Math.max(
                    1,
                    x(strip.harvestFromM + strip.harvestWidthM) - x(strip.harvestFromM) - 3,
                  )}
                  height={6}
                  fill="var(--clay)"
                />
              )}
              {strip.tramline && (
                <line
                  x1={left + wide / 2}
                  x2={left + wide / 2}
                  y1={HEAD + high - 24}
                  y2={HEAD + high}
                  stroke="var(--ink)"
                  strokeWidth={2}
                  strokeDasharray="2 3"
                />
              )}
              <text
                x={left + wide / 2}
                y={figures ? Math.min(top + 17, HEAD + high - 4) : HEAD + 30}
                fontSize={each < 14 ? 10 : 15}
                fontWeight={700}
                textAnchor="middle"
              >
                {shown === null ? '–' : blinded ? '' : letterOf(shown)}
              </text>
              {numbered(number) && (
                <text x={left + wide / 2} y={HEAD + high + 16} fontSize={12} textAnchor="middle">
                  {number}
                </text>
              )}
              {numbered(number) && !figures && each * every >= 20 && (
                <text
                  x={left + wide / 2}
                  y={HEAD + high + 34}
                  fontSize={11}
                  textAnchor="middle"
                  style={{ fill: 'var(--ink-soft)' }}
                >
                  {strip.travel === 'out' ? '↑' : '↓'}
                  {strip.passes[0]}
                </text>
              )}
            </g>
          );
        })}
        {blocks.map((block) => {
          const own = strips.filter((strip) => strip.block === block);
          const [from, to] = [x(own[0]!.fromM), x(own.at(-1)!.fromM + own.at(-1)!.widthM)];
          return (
            <g key={block}>
              <path
                d={`M${from + 2} ${HEAD - 4}V${HEAD - 8}H${to - 2}V${HEAD - 4}`}
                fill="none"
                stroke="var(--ink-soft)"
              />
              {to - from > 26 && (
                <text x={(from + to) / 2} y={HEAD - 11} fontSize={11} textAnchor="middle">
                  {to - from > 70 ? `block ${block}` : block}
                </text>
              )}
            </g>
          );
        })}
        {!figures && <Axis scale={x} kind="distance" side="bottom" at={HEAD + high + 37} />}
      </svg>
      <span className="small soft">
        Numbered across the field
        {figures
          ? `; each stands as high as it bore, from ${figures.kind ? units.show(below, figures.kind) : Math.round(below)} up`
          : '; below each the pass it begins with and the way it goes'}
        .
      </span>
    </div>
  );
}

/** Which letter is which treatment. */
export function TreatmentKey({
  treatments,
  check,
}: {
  treatments: readonly Pick<TrialTreatment, 'index' | 'label'>[];
  check: number;
}) {
  return (
    <ul className="list-plain row small" aria-label="Treatments">
      {treatments.map(({ index, label }) => (
        <li key={index} className="row" style={{ gap: '0.35rem' }}>
          <span
            aria-hidden
            style={{
              background: shadeOf(index, treatments.length),
              border: '1px solid var(--ink-soft)',
              padding: '0 0.4rem',
              fontWeight: 700,
            }}
          >
            {letterOf(index)}
          </span>
          {label}
          {index === check && ' (check)'}
        </li>
      ))}
    </ul>
  );
}
