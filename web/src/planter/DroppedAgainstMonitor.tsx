import { compareMonitor, type MonitorFigure, type TrenchCheck } from '@sendero/core';
import { Link } from 'react-router';
import { useUnits } from '../units/useUnits.ts';
import { useMonitorFigures } from './useMonitorFigures.ts';
import { verdictWords } from './monitorWords.ts';

/** Population dropped as dug, and whether the monitor tells the truth about it. */
export function DroppedAgainstMonitor({ check }: { check: TrenchCheck }) {
  const units = useUnits();
  const { dropped } = check;
  const figures: MonitorFigure[] = useMonitorFigures(check);
  const link = (
    <Link className="alone" to={`/trench/${check.walk.id}/monitor`}>
      {figures.length > 0 ? 'Monitor against ground, row by row' : 'Enter what the monitor shows'}
    </Link>
  );
  if (!dropped)
    return (
      <div className="sheet stack tight">
        <h2>Population dropped</h2>
        <p className="small soft">
          Enter the distances between dug seeds: the population dropped appears here.
        </p>
      </div>
    );
  const comparison = figures.length > 0 ? compareMonitor(figures, dropped) : null;
  const { machine } = dropped;
  return (
    <div className="sheet stack tight">
      <h2>Population dropped</h2>
      <div className="figure">
        {units.number(machine.perM2, 'population')}
        <span className="unit">{units.symbol('population')}</span>
      </div>
      <div className="small">
        {machine.intervalPerM2
          ? `95 %: ${units.interval(machine.intervalPerM2, 'population')}`
          : 'one row: no interval'}
        ; target {units.show(check.planting.data.seedsPerM2, 'population')}
      </div>
      {comparison?.machine && <p>{verdictWords(comparison.machine, units)}</p>}
      {link}
    </div>
  );
}
