import { JUDGED_BEFORE_DAYS, type PredictionScore } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Link } from 'react-router';
import { shortDate } from '../app/dates.ts';
import { useAll } from '../data/hooks.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { useSeasonWeather } from './useSeasonWeather.ts';

const [LEFT, RIGHT, TOP, ROW] = [190, 16, 30, 30];

/** Days between what was said and what was seen. */
const off = ({ seenDays }: PredictionScore, said: number) => seenDays - said;

/** How predictions of emergence did: what the default said, and what the fields seen before made of it. */
export function PredictionScores() {
  const units = useUnits();
  const { scores } = useSeasonWeather();
  const plantings = useAll('planting');
  const fields = useAll('field');
  const { ref, width } = useDrawingWidth(640);
  if (scores.length === 0)
    return (
      <section className="sheet stack tight">
        <h2>How predictions did</h2>
        <p>
          Once flagged lengths of a field with weather have come up, what was said of it stands here
          beside what was seen, and the fields after it are told from it.
        </p>
      </section>
    );
  const rows = scores.flatMap((score) => {
    const planting = plantings.find(({ id }) => id === score.id);
    const field = fields.find(({ id }) => id === planting?.data.fieldId);
    return planting && field ? [{ score, planting, field }] : [];
  });
  const most = Math.max(
    2,
    ...rows.flatMap(({ score }) => [
      Math.abs(off(score, score.byDefault)),
      Math.abs(off(score, score.corrected)),
    ]),
  );
  const x = scaleLinear([-most, most], [LEFT, width - RIGHT]);
  const height = TOP + ROW * rows.length + 24;
  const learned = rows.filter(({ score }) => score.local.from + score.local.ofField > 0);
  const mean = (said: (score: PredictionScore) => number) =>
    learned.reduce((sum, { score }) => sum + Math.abs(off(score, said(score))), 0) / learned.length;
  return (
    <section className="sheet stack tight">
      <h2>How predictions did</h2>
      {learned.length > 0 && (
        <p>
          Of {learned.length === 1 ? 'one planting' : `${learned.length} plantings`} with something
          learned before: off by{' '}
          <strong>
            {units.fixed(
              mean(({ corrected }) => corrected),
              1,
            )}{' '}
            days
          </strong>{' '}
          with it,{' '}
          {units.fixed(
            mean(({ byDefault }) => byDefault),
            1,
          )}{' '}
          days by the default.
        </p>
      )}
      <div ref={ref}>
        <svg
          width={width}
          height={height}
          style={{ display: 'block' }}
          role="img"
          aria-label={`Days that half of the plants came after what was said: ${rows
            .map(
              ({ score, field }) =>
                `${field.data.name} ${units.fixed(off(score, score.corrected), 1)}, by the default ${units.fixed(off(score, score.byDefault), 1)}`,
            )
            .join('; ')}`}
        >
          {x.ticks(5).map((tick) => (
            <g key={tick}>
              <line
                x1={x(tick)}
                x2={x(tick)}
                y1={TOP - 6}
                y2={height - 20}
                stroke={tick === 0 ? 'var(--ink)' : 'var(--line)'}
              />
              <text x={x(tick)} y={height - 6} fontSize={12} textAnchor="middle">
                {tick === 0 ? 'as said' : `${Math.abs(tick)} d`}
              </text>
            </g>
          ))}
          <text x={x(-most)} y={14} fontSize={12}>
            came earlier
          </text>
          <text x={x(most)} y={14} fontSize={12} textAnchor="end">
            came later
          </text>
          {rows.map(({ score, planting, field }, i) => {
            const y = TOP + ROW * (i + 0.5);
            const [plain, better] = [
              x(off(score, score.byDefault)),
              x(off(score, score.corrected)),
            ];
            return (
              <g key={score.id}>
                <text x={0} y={y + 4} fontSize={13}>
                  {field.data.name}, {shortDate(planting.data.plantedOn)},{' '}
                  {planting.data.plantedOn.slice(0, 4)}
                </text>
                <line x1={plain} x2={better} y1={y} y2={y} stroke="var(--ink-soft)" />
                <circle
                  cx={plain}
                  cy={y}
                  r={6}
                  fill="var(--sheet)"
                  stroke="var(--ink-soft)"
                  strokeWidth={2}
                />
                <circle cx={better} cy={y} r={6} fill="var(--leaf)" />
              </g>
            );
          })}
        </svg>
      </div>
      <p className="small soft">
        Hollow: by the default heat. Filled: corrected by the fields seen before it. Each as it
        stood {JUDGED_BEFORE_DAYS} days before half were up, without a forecast, since none is kept.
        A field that lies colder than its station does so every year. The{' '}
        <Link to="/calendar">calendar</Link> goes by the corrected ones.
      </p>
    </section>
  );
}
