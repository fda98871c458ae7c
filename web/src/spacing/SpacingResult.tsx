import { max, pairs } from 'd3-array';
import {
  INCH_M,
  analyseSpacing,
  costOfSpacing,
  liveShare,
  machineSpread,
  sdInterval,
  wilsonInterval,
  tapeRun,
  type SpacingAnalysis,
  type WalkStand,
} from '@sendero/core';
import { lazy, Suspense, useState } from 'react';
import { SegmentedControl } from '@mantine/core';
import { Choice } from '../app/Choice.tsx';
import { useUnits } from '../units/useUnits.ts';
import { RowRibbon } from './RowRibbon.tsx';

const SpacingChart = lazy(() => import('./SpacingChart.tsx'));
const percent = (share: number | null) => (share === null ? '–' : `${Math.round(100 * share)} %`);

/** Tapes that are drawn; the others are in the figures. */
const MOST_SHOWN = 6;

/** Spacing in the row from the tapes of a walk: distribution, classes, each row by itself. */
export function SpacingResult({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const [reference, setReference] = useState<'target' | 'observed'>('target');
  const all = stand.stops.flatMap(({ data, tapes: own, spacingM: targetM }) =>
    own
      .filter(({ data: tape }) => tape.positionsM.length > 1 || tape.readToM !== null)
      .map((tape) => ({ ...tape, ordinal: data.ordinal, targetM })),
  );
  // Strips of another row width or rate are read by themselves: what is a gap in one is none in the other.
  const targets = [...new Set(all.map(({ targetM }) => targetM))].sort((a, b) => a - b);
  const [chosen, setChosen] = useState<number | null>(null);
  const targetM = chosen ?? targets[0] ?? stand.spacingM;
  const tapes = all.filter((tape) => tape.targetM === targetM);
  if (tapes.length === 0)
    return (
      <p className="soft">
        No tape was read on this walk. At a stop, “Tape” takes plant positions in a row: gaps and
        doubles show as you go.
      </p>
    );
  const runs = tapes.map(({ data }) => ({ row: data.row, ...tapeRun(data) }));
  const observed = analyseSpacing(runs, { referenceM: targetM }).meanM ?? 0;
  const referenceM = reference === 'target' || observed <= 0 ? targetM : observed;
  const found = analyseSpacing(runs, { referenceM });
  const byRow = [...new Set(runs.map(({ row }) => row))]
    .sort((a, b) => (a ?? 0) - (b ?? 0))
    .map((row) => ({
      row,
      found: analyseSpacing(
        runs.filter((run) => run.row === row),
        { referenceM },
      ),
    }));
  const shown = tapes.slice(0, MOST_SHOWN);
  const longest =
    max(shown, ({ data }) => Math.max(data.readToM ?? 0, data.positionsM.at(-1) ?? 0))! + targetM;
  return (
    <div className="stack">
      {targets.length > 1 && (
        <Choice<number>
          label="Strips planted at a target spacing of"
          options={targets.map((one) => ({ value: one, says: units.show(one, 'targetSpacing') }))}
          value={targetM}
          onChange={(next) => setChosen(next)}
        />
      )}
      <Sentences
        stand={stand}
        found={found}
        targetM={targetM}
        intervalsM={tapes.flatMap(({ data }) => pairs(data.positionsM, (a, b) => b - a))}
      />
      <div className="row spread">
        <h3>
          Spacing of {tapes.reduce((sum, { data }) => sum + data.positionsM.length, 0)} plants on{' '}
          {runs.length} tapes
        </h3>
        <SegmentedControl
          aria-label="Reference spacing"
          value={reference}
          onChange={(value) => setReference(value as 'target' | 'observed')}
          data={[
            { value: 'target', label: `target ${units.show(targetM, 'targetSpacing')}` },
            { value: 'observed', label: `observed mean ${units.show(observed, 'targetSpacing')}` },
          ]}
        />
      </div>
      <div className="columns half">
        <Suspense fallback={<p className="soft">Drawing …</p>}>
          <SpacingChart runs={runs} referenceM={referenceM} />
        </Suspense>
        <div className="scroll-x" tabIndex={0} role="region" aria-label="Spacing by row">
          <table className="figures">
            <thead>
              <tr>
                <th scope="col">Row</th>
                <th scope="col">SD</th>
                <th scope="col">Filled singly</th>
                <th scope="col">Empty</th>
                <th scope="col">Doubles</th>
              </tr>
            </thead>
            <tbody>
              {[...byRow, { row: 'all' as const, found }].map(({ row, found: own }) => (
                <tr key={String(row)} style={row === 'all' ? { fontWeight: 700 } : undefined}>
                  <td>{row ?? 'not told'}</td>
                  <td>{own.sdM === null ? '–' : units.show(own.sdM, 'plantSpacing')}</td>
                  <td>{percent(own.qualityOfFeedIndex)}</td>
                  <td>{percent(own.missIndex)}</td>
                  <td>{percent(own.multiplesIndex)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </div>
      <div className="stack tight">
        {shown.map(({ id, data, ordinal }) => (
          <div key={id}>
            <div className="small">
              Stop {ordinal}
              {data.row ? `, row ${data.row}` : ''}
            </div>
            <RowRibbon
              positionsM={data.positionsM}
              referenceM={referenceM}
              lengthM={longest}
              height={78}
              label={`Stop ${ordinal}${data.row ? `, row ${data.row}` : ''}: ${data.positionsM.length} plants to scale`}
            />
          </div>
        ))}
        {tapes.length > MOST_SHOWN && (
          <p className="small soft">
            {tapes.length - MOST_SHOWN} more tapes are in the figures above.
          </p>
        )}
      </div>
    </div>
  );
}

function Sentences({
  stand,
  found,
  targetM,
  intervalsM,
}: {
  stand: WalkStand;
  found: SpacingAnalysis;
  targetM: number;
  intervalsM: number[];
}) {
  const units = useUnits();
  if (found.sdM === null || found.qualityOfFeedIndex === null) return null;
  // What dead seed explains, as the gaps dug or the tag say it, not what stands: skips are the meter's own.
  const live = liveShare(stand);
  const { perfectSdM, machineSdM } = machineSpread({
    sdM: found.sdM,
    referenceM: targetM,
    liveShare: live.share,
  });
  const cost = stand.planting.data.crop === 'corn' ? costOfSpacing(found.sdM) : null;
  const loss = (kgPerM2: number) => units.show(kgPerM2, 'cornYield');
  const singly = wilsonInterval(Math.round(found.qualityOfFeedIndex * found.slots), found.slots);
  const sd = sdInterval(intervalsM);
  const least = sd && Math.sqrt(Math.max(0, sd.lower ** 2 - perfectSdM ** 2));
  return (
    <div className="stack tight">
      <p>
        <strong>{percent(found.qualityOfFeedIndex)} of the places are filled singly</strong> (95 %:{' '}
        {percent(singly.lower)} to {percent(singly.upper)}, of {found.slots}); practitioners call 90
        % or more a good job. Empty: {percent(found.missIndex)}, doubles:{' '}
        {percent(found.multiplesIndex)}.
      </p>
      <p>
        The SD is <strong>{units.show(found.sdM, 'plantSpacing')}</strong>
        {sd &&
          ` (95 %: ${units.show(sd.lower, 'plantSpacing')} to ${units.show(sd.upper, 'plantSpacing')})`}
        . A perfect meter would still show {units.show(perfectSdM, 'plantSpacing')} with{' '}
        {percent(live.share)} of the seeds up (
        {live.dug === null
          ? 'germination and field loss of this planting'
          : `from the ${live.dug} gaps dug`}
        ).{' '}
        {least
          ? `The machine adds a spread of about ${units.show(machineSdM, 'plantSpacing')} of its own, at least ${units.show(least, 'plantSpacing')}.`
          : 'These tapes do not show that the machine adds to it.'}
      </p>
      {stand.planter?.type === 'drill' && (
        <p>A drill does not single its seeds: judge it against drills, not against a planter.</p>
      )}
      {cost?.schoolsPart && (
        <p>
          What it costs is disputed. One school counts {loss(cost.everyInchKgPerM2)} for this SD
          (Nielsen 2001); another finds no measurable loss below about{' '}
          {units.show(4 * INCH_M, 'plantSpacing')} at equal population (Lauer &amp; Rankin 2004; Liu
          et al. 2004).
        </p>
      )}
      {cost?.pastFourInches && (
        <p>
          Both schools would look further at this SD: the first counts {loss(cost.everyInchKgPerM2)}{' '}
          (Nielsen 2001).
        </p>
      )}
    </div>
  );
}
