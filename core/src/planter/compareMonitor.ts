import { requireNotNegative, requireShare, requireWhole } from '../arguments/index.ts';
import { holm, tCdf, tQuantile } from '../stats/index.ts';
import { middleOfRows, type DroppedPopulation } from './droppedPopulation.ts';

/** A figure shown in the cab: of one row, or of the machine (row null). */
export interface MonitorFigure {
  row: number | null;
  perM2: number;
  /** Share of seeds singulated, 0…1; null when not shown. */
  singulation: number | null;
}

/** Bias that the interval must rule out before a monitor is said to agree. A default of this app. */
export const AGREES_WITHIN = 0.1;

export interface MonitorBias {
  row: number | null;
  monitorPerM2: number;
  dugPerM2: number;
  /** Monitor ÷ ground − 1. */
  bias: number;
  interval: [lower: number, upper: number] | null;
  /** Dead: the sensor shows nothing where seed was found. */
  verdict: 'agrees' | 'reads high' | 'reads low' | 'cannot tell' | 'dead';
  singulation: SingulationBias | null;
}

/** Monitor's singulation less the ground's share of slots filled singly, with the ground's interval. */
export interface SingulationBias {
  monitor: number;
  bias: number;
  interval: [lower: number, upper: number];
}

export interface MonitorComparison {
  rows: MonitorBias[];
  machine: MonitorBias | null;
  /** Distances in a row that would bring its interval to ± 10 % at the spread seen; null while there is none. */
  gapsNeeded: number | null;
  /** Over all rows; null when the monitor does not show it. */
  singulation: SingulationBias | null;
}

/**
 * The monitor against the ground: the bias of each row's population with its interval, and of the
 * machine. Rows are called wrong after Holm's correction; a monitor agrees only when the interval rules
 * out a bias of 10 % (default). The monitor knows nothing of depth.
 *
 * @param figures from the cab or a log, seeds per m²
 * @param dug from `droppedPopulation`
 * A row whose sensor shows nothing is dead; it and a row that reads wrong leave the machine's figure as it is.
 *
 * @throws RangeError for a figure below zero
 * @example compareMonitor([{ row: null, perM2: 8, singulation: 0.99 }], dug).machine.bias // 0.03
 */
export function compareMonitor(
  figures: readonly MonitorFigure[],
  dug: DroppedPopulation,
): MonitorComparison {
  figures.forEach(({ row, perM2, singulation }, i) => {
    if (row !== null) requireWhole(`figures[${i}].row`, row, 1);
    requireNotNegative(`figures[${i}].perM2`, perM2);
    if (singulation !== null) requireShare(`figures[${i}].singulation`, singulation);
  });
  const pairs = figures.flatMap((figure) => {
    const ground = dug.rows.find(({ row }) => row === figure.row);
    return ground ? [{ figure, ground }] : [];
  });
  // On the scale of distances, where the readings were made: monitor's spacing against the mean dug.
  const p = pairs.map(({ figure, ground }) => {
    if (ground.seGapM === null || ground.seGapM === 0 || figure.perM2 === 0) return 1;
    const monitorGapM = (ground.meanGapM * ground.perM2) / figure.perM2;
    // A sensor that shows next to nothing stands for a distance without end.
    const t = Math.min(1e9, Math.abs(ground.meanGapM - monitorGapM) / ground.seGapM);
    return Math.min(1, 2 * tCdf(-t, dug.df));
  });
  const corrected = holm(p);
  const rows = pairs.map(({ figure, ground }, i): MonitorBias => {
    const bias = figure.perM2 / ground.perM2 - 1;
    const interval = ground.intervalPerM2 && against(figure.perM2, ground.intervalPerM2);
    return {
      row: figure.row,
      monitorPerM2: figure.perM2,
      dugPerM2: ground.perM2,
      bias,
      interval,
      verdict:
        figure.perM2 === 0 ? 'dead' : corrected[i]! <= 0.05 ? side(bias) : agreement(interval),
      singulation:
        figure.singulation === null
          ? null
          : singulationAgainst(figure.singulation, ground.singulation),
    };
  });
  const whole = figures.find(({ row }) => row === null);
  return {
    rows,
    machine: whole
      ? machineFrom(whole.perM2, dug)
      : rows.length > 0
        ? machineFromRows(rows, dug)
        : null,
    gapsNeeded: gapsNeeded(dug),
    singulation: singulationBias(figures, dug),
  };
}

function gapsNeeded({ rows, df }: DroppedPopulation): number | null {
  const spreads = rows.flatMap(({ seGapM, gaps, meanGapM }) =>
    seGapM === null ? [] : [(seGapM * Math.sqrt(gaps)) / meanGapM],
  );
  if (spreads.length === 0) return null;
  const cv = spreads.reduce((sum, one) => sum + one, 0) / spreads.length;
  return Math.max(2, Math.ceil(((tQuantile(0.975, df) * cv) / AGREES_WITHIN) ** 2));
}

const side = (bias: number) => (bias > 0 ? 'reads high' : 'reads low');
/** Null when the ground cannot exclude having none at all. */
const against = (perM2: number, [lower, upper]: [number, number]): [number, number] | null =>
  lower > 0 ? [perM2 / upper - 1, perM2 / lower - 1] : null;
/** Not shown to be wrong is not yet right: the interval must also lie near the ground. */
const agreement = (interval: [number, number] | null): MonitorBias['verdict'] =>
  interval && interval[0] >= -AGREES_WITHIN && interval[1] <= AGREES_WITHIN
    ? 'agrees'
    : 'cannot tell';
const judged = (interval: [number, number] | null, bias: number): MonitorBias['verdict'] =>
  interval && (interval[0] > 0 || interval[1] < 0) ? side(bias) : agreement(interval);

function machineFrom(perM2: number, dug: DroppedPopulation): MonitorBias {
  const { perM2: dugPerM2, intervalPerM2 } = dug.machine;
  const bias = perM2 / dugPerM2 - 1;
  const interval = intervalPerM2 && against(perM2, intervalPerM2);
  return {
    row: null,
    monitorPerM2: perM2,
    dugPerM2,
    bias,
    interval,
    verdict: perM2 === 0 ? 'dead' : judged(interval, bias),
    singulation: null,
  };
}

/** Without a figure for the machine: the rows' biases, rows as the unit. */
function machineFromRows(rows: readonly MonitorBias[], dug: DroppedPopulation): MonitorBias {
  const alive = rows.filter(({ verdict }) => verdict !== 'dead');
  if (alive.length === 0) return { ...rows[0]!, row: null, dugPerM2: dug.machine.perM2 };
  const { centre: bias, interval } = middleOfRows(alive.map((row) => row.bias));
  const monitorPerM2 = middleOfRows(alive.map((row) => row.monitorPerM2)).centre;
  return {
    row: null,
    monitorPerM2,
    dugPerM2: dug.machine.perM2,
    bias,
    interval,
    verdict: judged(interval, bias),
    singulation: null,
  };
}

const singulationAgainst = (
  monitor: number,
  { share, lower, upper }: DroppedPopulation['singulation'],
): SingulationBias => ({
  monitor,
  bias: monitor - share,
  interval: [monitor - upper, monitor - lower],
});

function singulationBias(
  figures: readonly MonitorFigure[],
  dug: DroppedPopulation,
): SingulationBias | null {
  const shown = figures.flatMap(({ row, singulation }) =>
    singulation === null ? [] : [{ row, singulation }],
  );
  if (shown.length === 0) return null;
  const monitor =
    shown.find(({ row }) => row === null)?.singulation ??
    shown.reduce((sum, { singulation }) => sum + singulation, 0) / shown.length;
  return singulationAgainst(monitor, dug.singulation);
}
