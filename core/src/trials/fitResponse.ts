import {
  requireFinite,
  requireNotNegative,
  requirePositive,
  requireSome,
} from '../arguments/index.ts';
import {
  fieller,
  fitLinear,
  fUpperTail,
  tCdf,
  tQuantile,
  type Interval,
  type LinearFit,
} from '../stats/index.ts';
import { contrastsOf } from './contrasts.ts';
import { dummies, levelsOf } from './plots.ts';

export const RESPONSE_SHAPES = ['quadratic', 'quadraticPlateau', 'linearPlateau'] as const;
export type ResponseShape = (typeof RESPONSE_SHAPES)[number];

export interface ResponsePoint {
  /** The level tested, as a depth or a rate. */
  x: number;
  value: number;
  block?: string;
}

export interface Response {
  /** value = intercept + linear x + quadratic x², over blocks alike; of a plateau up to its join, and flat beyond. */
  coefficients: { intercept: number; linear: number; quadratic: number; join: number | null };
  /** Where the most is borne; `atEdge`: the best lies at or beyond what was tested, and is given as the edge of it. */
  optimum: { x: number; interval: [number, number] | null; atEdge: boolean };
  /** Where one more of x costs what it earns; null without a price and a cost. */
  economicOptimum: { x: number; interval: [number, number] | null } | null;
  /**
   * Where the best lies at an edge of what was tested: that the curve still improves there by chance, one-sided, by the slope of a parabola at
   * that edge. Null where the best lies inside.
   */
  edge: { at: 'low' | 'high'; p: number } | null;
  /** The levels' own means against the curve: a small p says that the curve does not describe them. Null where they leave nothing to tell that by. */
  lackOfFit: { f: number; df1: number; df2: number; p: number } | null;
  residualSd: number;
  residualDf: number;
  /** Of the shape against a flat line. */
  p: number;
  /** Mean over blocks, with the standard error of that mean. */
  predict(x: number): { value: number; se: number };
}

/** The p-value of `edge` up to which a curve is said to go on improving at an edge. A Sendero default. */
export const STILL_IMPROVES = 0.05;

/** Two coefficients make each shape, beside the blocks’ means. */
const SHAPE = 2;
const CONFIDENCE = 0.95;
/** A join is looked for so many ranges beyond what was tested. */
const BEYOND = 1;
const STEPS = 40;

/**
 * The curve through the levels of a numeric treatment: value ~ block + shape of x, by least squares. A quadratic’s optimum has Fieller’s interval; a
 * plateau’s join the values that its profile likelihood does not rule out, by F.
 *
 * @param points in any units; three levels of x or more; @param of.price of a unit of value; @param of.cost of a unit of x
 * @returns intervals null where they are no finite ones; `optimum.x` within what was tested; `edge` and `lackOfFit` say how far the curve may be followed
 * @throws RangeError for a figure that is none, fewer than three levels, or nothing left to tell chance by
 * @example fitResponse(points, { shape: 'quadratic' }).optimum // { x: 0.052, interval: [0.046, 0.061], atEdge: false }
 */
export function fitResponse(
  points: readonly ResponsePoint[],
  { shape, price, cost }: { shape: ResponseShape; price?: number; cost?: number },
): Response {
  requireSome('points', points);
  points.forEach(({ x, value }, i) => {
    requireFinite(`points[${i}].x`, x);
    requireFinite(`points[${i}].value`, value);
  });
  if (!RESPONSE_SHAPES.includes(shape))
    throw new RangeError(`shape must be one of ${RESPONSE_SHAPES.join(', ')}, got “${shape}”`);
  if (price !== undefined) requirePositive('price', price);
  if (cost !== undefined) requireNotNegative('cost', cost);
  const levels = [...new Set(points.map(({ x }) => x))].sort((a, b) => a - b);
  if (levels.length < SHAPE + 1)
    throw new RangeError(`points must hold three levels of x or more, got ${levels.length}`);
  const blocks = levelsOf(points.map(({ block = '' }) => block));
  const y = points.map(({ value }) => value);
  const head = points.map(({ block = '' }) => [1, ...dummies(blocks, block)]);
  const overBlocks = [1, ...blocks.slice(1).map(() => 1 / blocks.length)];
  const flat = fitLinear(head, y);
  const residualDf = flat.residualDf - SHAPE;
  if (residualDf < 1)
    throw new RangeError('points must leave something to tell chance by: add a block');
  /** What one more of x must bring. */
  const slopeWanted = price !== undefined && cost !== undefined ? cost / price : null;
  const of = { points, head, overBlocks, y, levels, slopeWanted, flat, residualDf };
  const fitted = shape === 'quadratic' ? quadratic(of) : plateau(of, shape);
  const { x, atEdge } = fitted.optimum;
  return {
    ...fitted,
    edge: atEdge ? edgeOf(of, x === levels[0] ? 'low' : 'high') : null,
    lackOfFit: lackOfFitOf(of, fitted),
  };
}

/**
 * The shape that leaves least of the strips unexplained; all have as many coefficients, so that this is the one with the lowest AIC. Of shapes that fit
 * alike the quadratic is taken.
 *
 * @example fitBestResponse(points, { price: 0.16, cost: 0.002 }).shape // 'linearPlateau'
 */
export function fitBestResponse(
  points: readonly ResponsePoint[],
  money: { price?: number; cost?: number } = {},
): Response & { shape: ResponseShape } {
  return RESPONSE_SHAPES.map((shape) => ({
    ...fitResponse(points, { shape, ...money }),
    shape,
  })).reduce((best, one) => (one.residualSd < best.residualSd * (1 - 1e-9) ? one : best));
}

interface Given {
  points: readonly ResponsePoint[];
  head: number[][];
  overBlocks: number[];
  y: number[];
  levels: number[];
  slopeWanted: number | null;
  flat: LinearFit;
  residualDf: number;
}

const both = (interval: Interval | null): [number, number] | null =>
  interval && [interval.lower, interval.upper];

/** Whether a parabola through the levels still improves beyond an edge. */
function edgeOf({ points, head, y, levels, residualDf }: Given, at: 'low' | 'high') {
  const middle = (levels[0]! + levels.at(-1)!) / 2;
  const fit = fitLinear(
    points.map(({ x }, i) => [...head[i]!, x - middle, (x - middle) ** 2]),
    y,
  );
  const { estimate, se } = contrastsOf(fit, fit.residualSs / residualDf);
  const slope = [
    ...head[0]!.map(() => 0),
    1,
    2 * ((at === 'low' ? levels[0]! : levels.at(-1)!) - middle),
  ];
  const outward = (at === 'low' ? -1 : 1) * estimate(slope);
  const error = se(slope);
  return { at, p: error > 0 ? 1 - tCdf(outward / error, residualDf) : Number(outward <= 0) };
}

/** What the levels' own means explain beyond the curve, against what is left within them. */
function lackOfFitOf(
  { points, head, y, levels, residualDf }: Given,
  { residualSd }: Pick<Response, 'residualSd'>,
): Response['lackOfFit'] {
  const df1 = levels.length - 1 - SHAPE;
  const df2 = residualDf - df1;
  if (df1 < 1 || df2 < 1) return null;
  const means = fitLinear(
    points.map(({ x }, i) => [...head[i]!, ...levels.slice(1).map((level) => Number(x === level))]),
    y,
  );
  if (!(means.residualSs > 0)) return null;
  const beyond = Math.max(0, residualSd ** 2 * residualDf - means.residualSs);
  const f = beyond / df1 / (means.residualSs / df2);
  return { f, df1, df2, p: fUpperTail(f, df1, df2) };
}

type Fitted = Omit<Response, 'edge' | 'lackOfFit'>;

function quadratic(given: Given): Fitted {
  const { points, head, overBlocks, y, levels, slopeWanted, flat, residualDf } = given;
  // About the middle of the levels, so that a large x takes nothing from the figures.
  const middle = (levels[0]! + levels.at(-1)!) / 2;
  const columns = (x: number) => [x - middle, (x - middle) ** 2];
  const fit = fitLinear(
    points.map(({ x }, i) => [...head[i]!, ...columns(x)]),
    y,
  );
  const ms = fit.residualSs / residualDf;
  const { estimate, covariance, se } = contrastsOf(fit, ms);
  const at = head[0]!.length;
  const unit = (k: number) => Array.from({ length: at + SHAPE }, (_, i) => (i === at + k ? 1 : 0));
  const [slope, bend] = [estimate(unit(0)), estimate(unit(1))];
  const t = tQuantile((1 + CONFIDENCE) / 2, residualDf);
  const arched = bend < 0;
  const value = (x: number) => estimate([...overBlocks, ...columns(x)]);
  /** Where the slope has fallen to what is wanted. */
  const where = (wanted: number) => {
    const x = middle + (wanted - slope) / (2 * bend);
    if (!arched) return { x, interval: null };
    const interval = both(
      fieller({
        p: slope - wanted,
        q: -2 * bend,
        vp: covariance(unit(0), unit(0)),
        vq: 4 * covariance(unit(1), unit(1)),
        vpq: -2 * covariance(unit(0), unit(1)),
        t,
      }),
    );
    return { x, interval: interval && (interval.map((own) => own + middle) as [number, number]) };
  };
  const [low, high] = [levels[0]!, levels.at(-1)!];
  const better = (net: (x: number) => number) => (net(high) >= net(low) ? high : low);
  const best = where(0);
  const inside = arched && best.x > low && best.x < high;
  const economic = slopeWanted === null ? null : where(slopeWanted);
  const intercept = estimate([...overBlocks, 0, 0]);
  return {
    coefficients: {
      intercept: intercept - slope * middle + bend * middle ** 2,
      linear: slope - 2 * bend * middle,
      quadratic: bend,
      join: null,
    },
    optimum: { x: inside ? best.x : better(value), interval: best.interval, atEdge: !inside },
    economicOptimum: economic && {
      x:
        arched && economic.x > low && economic.x < high
          ? economic.x
          : better((x) => value(x) - slopeWanted! * x),
      interval: economic.interval,
    },
    residualSd: Math.sqrt(ms),
    residualDf,
    p: pOf(flat, fit.residualSs, residualDf),
    predict(x) {
      requireFinite('x', x);
      const weights = [...overBlocks, ...columns(x)];
      return { value: estimate(weights), se: se(weights) };
    },
  };
}

const pOf = ({ residualSs }: LinearFit, left: number, df: number): number =>
  left > 0 ? fUpperTail(Math.max(0, (residualSs - left) / SHAPE / (left / df)), SHAPE, df) : 0;

/** How far below the plateau x lies, for a fall of one: in a straight line, or by the square. */
const fallen = (shape: ResponseShape, x: number, join: number): number =>
  shape === 'linearPlateau' ? Math.max(0, join - x) : Math.max(0, join - x) ** 2;

function plateau(given: Given, shape: ResponseShape): Fitted {
  const { points, head, overBlocks, y, levels, slopeWanted, flat, residualDf } = given;
  const [low, high] = [levels[0]!, levels.at(-1)!];
  const range = high - low;
  const most = shape === 'linearPlateau' ? high : high + BEYOND * range;
  const fitAt = (join: number) =>
    fitLinear(
      points.map(({ x }, i) => [...head[i]!, -fallen(shape, x, join)]),
      y,
    );
  // Blocks are taken out by their means, so that each join costs one pass over the points.
  const free = withoutBlocks(points);
  const ofY = free(y);
  const flatSs = ofY.reduce((sum, value) => sum + value * value, 0);
  const ss = (join: number) => {
    const own = free(points.map(({ x }) => fallen(shape, x, join)));
    let [along, length] = [0, 0];
    own.forEach((value, i) => {
      along += value * ofY[i]!;
      length += value * value;
    });
    return length > 0 ? Math.max(0, flatSs - (along * along) / length) : flatSs;
  };
  // Knots are where a level passes the join: between two of them the sum of squares is smooth.
  const knots = [...levels, ...(most > high ? [most] : [])];
  const least = knots
    .slice(1)
    .flatMap((to, i) => pieces(knots[i]!, to))
    .map(([from, to]) => smallest(ss, from, to))
    .reduce((a, b) => (b.value < a.value - 1e-14 * flat.residualSs ? b : a));
  const join = least.at;
  const fit = fitAt(join);
  const fall = fit.beta.at(-1)!;
  const ms = fit.residualSs / residualDf;
  const limit =
    fit.residualSs * (1 + tQuantile((1 + CONFIDENCE) / 2, residualDf) ** 2 / residualDf);
  const profile = (value: (at: number) => number, from: number, to: number, middle: number) => {
    const lower = crossing(value, limit, middle, from);
    const upper = crossing(value, limit, middle, to);
    return lower === null || upper === null ? null : ([lower, upper] as [number, number]);
  };
  const rising = fall > 0;
  const interval = rising ? profile(ss, low, most, join) : null;
  const inside = rising && join < high;
  const top = fit.beta.slice(0, -1).reduce((sum, b, i) => sum + b * overBlocks[i]!, 0);
  const valueAt = (x: number) => top - fall * fallen(shape, x, join);
  const straight = shape === 'linearPlateau';
  // The slope at x, and how the value moves with the join: what its error is linear in.
  const jacobian = (x: number) => [
    -fallen(shape, x, join),
    x < join ? -fall * (straight ? 1 : 2 * (join - x)) : 0,
  ];
  const near = fitLinear(
    points.map(({ x }, i) => [...head[i]!, ...jacobian(x)]),
    y,
  );
  const errors = contrastsOf(near, ms);
  return {
    coefficients: straight
      ? { intercept: top - fall * join, linear: fall, quadratic: 0, join }
      : {
          intercept: top - fall * join ** 2,
          linear: 2 * fall * join,
          quadratic: -fall,
          join,
        },
    optimum: {
      x: inside ? join : rising ? high : low,
      interval,
      atEdge: !inside,
    },
    economicOptimum: slopeWanted === null ? null : economic(slopeWanted),
    residualSd: Math.sqrt(ms),
    residualDf,
    p: pOf(flat, fit.residualSs, residualDf),
    predict(x) {
      requireFinite('x', x);
      return { value: valueAt(x), se: errors.se([...overBlocks, ...jacobian(x)]) };
    },
  };

  function economic(wanted: number): { x: number; interval: [number, number] | null } {
    if (straight)
      return fall > wanted ? { x: Math.min(join, high), interval } : { x: low, interval: null };
    if (!rising) return { x: low, interval: null };
    const x = join - wanted / (2 * fall);
    // With the optimum held, the join goes before it by what the fall says: the best of those.
    const held = (at: number) => {
      const with_ = (by: number) => {
        const own = wanted / (2 * by);
        return free(points.map((point, i) => y[i]! + own * fallen(shape, point.x, at + by))).reduce(
          (sum, value) => sum + value * value,
          0,
        );
      };
      return wanted === 0 ? ss(at) : smallest(with_, 1e-6 * range, 2 * range, STEPS).value;
    };
    return {
      x: Math.max(low, Math.min(high, x)),
      interval: profile(held, low - range, most, x),
    };
  }
}

/** Figures less the mean of their block. */
function withoutBlocks(points: readonly ResponsePoint[]) {
  const index = new Map<string, number>();
  const of = points.map(({ block = '' }) => {
    if (!index.has(block)) index.set(block, index.size);
    return index.get(block)!;
  });
  const size = new Array<number>(index.size).fill(0);
  of.forEach((b) => (size[b]! += 1));
  return (figures: readonly number[]): number[] => {
    const sum = new Array<number>(index.size).fill(0);
    figures.forEach((value, i) => (sum[of[i]!]! += value));
    return figures.map((value, i) => value - sum[of[i]!]! / size[of[i]!]!);
  };
}

const pieces = (from: number, to: number): [number, number][] =>
  Array.from({ length: 4 }, (_, i) => [
    from + ((to - from) * i) / 4,
    from + ((to - from) * (i + 1)) / 4,
  ]);

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The least of a function between two places, its ends among them. */
function smallest(
  of: (at: number) => number,
  from: number,
  to: number,
  steps = 60,
): { at: number; value: number } {
  let [a, b] = [from, to];
  let [c, d] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [fc, fd] = [of(c), of(d)];
  for (let i = 0; i < steps; i++) {
    if (fc <= fd) {
      [b, d, fd] = [d, c, fc];
      c = b - GOLDEN * (b - a);
      fc = of(c);
    } else {
      [a, c, fc] = [c, d, fd];
      d = a + GOLDEN * (b - a);
      fd = of(d);
    }
  }
  return [
    { at: (a + b) / 2, value: of((a + b) / 2) },
    { at: from, value: of(from) },
    { at: to, value: of(to) },
  ].reduce((x, y) => (y.value < x.value ? y : x));
}

/** Going from the least to an end, where a function has first risen to a limit; null where it has not. */
function crossing(
  of: (at: number) => number,
  limit: number,
  from: number,
  to: number,
): number | null {
  let inside = from;
  for (let i = 1; i <= STEPS; i++) {
    const at = from + ((to - from) * i) / STEPS;
    if (of(at) > limit) {
      let outside = at;
      for (let k = 0; k < 50; k++) {
        const middle = (inside + outside) / 2;
        if (of(middle) > limit) outside = middle;
        else inside = middle;
      }
      return (inside + outside) / 2;
    }
    inside = at;
  }
  return null;
}
