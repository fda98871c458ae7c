import { intervalClass, slotsSpanned } from '@sendero/core';
import {
  Bar,
  BarChart,
  CartesianGrid,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { useUnits } from '../units/useUnits.ts';

const CLASS_COLOUR = { multiple: 'var(--signal)', single: 'var(--leaf)', miss: 'var(--soil)' };

/** How many intervals of each length: doubles, singles and gaps stand apart. */
export default function SpacingChart({
  runs,
  referenceM,
}: {
  runs: { positionsM: number[] }[];
  referenceM: number;
}) {
  const units = useUnits();
  const bin = referenceM / 4;
  const bins = Array.from({ length: 17 }, (_, i) => ({
    from: i * bin,
    multiple: 0,
    single: 0,
    miss: 0,
  }));
  for (const { positionsM } of runs) {
    for (let i = 1; i < positionsM.length; i++) {
      const interval = positionsM[i]! - positionsM[i - 1]!;
      bins[Math.min(16, Math.floor(interval / bin))]![
        intervalClass(slotsSpanned(interval, referenceM))
      ] += 1;
    }
  }
  const data = bins.map(({ from, ...counts }) => ({ middleM: from + bin / 2, ...counts }));
  const ticks = units.ticks(0, 17 * bin, 'plantSpacing', 9);
  return (
    <div aria-label={`Distribution of plant spacing in ${units.symbol('plantSpacing')}`} role="img">
      <ResponsiveContainer width="100%" height={230}>
        <BarChart
          data={data}
          margin={{ left: 0, right: 8, top: 18, bottom: 18 }}
          accessibilityLayer={false}
        >
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis
            dataKey="middleM"
            type="number"
            domain={[0, 17 * bin]}
            ticks={ticks.map(({ value }) => value)}
            tickFormatter={(at: number) => ticks.find(({ value }) => value === at)?.text ?? ''}
            tick={{ fill: 'var(--ink)', fontSize: 12 }}
            label={{
              value: `spacing, ${units.symbol('plantSpacing')}`,
              position: 'insideBottom',
              offset: -10,
              fill: 'var(--ink)',
              fontSize: 13,
            }}
          />
          <YAxis allowDecimals={false} width={36} tick={{ fill: 'var(--ink)', fontSize: 12 }} />
          <Tooltip
            cursor={{ fill: 'var(--band)' }}
            labelFormatter={(at) => units.show(Number(at), 'plantSpacing')}
            contentStyle={{
              background: 'var(--sheet)',
              border: '1px solid var(--line)',
              color: 'var(--ink)',
            }}
          />
          <ReferenceLine
            x={referenceM}
            stroke="var(--clay)"
            strokeDasharray="5 4"
            label={{ value: 'target', fill: 'var(--ink)', fontSize: 12, position: 'top' }}
          />
          {(['multiple', 'single', 'miss'] as const).map((name) => (
            <Bar
              key={name}
              dataKey={name}
              name={{ multiple: 'doubles', single: 'singles', miss: 'gaps' }[name]}
              stackId="all"
              fill={CLASS_COLOUR[name]}
              isAnimationActive={false}
            />
          ))}
        </BarChart>
      </ResponsiveContainer>
      <div className="row small">
        <Swatch colour={CLASS_COLOUR.multiple} /> doubles, up to half the target{' '}
        <Swatch colour={CLASS_COLOUR.single} /> singles <Swatch colour={CLASS_COLOUR.miss} /> gaps,
        over one and a half
      </div>
    </div>
  );
}

const Swatch = ({ colour }: { colour: string }) => (
  <span
    aria-hidden
    style={{ width: 14, height: 14, background: colour, display: 'inline-block', borderRadius: 2 }}
  />
);
