import { factorInPlace, firstOf, inverseOf, solveInPlace } from './cholesky.ts';

/**
 * Henderson's mixed model equations of one set of readings, to be solved again for each guess of the
 * variance ratios. With V = I + Σ ratio · Z Zᵀ and P = V⁻¹ − V⁻¹X(XᵀV⁻¹X)⁻¹XᵀV⁻¹ everything REML asks for is
 * ZᵀPy and ZᵀPZ. The factor with the most levels has a diagonal block of its own and is eliminated first,
 * so that the work grows with its levels and not with their square.
 */
export interface MixedEquations {
  /** Readings. */
  size: number;
  columns: number;
  /** Readings less fixed effects. */
  free: number;
  /** Readings with the fixed effects taken off by least squares. */
  residuals: readonly number[];
  factors: number;
  levels: string[][];
  /** Whether a factor can have a spread at all: it needs two levels. */
  canSpread: boolean[];
  at: (ratios: readonly number[]) => Spread;
  /** First and second derivatives of the deviance in the ratios. */
  slopes: (spread: Spread) => { slope: number[]; bend: number[][] };
  information: (spread: Spread) => Information;
  /** Any sum of fixed effects: its estimate, its variance over the residual's, and ‖ZᵀV⁻¹X(XᵀV⁻¹X)⁻¹w‖² of each factor. */
  sums: (
    spread: Spread,
  ) => (weights: readonly number[]) => { estimate: number; variance: number; leans: number[] };
}

export interface Spread {
  ratios: readonly number[];
  /** −2 × REML log-likelihood. */
  deviance: number;
  /** yᵀPy. */
  squares: number;
  /** ZᵀPy of each factor. */
  pull: Float64Array[];
  solve: (dense: Float64Array, big: Float64Array) => void;
  /** Inverse of what is left of the equations once the big factor is eliminated. */
  inverse: () => Float64Array;
  beta: Float64Array;
}

export interface Information {
  /** tr ZᵀPZ of each factor, ‖ZᵀPy‖², and, for factors with a spread, ‖ZᵀPZ‖² and (ZᵀPy)ᵀ(ZᵀPZ)(ZᵀPy) of each pair. */
  traces: number[];
  squares: number[];
  norms: number[][];
  products: number[][];
}

export function mixedEquations(
  y: readonly number[],
  fixed: readonly (readonly number[])[],
  groups: Readonly<Record<string, readonly string[]>>,
): MixedEquations {
  const n = y.length;
  const p = fixed[0]!.length;
  const factors = Object.entries(groups).map(([name, labels]) => levelsOf(name, labels, n));
  const big = factors.reduce(
    (most, { levels }, k) => (most < 0 || levels.length > factors[most]!.levels.length ? k : most),
    -1,
  );
  const bigLevels = big < 0 ? 0 : factors[big]!.levels.length;
  // Columns of the dense part: the levels of all other factors, then the fixed effects.
  // Factors of many levels come first: what nests in them then leaves a factor of mostly zeros.
  const offsets = factors.map(() => 0);
  let random = 0;
  [...factors.keys()]
    .filter((k) => k !== big)
    .sort((a, b) => factors[b]!.levels.length - factors[a]!.levels.length)
    .forEach((k) => {
      offsets[k] = random;
      random += factors[k]!.levels.length;
    });
  const d = random + p;

  // Taken off first, so that sums of squares do not drown in the size of the readings.
  const plain = leastSquares(y, fixed, p);
  const residuals = y.map((value, i) =>
    fixed[i]!.reduce((left, x, j) => left - x * plain[j]!, value),
  );
  const gram = new Float64Array(d * d);
  const denseY = new Float64Array(d);
  const bigY = new Float64Array(bigLevels);
  const counts = new Float64Array(bigLevels);
  const shared = Array.from({ length: bigLevels }, () => new Map<number, number>());
  let yy = 0;
  for (let i = 0; i < n; i++) {
    const at: number[] = [];
    const values: number[] = [];
    factors.forEach(({ of }, k) => {
      if (k === big) return;
      at.push(offsets[k]! + of[i]!);
      values.push(1);
    });
    for (let j = 0; j < p; j++) {
      if (fixed[i]![j] === 0) continue;
      at.push(random + j);
      values.push(fixed[i]![j]!);
    }
    const value = residuals[i]!;
    yy += value * value;
    at.forEach((a, s) => {
      denseY[a]! += values[s]! * value;
      at.forEach((b, t) => (gram[a * d + b]! += values[s]! * values[t]!));
    });
    if (big < 0) continue;
    const l = factors[big]!.of[i]!;
    counts[l]! += 1;
    bigY[l]! += value;
    at.forEach((a, s) => shared[l]!.set(a, (shared[l]!.get(a) ?? 0) + values[s]!));
  }
  // Who shares readings with a level of the big factor, and how many: by level, and by dense column.
  // Pairs of columns of a level, each once and as a place in a matrix of them, with what they share.
  const rows = shared.map((row) => {
    const at = Int32Array.from(row.keys());
    const by = Float64Array.from(row.values());
    const most = (at.length * (at.length + 1)) / 2;
    const pairs = new Int32Array(most);
    const products = new Float64Array(most);
    let pair = 0;
    for (let s = 0; s < at.length; s++)
      for (let t = 0; t < at.length; t++) {
        if (at[t]! > at[s]!) continue;
        pairs[pair] = at[s]! * d + at[t]!;
        products[pair] = by[s]! * by[t]!;
        pair += 1;
      }
    return { at, by, pairs, products };
  });
  const columnsOf = Array.from({ length: d }, () => [] as [number, number][]);
  rows.forEach(({ at, by }, l) => at.forEach((a, s) => columnsOf[a]!.push([l, by[s]!])));
  const factorOf = new Int32Array(random);
  factors.forEach(({ levels }, k) => {
    if (k !== big) factorOf.fill(k, offsets[k], offsets[k]! + levels.length);
  });

  const free = n - p;
  const roots = (ratios: readonly number[]) => {
    const scale = new Float64Array(d).fill(1);
    for (let i = 0; i < random; i++) scale[i] = Math.sqrt(ratios[factorOf[i]!]!);
    return { scale, bigScale: big < 0 ? 0 : Math.sqrt(ratios[big]!) };
  };

  /** Σ over levels of the big factor of weight × (its shared readings) × (the same): the lower half. */
  const acrossLevels = (weight: (l: number) => number) => {
    const sum = new Float64Array(d * d);
    rows.forEach(({ pairs, products }, l) => {
      const w = weight(l);
      if (w !== 0) for (let k = 0; k < pairs.length; k++) sum[pairs[k]!]! += w * products[k]!;
    });
    return sum;
  };

  const at: MixedEquations['at'] = (ratios) => {
    const { scale, bigScale } = roots(ratios);
    const pivots = Float64Array.from(counts, (count) => bigScale * bigScale * count + 1);
    const system = acrossLevels((l) => (bigScale * bigScale) / pivots[l]!);
    for (let i = 0; i < d; i++)
      for (let j = 0; j <= i; j++)
        system[i * d + j] =
          scale[i]! * scale[j]! * (gram[i * d + j]! - system[i * d + j]!) +
          (i === j && i < random ? 1 : 0);
    // Ratios beyond what numbers hold are no place to go.
    const first = firstOf(system, d);
    const held = factorInPlace(system, d, { first });
    if (!held && ratios.every((ratio) => ratio === 0)) throw new RangeError(DEPENDENT);
    let logV = 0;
    for (const pivot of pivots) logV += Math.log(pivot);
    for (let i = 0; i < random; i++) logV += 2 * Math.log(system[i * d + i]!);
    let logX = 0;
    for (let i = random; i < d; i++) logX += 2 * Math.log(system[i * d + i]!);
    const solve = (dense: Float64Array, own: Float64Array) => {
      if (bigScale > 0)
        for (let l = 0; l < bigLevels; l++) {
          const part = (bigScale * own[l]!) / pivots[l]!;
          if (part === 0) continue;
          const { at: places, by } = rows[l]!;
          for (let s = 0; s < places.length; s++)
            dense[places[s]!]! -= part * scale[places[s]!]! * by[s]!;
        }
      solveInPlace(system, d, dense, { first });
      for (let l = 0; l < bigLevels; l++) {
        let sum = own[l]!;
        if (bigScale > 0) {
          const { at: places, by } = rows[l]!;
          let part = 0;
          for (let s = 0; s < places.length; s++)
            part += scale[places[s]!]! * by[s]! * dense[places[s]!]!;
          sum -= bigScale * part;
        }
        own[l] = sum / pivots[l]!;
      }
    };
    const dense = Float64Array.from(denseY, (value, i) => scale[i]! * value);
    const own = Float64Array.from(bigY, (value) => bigScale * value);
    solve(dense, own);
    let squares = yy;
    for (let i = 0; i < d; i++) squares -= scale[i]! * denseY[i]! * dense[i]!;
    for (let l = 0; l < bigLevels; l++) squares -= bigScale * bigY[l]! * own[l]!;
    squares = Math.max(squares, 0);
    const pull = factors.map(({ levels }, k) =>
      Float64Array.from(levels, (_, l) => pulled(k, l, dense, own, scale, bigScale)),
    );
    return {
      ratios,
      deviance: held
        ? logV + logX + free * (1 + Math.log((2 * Math.PI * Math.max(squares, 1e-300)) / free))
        : Infinity,
      squares,
      pull,
      solve,
      inverse: () => inverseOf(system, d, first),
      beta: dense.slice(random),
    };
  };

  /** What is left of one level's sum once the solution is taken off: its part of ZᵀP. `raw` is the sum before. */
  const pulled = (
    k: number,
    l: number,
    dense: Float64Array,
    own: Float64Array,
    scale: Float64Array,
    bigScale: number,
    raw?: number,
  ): number => {
    const root = k === big ? bigScale : scale[offsets[k]!]!;
    if (root > 0) return (k === big ? own[l]! : dense[offsets[k]! + l]!) / root;
    if (k === big) {
      let sum = raw ?? bigY[l]!;
      const { at: places, by } = rows[l]!;
      for (let s = 0; s < places.length; s++)
        sum -= by[s]! * scale[places[s]!]! * dense[places[s]!]!;
      return sum;
    }
    const i = offsets[k]! + l;
    let sum = raw ?? denseY[i]!;
    for (let j = 0; j < d; j++) sum -= gram[i * d + j]! * scale[j]! * dense[j]!;
    if (bigScale > 0) for (const [level, by] of columnsOf[i]!) sum -= by * bigScale * own[level]!;
    return sum;
  };

  /** The same, scaled and whole. */
  const overLevels = (scale: Float64Array, weight: (l: number) => number) => {
    const sum = acrossLevels(weight);
    for (let i = 0; i < d; i++)
      for (let j = 0; j <= i; j++)
        sum[j * d + i] = sum[i * d + j] = scale[i]! * scale[j]! * sum[i * d + j]!;
    return sum;
  };

  /**
   * Everything asked of ZᵀPZ from the inverse of the equations, C: between factors with a spread it is (I − C) over the roots of their
   * ratios. With A the big factor's own block, B what it shares with the dense part and S what is left there,
   * C is S⁻¹ there, −A⁻¹BS⁻¹ between, and A⁻¹ + A⁻¹BS⁻¹BᵀA⁻¹ for the big factor: traces and norms need dense matrices only.
   */
  const information: MixedEquations['information'] = ({ ratios, pull, inverse }) => {
    const { scale, bigScale } = roots(ratios);
    const squares = pull.map((own) => own.reduce((sum, value) => sum + value * value, 0));
    const traces = factors.map(() => 0);
    const table = () => factors.map(() => factors.map(() => 0));
    const [norms, products] = [table(), table()];
    const open = factors.flatMap((_, k) => (ratios[k]! > 0 ? [k] : []));
    const own = inverse();
    const isOpen = (k: number) => ratios[k]! > 0;
    const size = (k: number) => factors[k]!.levels.length;
    // Within the dense part.
    for (const k of open) {
      if (k === big) continue;
      for (const m of open) {
        if (m === big) continue;
        let [norm, product, trace] = [0, 0, 0];
        for (let i = 0; i < size(k); i++)
          for (let j = 0; j < size(m); j++) {
            const value =
              (k === m && i === j ? 1 : 0) - own[(offsets[k]! + i) * d + offsets[m]! + j]!;
            norm += value * value;
            product += pull[k]![i]! * value * pull[m]![j]!;
            if (k === m && i === j) trace += value;
          }
        norms[k]![m] = norm / (ratios[k]! * ratios[m]!);
        products[k]![m] = product / Math.sqrt(ratios[k]! * ratios[m]!);
        if (k === m) traces[k] = trace / ratios[k]!;
      }
    }
    if (big >= 0 && isOpen(big)) {
      const pivot = (l: number) => ratios[big]! * counts[l]! + 1;
      const shared2 = overLevels(scale, (l) => ratios[big]! / pivot(l) ** 2);
      const shared3 = overLevels(scale, (l) => ratios[big]! / pivot(l) ** 3);
      const half = timesSparse(own, shared2, d);
      let [trace, norm, product] = [0, 0, 0];
      const t = pull[big]!;
      const leaning = new Float64Array(d);
      rows.forEach(({ at: places, by }, l) => {
        const free1 = 1 - 1 / pivot(l);
        trace += free1;
        norm += free1 * free1;
        product += free1 * t[l]! * t[l]!;
        const part = (bigScale * t[l]!) / pivot(l);
        for (let s = 0; s < places.length; s++)
          leaning[places[s]!]! += part * scale[places[s]!]! * by[s]!;
      });
      const leaned = new Float64Array(d);
      for (let i = 0; i < d; i++) {
        let sum = 0;
        for (let j = 0; j < d; j++) {
          sum += own[i * d + j]! * leaning[j]!;
          trace -= own[i * d + j]! * shared2[i * d + j]!;
          // ‖I − C‖² = Σ(1 − 1/a)² − 2 tr((I − A⁻¹)·A⁻¹BS⁻¹BᵀA⁻¹) + ‖A⁻¹BS⁻¹BᵀA⁻¹‖²
          norm -= 2 * own[i * d + j]! * (shared2[i * d + j]! - shared3[i * d + j]!);
          norm += half[i * d + j]! * half[j * d + i]!;
        }
        leaned[i] = sum;
        product -= sum * leaning[i]!;
      }
      traces[big] = trace / ratios[big]!;
      norms[big]![big] = Math.max(0, norm) / ratios[big]! ** 2;
      products[big]![big] = product / ratios[big]!;
      for (const k of open) {
        if (k === big) continue;
        let [between, along] = [0, 0];
        for (let i = offsets[k]!; i < offsets[k]! + size(k); i++) {
          for (let j = 0; j < d; j++) between += half[i * d + j]! * own[i * d + j]!;
          along += leaned[i]! * pull[k]![i - offsets[k]!]!;
        }
        norms[k]![big] = norms[big]![k] = between / (ratios[k]! * ratios[big]!);
        products[k]![big] = products[big]![k] = along / Math.sqrt(ratios[k]! * ratios[big]!);
      }
    }
    // Of factors without a spread only how steeply the deviance rises with one.
    factors.forEach((_, k) => {
      if (isOpen(k)) return;
      traces[k] =
        k === big
          ? total(counts) -
            traceOf(
              own,
              overLevels(scale, () => 1),
            )
          : plainTrace(k, scale, bigScale, ratios, own);
    });
    return { traces, squares, norms, products };
  };

  /** tr ZᵀPZ of a factor of the dense part that has no spread. */
  const plainTrace = (
    k: number,
    scale: Float64Array,
    bigScale: number,
    ratios: readonly number[],
    own: Float64Array,
  ): number => {
    let trace = 0;
    const right = new Float64Array(d);
    for (let l = 0; l < factors[k]!.levels.length; l++) {
      const i = offsets[k]! + l;
      trace += gram[i * d + i]!;
      for (let j = 0; j < d; j++) right[j] = scale[j]! * gram[i * d + j]!;
      if (bigScale > 0)
        for (const [level, by] of columnsOf[i]!) {
          const pivot = ratios[big]! * counts[level]! + 1;
          trace -= (ratios[big]! * by * by) / pivot;
          const { at: places, by: shares } = rows[level]!;
          for (let s = 0; s < places.length; s++)
            right[places[s]!]! -= (ratios[big]! * by * scale[places[s]!]! * shares[s]!) / pivot;
        }
      for (let a = 0; a < d; a++) {
        if (right[a] === 0) continue;
        for (let b = 0; b < d; b++) trace -= right[a]! * own[a * d + b]! * right[b]!;
      }
    }
    return trace;
  };

  return {
    size: n,
    columns: p,
    free,
    residuals,
    factors: factors.length,
    levels: factors.map(({ levels }) => levels),
    canSpread: factors.map(({ levels }) => levels.length > 1),
    at,
    information,
    slopes: (spread) => {
      const { traces, squares, norms, products } = information(spread);
      const q = spread.squares;
      return {
        slope: traces.map((trace, k) => trace - (free * squares[k]!) / q),
        bend: norms.map((row, k) =>
          row.map(
            (norm, l) =>
              -norm + free * ((2 * products[k]![l]!) / q - (squares[k]! * squares[l]!) / q ** 2),
          ),
        ),
      };
    },
    sums: ({ ratios, solve, beta }) => {
      const { scale, bigScale } = roots(ratios);
      // One solution a column: any sum of columns is the same sum of these.
      const columns = Array.from({ length: p }, (_, j) => {
        const dense = new Float64Array(d);
        dense[random + j] = 1;
        const own = new Float64Array(bigLevels);
        solve(dense, own);
        return {
          fixed: dense.subarray(random),
          pull: factors.map(({ levels }, k) =>
            ratios[k] === 0
              ? null
              : Float64Array.from(levels, (_, l) => pulled(k, l, dense, own, scale, bigScale)),
          ),
        };
      });
      const table = (of: (i: number, j: number) => number) => {
        const values = new Float64Array(p * p);
        for (let i = 0; i < p; i++) for (let j = 0; j < p; j++) values[i * p + j] = of(i, j);
        return values;
      };
      const inverse = table((i, j) => columns[j]!.fixed[i]!);
      const leaning = factors.map((_, k) =>
        table((i, j) => {
          const [a, b] = [columns[i]!.pull[k], columns[j]!.pull[k]];
          let sum = 0;
          if (a && b) for (let l = 0; l < a.length; l++) sum += a[l]! * b[l]!;
          return sum;
        }),
      );
      return (weights) => {
        const form = (of: Float64Array) => {
          let sum = 0;
          for (let i = 0; i < p; i++) {
            if (weights[i] === 0) continue;
            let own = 0;
            for (let j = 0; j < p; j++) own += weights[j]! * of[i * p + j]!;
            sum += weights[i]! * own;
          }
          return sum;
        };
        return {
          estimate: weights.reduce((sum, own, j) => sum + own * (beta[j]! + plain[j]!), 0),
          variance: form(inverse),
          leans: leaning.map(form),
        };
      };
    },
  };
}

const total = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0);

/** Product of two square matrices kept row by row, the second mostly zeros. */
function timesSparse(a: Float64Array, b: Float64Array, d: number): Float64Array {
  const product = new Float64Array(d * d);
  const places = new Int32Array(d);
  for (let k = 0; k < d; k++) {
    let count = 0;
    for (let j = 0; j < d; j++) if (b[k * d + j] !== 0) places[count++] = j;
    for (let i = 0; i < d; i++) {
      const left = a[i * d + k]!;
      if (left === 0) continue;
      for (let s = 0; s < count; s++) product[i * d + places[s]!]! += left * b[k * d + places[s]!]!;
    }
  }
  return product;
}

/** Trace of a product of two symmetric matrices. */
function traceOf(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

const DEPENDENT = 'fixed must have columns that do not depend on each other';

function levelsOf(name: string, labels: readonly string[], n: number) {
  if (labels.length !== n)
    throw new RangeError(
      `groups.${name} must name a level for each of ${n} readings, got ${labels.length}`,
    );
  const known = new Map<string, number>();
  const of = Int32Array.from(labels, (label) => {
    if (!known.has(label)) known.set(label, known.size);
    return known.get(label)!;
  });
  if (known.size === n && n > 1)
    throw new RangeError(
      `groups.${name} must have fewer levels than the ${n} readings, got ${known.size}`,
    );
  return { levels: [...known.keys()], of };
}

function leastSquares(
  y: readonly number[],
  fixed: readonly (readonly number[])[],
  p: number,
): Float64Array {
  const gram = new Float64Array(p * p);
  const right = new Float64Array(p);
  fixed.forEach((row, i) => {
    for (let a = 0; a < p; a++) {
      if (row[a] === 0) continue;
      right[a]! += row[a]! * y[i]!;
      for (let b = 0; b < p; b++) gram[a * p + b]! += row[a]! * row[b]!;
    }
  });
  if (!factorInPlace(gram, p, { tolerance: 1e-11 })) throw new RangeError(DEPENDENT);
  solveInPlace(gram, p, right);
  return right;
}
