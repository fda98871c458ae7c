import { max } from 'd3-array';
import {
  INCH_M,
  costOfSpacing,
  liveShare,
  machineSpread,
  fieldSpacing,
  spacingStandsFor,
  tapeRun,
  type FieldSpacing,
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
      .map((tape) => ({ ...tape, ordinal: data.ordinal, chosen: data.chosen, targetM })),
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
  const counted = tapes.filter(({ chosen: forItsLooks }) => !forItsLooks);
  const runs = counted.map(({ data }) => tapeRun(data));
  const planterRows = stand.planter?.rows ?? null;
  /** The field's spacing with a place as long as this. */
  const read = (referenceM: number) =>
    fieldSpacing(
      stand.stops
        .filter(({ spacingM }) => spacingM === targetM)
        .map((stop) => ({ ...stop, spacingM: referenceM })),
      { referenceM, rows: planterRows },
    );
  const byTarget = read(targetM);
  const observed = byTarget?.meanM ?? 0;
  const referenceM = reference === 'target' || observed <= 0 ? targetM : observed;
  const found = reference === 'target' ? byTarget : read(referenceM);
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
      {found && <Sentences stand={stand} found={found} targetM={targetM} />}
      <div className="row spread">
        <h3>
          Spacing of {counted.reduce((sum, { data }) => sum + data.positionsM.length, 0)} plants on{' '}
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
          {runs.length > 0 && <SpacingChart runs={runs} referenceM={referenceM} />}
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
              {found?.rows.map(({ row, found: own }) => (
                <tr key={String(row)}>
                  <td>{row ?? 'not recorded'}</td>
                  <td>{own.sdM === null ? '–' : units.show(own.sdM, 'plantSpacing')}</td>
                  <td>{percent(own.qualityOfFeedIndex)}</td>
                  <td>{percent(own.missIndex)}</td>
                  <td>{percent(own.multiplesIndex)}</td>
                </tr>
              ))}
              {found && found.rows.length > 1 && (
                <tr style={{ fontWeight: 700 }}>
                  <td>mean</td>
                  <td>{found.sdM ? units.show(found.sdM.value, 'plantSpacing') : '–'}</td>
                  <td>{percent(found.singly.value)}</td>
                  <td>{percent(found.empty)}</td>
                  <td>{percent(found.doubles)}</td>
                </tr>
              )}
            </tbody>
          </table>
        </div>
      </div>
      <div className="stack tight">
        {shown.map(({ id, data, ordinal, chosen: forItsLooks }) => (
          <div key={id}>
            <div className="small">
              Stop {ordinal}
              {data.row ? `, row ${data.row}` : ''}
              {forItsLooks && ', chosen because it looked bad: not in the figures'}
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
}: {
  stand: WalkStand;
  found: FieldSpacing;
  targetM: number;
}) {
  const units = useUnits();
  const { singly, sdM, rowsWithout } = found;
  if (sdM === null) return null;
  // What dead seed explains, as the gaps dug or the tag say it, not what stands: skips are the meter's own.
  const live = liveShare(stand);
  const { perfectSdM, machineSdM } = machineSpread({
    sdM: sdM.value,
    referenceM: targetM,
    liveShare: live.share,
  });
  const cost = stand.planting.data.crop === 'corn' ? costOfSpacing(sdM.value) : null;
  const loss = (kgPerM2: number) => units.rough(kgPerM2, 'cornYield');
  const range = sdM.lower < sdM.upper;
  const least = range && Math.sqrt(Math.max(0, sdM.lower ** 2 - perfectSdM ** 2));
  return (
    <div className="stack tight">
      <p>
        <strong>{percent(singly.value)} of the places are filled singly</strong> (95 %:{' '}
        {percent(singly.lower)} to {percent(singly.upper)}, of {found.slots}); practitioners call 90
        % or more a good job. Empty: {percent(found.empty)}, doubles: {percent(found.doubles)}.
      </p>
      {rowsWithout !== null && rowsWithout.length > 0 && <p>{spacingStandsFor(found)}</p>}
      <p>
        The SD is <strong>{units.show(sdM.value, 'plantSpacing')}</strong>
        {range &&
          ` (95 %: ${units.show(sdM.lower, 'plantSpacing')} to ${units.show(sdM.upper, 'plantSpacing')})`}
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
