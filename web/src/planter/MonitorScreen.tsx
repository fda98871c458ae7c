import { compareMonitor, type MonitorBias, type PlanterLog } from '@sendero/core';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { useTrenchCheck } from '../depth/useTrenchCheck.ts';
import { LiveMonitor } from './LiveMonitor.tsx';
import { LogImport } from './LogImport.tsx';
import { MonitorFigures } from './MonitorFigures.tsx';
import { biasText, verdictWords } from './monitorWords.ts';
import { useUnits, type Units } from '../units/useUnits.ts';
import { SeedLog } from './SeedLog.tsx';
import { PopulationPicture } from './PopulationPicture.tsx';
import { useMonitorFigures } from './useMonitorFigures.ts';

/** The monitor against the ground: does the cab tell the truth? */
export default function MonitorScreen() {
  const { walkId } = useParams();
  const check = useTrenchCheck(walkId);
  if (check === undefined) return null;
  if (!check)
    return (
      <p>
        This check is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  return <Monitor key={check.walk.id} check={check} />;
}

function Monitor({ check }: { check: NonNullable<ReturnType<typeof useTrenchCheck>> }) {
  const units = useUnits();
  const noted = useMonitorFigures(check);
  const [log, setLog] = useState<PlanterLog | null>(null);
  const figures = log
    ? log.summary
        .filter(({ droppedPerM2 }) => droppedPerM2 > 0)
        .map(({ row, droppedPerM2, singulation }) => ({ row, perM2: droppedPerM2, singulation }))
    : noted;
  const comparison =
    check.dropped && figures.length > 0 ? compareMonitor(figures, check.dropped) : null;
  const light = log?.summary.filter(({ lightShare }) => (lightShare ?? 0) > 0.1) ?? [];
  return (
    <Parts>
      <div>
        <Link to={`/trench/${check.walk.id}/result`}>{check.field.name}, trench check</Link>
        <h1>Monitor against ground</h1>
      </div>
      <div className="columns two">
        <section className="sheet stack tight" aria-label="Comparison">
          {comparison ? (
            <>
              {comparison.machine && (
                <p data-testid="monitor-verdict">
                  <strong>{verdictWords(comparison.machine, units)}</strong>
                </p>
              )}
              {comparison.rows
                .filter(({ verdict }) => ['reads high', 'reads low', 'dead'].includes(verdict))
                .map((row) => (
                  <p key={row.row}>{verdictWords(row, units)}</p>
                ))}
              <PopulationPicture
                dropped={check.dropped!}
                figures={figures}
                comparison={comparison}
                targetPerM2={check.planting.data.seedsPerM2}
              />
              {comparison.gapsNeeded !== null &&
                comparison.rows.some(({ verdict }) => verdict === 'cannot tell') && (
                  <p className="small">
                    About {comparison.gapsNeeded} distances a row would settle the rows to within ±
                    10 % (default).
                  </p>
                )}
              {comparison.singulation && (
                <p>
                  Singulation: the monitor says{' '}
                  <strong>{units.fixed(100 * comparison.singulation.monitor, 1)} %</strong>, that is{' '}
                  {signedPoints(comparison.singulation.bias, units)} against the ground (95 %:{' '}
                  {signedPoints(comparison.singulation.interval[0], units)} to{' '}
                  {signedPoints(comparison.singulation.interval[1], units)}).
                </p>
              )}
              <RowFigures rows={comparison.rows} />
              {light.length > 0 && (
                <p className="rule-left signal">
                  Gauge wheels carried next to nothing:{' '}
                  {light
                    .map(
                      ({ row, lightShare }) =>
                        `row ${row} in ${Math.round(100 * lightShare!)} % of its records`,
                    )
                    .join(', ')}
                  . Rows that ride up plant shallow.
                </p>
              )}
              {log && (
                <p className="small soft">
                  The log covers the whole field, the distances one place in it. The monitor knows
                  nothing of depth.
                </p>
              )}
            </>
          ) : check.dropped ? (
            <p>
              Enter what the cab shows, connect to the planter, or read its log: the comparison
              appears here.
            </p>
          ) : (
            <p>
              No distances between seeds have been read.{' '}
              <Link to={`/trench/${check.walk.id}`}>
                Lay the dug seeds beside the furrow and measure
              </Link>
              : that is the ground the monitor is held against.
            </p>
          )}
        </section>
        <div className="stack">
          <section className="sheet stack tight">
            <h2>What the cab shows</h2>
            <MonitorFigures check={check} />
          </section>
          <section className="sheet stack tight">
            <h2>Live from the planter</h2>
            <LiveMonitor check={check} />
          </section>
          <section className="sheet stack tight">
            <h2>Planter log</h2>
            <LogImport
              plantingId={check.planting.id}
              compared={log?.id ?? null}
              onCompare={setLog}
            />
          </section>
          <SeedLog check={check} />
        </div>
      </div>
    </Parts>
  );
}

/** The comparison row by row, in figures. */
function RowFigures({ rows }: { rows: MonitorBias[] }) {
  const units = useUnits();
  if (rows.length === 0) return null;
  return (
    <details>
      <summary>Row by row in figures</summary>
      <div className="scroll-x" tabIndex={0} role="region" aria-label="Monitor by row">
        <table className="figures">
          <thead>
            <tr>
              <th>Row</th>
              <th>Monitor, {units.symbol('population')}</th>
              <th>Dug, {units.symbol('population')}</th>
              <th>Bias</th>
              <th>Singulation, monitor</th>
              <th>Bias of it</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.row}>
                <td>{row.row}</td>
                <td>{units.number(row.monitorPerM2, 'population')}</td>
                <td>{units.number(row.dugPerM2, 'population')}</td>
                <td>{biasText(row, units)}</td>
                <td>
                  {row.singulation ? `${units.fixed(100 * row.singulation.monitor, 1)} %` : '–'}
                </td>
                <td>
                  {row.singulation
                    ? `${signedPoints(row.singulation.bias, units)} (${signedPoints(row.singulation.interval[0], units)} to ${signedPoints(row.singulation.interval[1], units)})`
                    : '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}

const signedPoints = (share: number, { fixed }: Units) =>
  `${share < 0 ? '−' : '+'}${fixed(Math.abs(100 * share), 1)} points`;
