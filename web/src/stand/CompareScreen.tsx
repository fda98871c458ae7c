import {
  compareWalks,
  cropTitle,
  machineOf,
  readPlants,
  type Kept,
  type Told,
  type WalkComparison,
  type WalkStand,
} from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { extent, max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { useMemo } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { shortDate } from '../app/dates.ts';
import { useAll } from '../data/hooks.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { StageBars } from '../staging/StageBars.tsx';
import { useUnits } from '../units/useUnits.ts';
import { differenceText, FIGURE_WORDS } from './compareWords.ts';
import { StandScale } from './StandScale.tsx';
import { useWalkStand } from './useWalkStand.ts';

/** A walk beside another: the same drawings on the same scales, and what differs by more than chance. */
export default function CompareScreen() {
  const { walkId } = useParams();
  const [search, setSearch] = useSearchParams();
  const stand = useWalkStand(walkId);
  const choices = useChoices(stand ?? null);
  const otherId = search.get('with') ?? choices[0]?.id;
  const other = useWalkStand(otherId);
  if (stand === undefined) return null;
  if (!stand)
    return (
      <p>
        This walk is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  return (
    <Parts>
      <div>
        <Link to={`/walks/${stand.walk.id}/result`}>{nameOf(stand)}</Link>
        <h1>Compare walks</h1>
      </div>
      {choices.length === 0 ? (
        <p>There is no other finished stand walk on this device to hold this one against.</p>
      ) : (
        <NativeSelect
          label="Against"
          size="md"
          value={otherId}
          onChange={(event) => setSearch({ with: event.currentTarget.value }, { replace: true })}
          data={choices.map(({ id, label }) => ({ value: id, label }))}
          style={{ maxWidth: 460 }}
        />
      )}
      {other?.summary && stand.summary && <Both a={stand} b={other} />}
      {other && !other.summary && <p>Nothing is counted on that walk yet.</p>}
    </Parts>
  );
}

const nameOf = ({ field, walk, planting }: WalkStand) =>
  `${field.name}, ${cropTitle(planting.data)}, ${shortDate(walk.data.startedOn)} ${walk.data.startedOn.slice(0, 4)}`;

/** Finished stand walks to hold this one against: of the same field first, then of the same crop, the newest first. */
function useChoices(stand: WalkStand | null): { id: string; label: string }[] {
  const walks = useAll('walk');
  const plantings = useAll('planting');
  const fields = useAll('field');
  return useMemo(() => {
    if (!stand) return [];
    const plantingOf = new Map(plantings.map((planting) => [planting.id, planting]));
    const fieldOf = new Map(fields.map((field) => [field.id, field]));
    const nearness = ({ data }: Kept<'planting'>) =>
      data.fieldId === stand.planting.data.fieldId
        ? 0
        : data.crop === stand.planting.data.crop
          ? 1
          : 2;
    return walks
      .flatMap((walk) => {
        const planting = plantingOf.get(walk.data.plantingId);
        const field = fieldOf.get(planting?.data.fieldId ?? '');
        if (!planting || !field || walk.id === stand.walk.id) return [];
        if (walk.data.purpose !== 'stand' || walk.data.finishedAt === null) return [];
        return [
          {
            id: walk.id,
            near: nearness(planting),
            at: walk.data.startedAt,
            label: `${field.data.name}, ${cropTitle(planting.data)}, ${shortDate(walk.data.startedOn)} ${walk.data.startedOn.slice(0, 4)}`,
          },
        ];
      })
      .sort((one, two) => one.near - two.near || (one.at < two.at ? 1 : -1));
  }, [stand, walks, plantings, fields]);
}

function Both({ a, b }: { a: WalkStand; b: WalkStand }) {
  const rows = useMemo(() => compareWalks(a, b), [a, b]);
  const [kindA, kindB] = [machineOf(a), machineOf(b)];
  const sameScale = a.planting.data.crop === b.planting.data.crop;
  const span = extent(
    [a, b].flatMap(({ summary, targetPerM2, expectedPerM2 }) => [
      ...summary!.stops.map(({ perM2 }) => perM2),
      targetPerM2,
      expectedPerM2,
      ...(summary!.intervalPerM2 ?? []),
    ]),
  ) as [number, number];
  const room = 0.06 * (span[1] - span[0]);
  return (
    <>
      <section className="sheet stack tight" aria-label="What differs">
        <h2>What differs</h2>
        <ul className="list-plain">
          {rows.map((row) => (
            <li key={row.figure} className="task" style={{ gridTemplateColumns: 'minmax(0, 1fr)' }}>
              <div>
                <strong>{FIGURE_WORDS[row.figure].name}</strong>{' '}
                <span className={row.told ? undefined : 'soft'} data-figure={row.figure}>
                  {differenceText(row)}
                </span>
              </div>
              <TwoFigures row={row} a={nameOf(a)} b={nameOf(b)} />
            </li>
          ))}
        </ul>
        <p className="small soft">
          Full: {nameOf(a)}. Hollow: {nameOf(b)}. Lines are 95 % intervals; each walk is held
          against its own rate and spacing.
        </p>
        {kindA.drilled !== kindB.drilled && (
          <p className="rule-left">
            One of the two was drilled. A drill does not single its seeds: by chance alone it fills{' '}
            {percent((kindA.drilled ? kindA : kindB).singlyAtBest)} of the places singly, a perfect
            meter here {percent((kindA.drilled ? kindB : kindA).singlyAtBest)}. Judge each against
            its own kind; what the two are worth beside each other is told by their yield in strips.
          </p>
        )}
      </section>
      <div className="columns half">
        {[a, b].map((one) => (
          <One
            key={one.walk.id}
            stand={one}
            span={sameScale ? [Math.max(0, span[0] - room), span[1] + room] : undefined}
          />
        ))}
      </div>
    </>
  );
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

function One({ stand, span }: { stand: WalkStand; span?: [number, number] }) {
  const units = useUnits();
  const summary = stand.summary!;
  const kind = units.standKind(stand.denseStand);
  const ordinals = new Map(stand.stops.map(({ id, data }) => [id, data.ordinal]));
  const { stages } = useMemo(() => readPlants(stand), [stand]);
  return (
    <section className="sheet stack tight" aria-label={nameOf(stand)}>
      <h2>{nameOf(stand)}</h2>
      <div className="figure" style={{ fontSize: '1.7rem' }}>
        {units.number(summary.meanPerM2, kind)}
        <span className="unit">{units.symbol(kind)}</span>
      </div>
      <StandScale
        stops={summary.stops.map(({ id, perM2 }) => ({
          id,
          perM2,
          label: String(ordinals.get(id)),
        }))}
        meanPerM2={summary.meanPerM2}
        intervalPerM2={summary.intervalPerM2}
        targetPerM2={stand.targetPerM2}
        expectedPerM2={stand.expectedPerM2}
        denseStand={stand.denseStand}
        span={span}
      />
      {stages[0] && (
        <StageBars crop={stand.planting.data.crop} by={stages[0].by} reading={stages[0].reading} />
      )}
    </section>
  );
}

const [PAD, HEIGHT] = [12, 44];

/** A figure of both walks on one scale, with their intervals. */
function TwoFigures({ row, a, b }: { row: WalkComparison; a: string; b: string }) {
  const { ref, width } = useDrawingWidth(560);
  const top = Math.max(
    1,
    max([row.a, row.b], (one) => one?.upper ?? 0)!,
  );
  const x = scaleLinear([0, top], [PAD, width - PAD]);
  const line = (told: Told | null, y: number, full: boolean) =>
    told && (
      <g stroke="var(--clay)" strokeWidth={3}>
        <line x1={x(told.lower)} x2={x(told.upper)} y1={y} y2={y} />
        <circle cx={x(told.value)} cy={y} r={6} fill={full ? 'var(--clay)' : 'var(--sheet)'} />
      </g>
    );
  const said = (told: Told | null) => (told ? percent(told.value) : 'not told');
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        style={{ display: 'block' }}
        aria-label={`${a}: ${said(row.a)}; ${b}: ${said(row.b)}`}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <g key={share}>
            <line x1={x(share)} x2={x(share)} y1={2} y2={30} stroke="var(--line)" />
            <text
              x={x(share)}
              y={HEIGHT - 2}
              fontSize={12}
              textAnchor={share === 0 ? 'start' : share === 1 ? 'end' : 'middle'}
            >
              {Math.round(100 * share)} %
            </text>
          </g>
        ))}
        {line(row.a, 9, true)}
        {line(row.b, 23, false)}
      </svg>
    </div>
  );
}
