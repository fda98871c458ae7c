import type { EmergenceCurve } from './fitEmergence.ts';

/** A weak leaning of the steepness, of ln b: only where counts say nothing of it does it matter. */
export interface SteepnessPrior {
  centre: number;
  sd: number;
}

const STEPS = 100;
/** Newton's step is taken as small enough when the gain expected of it is. */
const GAIN = 1e-11;

/**
 * The log-logistic curve under which counts between visits are most likely. With d free, its best value
 * follows from the other two: those up at the last visit ÷ seeds ÷ share of the curve that has passed. If that
 * were above 1, d is 1.
 *
 * @param hours of the visits, rising, above 0; @param fresh newly up at each; @param never not up at the last
 * @param prior leaning of ln b; none: maximum likelihood
 */
export function maximiseLogistic(
  hours: ArrayLike<number>,
  fresh: ArrayLike<number>,
  never: number,
  prior?: SteepnessPrior,
): { curve: EmergenceCurve; logLikelihood: number } {
  const n = hours.length;
  let up = 0;
  let centre = 0;
  const logs = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    logs[i] = Math.log(hours[i]!);
    up += fresh[i]!;
    centre += fresh[i]! * (i > 0 ? (logs[i]! + logs[i - 1]!) / 2 : logs[i]!);
  }
  centre /= up;
  for (let i = 0; i < n; i++) logs[i] = logs[i]! - centre;
  const sown = up + never;
  const start = steepnessToStart(logs, fresh, up);
  const free = climb(logs, fresh, null, start, prior);
  let share = free ? up / (sown * passed(free, logs[n - 1]!)) : Infinity;
  let best = free;
  if (!best || share > 1) {
    share = 1;
    best = climb(logs, fresh, never, start, prior) ?? start;
  }
  const [offset, slope] = best;
  const all = value(logs, fresh, share === 1 ? never : null, best);
  const rest =
    share === 1 ? 0 : up * Math.log(up / sown) + (never > 0 ? never * Math.log(never / sown) : 0);
  return {
    curve: { finalShare: share, halfH: Math.exp(centre - offset / slope), steepness: slope },
    logLikelihood: all + rest,
  };
}

/** Offset and slope of the logit of the share up over the centred log of time. */
type Line = readonly [offset: number, slope: number];

const share = (logit: number) => 1 / (1 + Math.exp(-logit));
const passed = ([offset, slope]: Line, at: number) => share(offset + slope * at);

/** A slope as steep as the counts are spread, to begin with. */
function steepnessToStart(logs: Float64Array, fresh: ArrayLike<number>, up: number): Line {
  let squares = 0;
  for (let i = 0; i < logs.length; i++) {
    const middle = i > 0 ? (logs[i]! + logs[i - 1]!) / 2 : logs[i]!;
    squares += fresh[i]! * middle ** 2;
  }
  const gap = logs.length > 1 ? (logs[logs.length - 1]! - logs[0]!) / (logs.length - 1) : 0.1;
  // Not steeper than the visits lie apart.
  const sd = Math.max(Math.sqrt(squares / up), gap / 4, 1e-3);
  return [0, 1.8 / sd];
}

/**
 * Log-likelihood of a line. With `never` the seeds that did not come count as still to come (d = 1); with null
 * the counts are shares of what was up at the last visit (d free).
 */
function value(
  logs: Float64Array,
  fresh: ArrayLike<number>,
  never: number | null,
  line: Line,
): number {
  const [offset, slope] = line;
  const n = logs.length;
  let sum = 0;
  let before = -Infinity;
  let up = 0;
  for (let i = 0; i < n; i++) {
    const logit = offset + slope * logs[i]!;
    const count = fresh[i]!;
    up += count;
    if (count > 0) sum += count * logDifference(logit, before);
    before = logit;
  }
  // ln(1 − G) and ln G at the last visit.
  return never === null ? sum + up * softplus(-before) : sum - never * softplus(before);
}

const softplus = (x: number) => (x > 30 ? x : Math.log1p(Math.exp(x)));
/** ln(G(a) − G(b)) of logits a > b, without losing what is small. */
function logDifference(a: number, b: number): number {
  if (b === -Infinity) return -softplus(-a);
  const gap = a - b;
  return -softplus(-a) - softplus(b) + Math.log(-Math.expm1(-gap));
}

/** Newton's way up, each step halved until it climbs; null when it runs away. */
function climb(
  logs: Float64Array,
  fresh: ArrayLike<number>,
  never: number | null,
  start: Line,
  prior?: SteepnessPrior,
): Line | null {
  const leaning = (slope: number) =>
    prior ? -((Math.log(slope) - prior.centre) ** 2) / (2 * prior.sd ** 2) : 0;
  let line = start;
  let height = value(logs, fresh, never, line) + leaning(line[1]);
  for (let step = 0; step < STEPS; step++) {
    const { g, h } = slopes(logs, fresh, never, line);
    if (prior) {
      const [, b] = line;
      const off = Math.log(b) - prior.centre;
      g[1] -= off / (prior.sd ** 2 * b);
      h[2] -= (1 - off) / (prior.sd ** 2 * b ** 2);
    }
    // Where the surface is no hill, lean toward the gradient until it is.
    let damp = 0;
    let move: [number, number];
    for (;;) {
      const [a, b, c] = [-h[0] + damp, -h[1], -h[2] + damp];
      const det = a * c - b * b;
      if (a > 0 && det > 0) {
        move = [(c * g[0] - b * g[1]) / det, (a * g[1] - b * g[0]) / det];
        break;
      }
      damp = Math.max(2 * damp, 1e-3 * (Math.abs(h[0]) + Math.abs(h[2]) + 1e-9));
      if (!(damp < Infinity)) return null;
    }
    const expected = g[0] * move[0] + g[1] * move[1];
    if (!(expected > GAIN)) return line;
    let length = 1;
    for (; ; length /= 2) {
      const next: Line = [line[0] + length * move[0], line[1] + length * move[1]];
      if (next[1] > 0) {
        const reached = value(logs, fresh, never, next) + leaning(next[1]);
        if (reached > height) {
          line = next;
          height = reached;
          break;
        }
      }
      if (length < 1e-10) return line;
    }
    // Half of those still to come later than any season: the counts only say that more are coming.
    if (Math.abs(line[0]) > 60 || line[1] > 5_000) return never === null ? null : line;
  }
  return line;
}

/** Gradient and second derivatives (offset², offset·slope, slope²) of the log-likelihood. */
function slopes(
  logs: Float64Array,
  fresh: ArrayLike<number>,
  never: number | null,
  [offset, slope]: Line,
) {
  const g: [number, number] = [0, 0];
  const h: [number, number, number] = [0, 0, 0];
  const n = logs.length;
  let [beforeG, beforeD, beforeDd, beforeX] = [0, 0, 0, 0];
  let up = 0;
  const add = (
    weight: number,
    p: number,
    da: number,
    db: number,
    haa: number,
    hab: number,
    hbb: number,
  ) => {
    g[0] += (weight * da) / p;
    g[1] += (weight * db) / p;
    h[0] += weight * (haa / p - (da / p) ** 2);
    h[1] += weight * (hab / p - (da * db) / p ** 2);
    h[2] += weight * (hbb / p - (db / p) ** 2);
  };
  for (let i = 0; i < n; i++) {
    const x = logs[i]!;
    const count = fresh[i]!;
    up += count;
    const G = share(offset + slope * x);
    const d = G * (1 - G);
    const dd = d * (1 - 2 * G);
    if (count > 0) {
      const p = Math.max(G - beforeG, 1e-300);
      add(
        count,
        p,
        d - beforeD,
        d * x - beforeD * beforeX,
        dd - beforeDd,
        dd * x - beforeDd * beforeX,
        dd * x * x - beforeDd * beforeX * beforeX,
      );
    }
    [beforeG, beforeD, beforeDd, beforeX] = [G, d, dd, x];
  }
  const [G, d, dd, x] = [beforeG, beforeD, beforeDd, beforeX];
  if (never === null) add(-up, Math.max(G, 1e-300), d, d * x, dd, dd * x, dd * x * x);
  else if (never > 0) add(never, Math.max(1 - G, 1e-300), -d, -d * x, -dd, -dd * x, -dd * x * x);
  return { g, h };
}
