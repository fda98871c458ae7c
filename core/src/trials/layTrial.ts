import { requirePositive, requireWhole } from '../arguments/index.ts';
import { seededRandom, shuffled, type SeededRandom } from '../stats/index.ts';
import { treatmentsOf, type TrialLayout } from './trialKinds.ts';

/** How strips and machines fit each other. */
export interface StripFit {
  /** Planter passes to a strip; half a one for a split planter. */
  planterPasses: number;
  stripWidthM: number;
  /** Whole combine passes inside a strip, away from its guard rows; 0: none fits. */
  combinePasses: number;
  /** What is harvested of a strip, and how far from its edge that begins. */
  harvestWidthM: number;
  harvestFromM: number;
}

const BURN_IN = 64;
/** Machines are measured to the inch; a head as wide as the strip still fits. */
const SLACK_M = 0.03;

/**
 * The narrowest strip of whole planter passes that holds a whole combine pass between its guard rows; without a combine, one pass.
 * A split planter's strip is half a pass.
 *
 * @param combineWidthM of the head; null: it is not harvested by strips
 * @throws RangeError for a width that is not above zero, or guard rows that are no whole number
 * @example fitStrips({ planterWidthM: 9.14, combineWidthM: 6.1, rowWidthM: 0.762, guardRows: 1, half: false })
 * // { planterPasses: 1, stripWidthM: 9.14, combinePasses: 1, harvestWidthM: 6.1, harvestFromM: 1.52 }
 */
export function fitStrips({
  planterWidthM,
  combineWidthM,
  rowWidthM,
  guardRows,
  half,
}: {
  planterWidthM: number;
  combineWidthM: number | null;
  rowWidthM: number;
  guardRows: number;
  half: boolean;
}): StripFit {
  requirePositive('planterWidthM', planterWidthM);
  requirePositive('rowWidthM', rowWidthM);
  requireWhole('guardRows', guardRows, 0);
  const guardM = guardRows * rowWidthM;
  const strip = (planterPasses: number): StripFit => {
    const stripWidthM = planterPasses * planterWidthM;
    const inside = stripWidthM - 2 * guardM;
    const combinePasses =
      combineWidthM === null ? 0 : Math.max(0, Math.floor((inside + SLACK_M) / combineWidthM));
    const harvestWidthM = Math.min(stripWidthM, combinePasses * (combineWidthM ?? 0));
    return {
      planterPasses,
      stripWidthM,
      combinePasses,
      harvestWidthM,
      harvestFromM: Math.max(0, (stripWidthM - harvestWidthM) / 2),
    };
  };
  if (combineWidthM !== null) requirePositive('combineWidthM', combineWidthM);
  if (half) return strip(0.5);
  if (combineWidthM === null) return strip(1);
  const passes = Math.ceil((combineWidthM + 2 * guardM - SLACK_M) / planterWidthM);
  return strip(Math.max(1, passes));
}

/** A strip of the plan, in the order the driver meets it. */
export interface PlannedStrip {
  number: number;
  /** From 1; of a split planter the pass. */
  block: number;
  /** Of the treatments, from 0. */
  treatment: number;
  /** Half of the machine, looking the way it travels; of a split planter only. */
  side: 'left' | 'right' | null;
}

/** What is drawn by lot. */
export interface TrialDraw {
  layout: TrialLayout;
  /** Levels of each factor; the first of two is the one that is hard to change. */
  levels: readonly number[];
  replicates: number;
  seed: number;
}

/**
 * Treatments over strips, by lot: each block holds every treatment once; a split plot draws its first factor over whole passes and the second
 * within them; a split planter puts one on each half of the machine, and over its passes each as often on the left as on the right, as near
 * as an odd number lets it.
 *
 * @returns in field order; the same for the same seed
 * @throws RangeError for fewer than two treatments, or a split planter of other than two
 * @example layTrial({ layout: 'blocks', levels: [4], replicates: 6, seed: 7 }).length // 24
 */
export function layTrial({ layout, levels, replicates, seed }: TrialDraw): PlannedStrip[] {
  requireWhole('replicates', replicates, 1);
  requireWhole('seed', seed, 0);
  levels.forEach((own, i) => requireWhole(`levels[${i}]`, own, 2));
  if (levels.length < 1 || levels.length > 2)
    throw new RangeError(`levels must be of one or two factors, got ${levels.length}`);
  const treatments = treatmentsOf(levels);
  const random = seededRandom(seed);
  // Seeds that lie near each other begin alike: their streams part within this many draws.
  for (let i = 0; i < BURN_IN; i++) random.uniform();
  if (layout === 'splitPlanter') {
    if (treatments !== 2)
      throw new RangeError(`a split planter compares two treatments, got ${treatments}`);
    const firstLeft = shuffled(
      Array.from({ length: replicates }, (_, i) => i % 2 === 0),
      random,
    );
    return firstLeft.flatMap((left, pass): PlannedStrip[] => {
      // Going out the machine's left lies on the left, coming back on the right: strips are numbered as they lie.
      const out = pass % 2 === 0;
      const machine = left ? [0, 1] : [1, 0];
      const lie = out ? (['left', 'right'] as const) : (['right', 'left'] as const);
      return lie.map((side, i) => ({
        number: 2 * pass + i + 1,
        block: pass + 1,
        treatment: machine[side === 'left' ? 0 : 1]!,
        side,
      }));
    });
  }
  const blocks = layout === 'oneEach' ? 1 : replicates;
  return Array.from({ length: blocks }, (_, block) =>
    inBlock(layout, levels, treatments, random).map((treatment, i) => ({
      number: block * treatments + i + 1,
      block: block + 1,
      treatment,
      side: null,
    })),
  ).flat();
}

function inBlock(
  layout: TrialLayout,
  levels: readonly number[],
  treatments: number,
  random: SeededRandom,
): number[] {
  const count = (n: number) => Array.from({ length: n }, (_, i) => i);
  if (layout !== 'splitPlot' || levels.length < 2) return shuffled(count(treatments), random);
  const [wholes, subs] = [levels[0]!, levels[1]!];
  return shuffled(count(wholes), random).flatMap((whole) =>
    shuffled(count(subs), random).map((sub) => whole * subs + sub),
  );
}

/** Where strips lie across the field. */
export interface LaidStrip extends PlannedStrip {
  fromM: number;
  widthM: number;
  harvestFromM: number;
  harvestWidthM: number;
  /** Passes of the planter, as the driver counts them from the edge. */
  passes: number[];
  /** Which way the driver goes in its first pass. */
  travel: 'out' | 'back';
  /** A sprayer's wheels run in it. */
  tramline: boolean;
}

/**
 * Strips to scale, from the edge where passes begin.
 *
 * @param firstPass the pass the first strip begins at; @param tramlineM between two tramlines; null: there are none
 * @returns metres from the edge
 * @example placeStrips(layTrial(draw), fit, { planterWidthM: 9.14, firstPass: 3, tramlineM: null })[0].passes // [3]
 */
export function placeStrips(
  strips: readonly PlannedStrip[],
  fit: StripFit,
  {
    planterWidthM,
    firstPass,
    tramlineM,
  }: { planterWidthM: number; firstPass: number; tramlineM: number | null },
): LaidStrip[] {
  requireWhole('firstPass', firstPass, 1);
  const startM = (firstPass - 1) * planterWidthM;
  return strips.map((strip, i) => {
    const fromM = startM + i * fit.stripWidthM;
    const toM = fromM + fit.stripWidthM;
    const first = firstPass + Math.floor(i * fit.planterPasses + 1e-9);
    const passes = Array.from({ length: Math.max(1, fit.planterPasses) }, (_, k) => first + k);
    // Tramlines lie in the middle of a sprayer's pass.
    const line = tramlineM ? Math.ceil((fromM - tramlineM / 2) / tramlineM) : 0;
    return {
      ...strip,
      fromM,
      widthM: fit.stripWidthM,
      harvestFromM: fromM + fit.harvestFromM,
      harvestWidthM: fit.harvestWidthM,
      passes,
      travel: (first - firstPass) % 2 === 0 ? 'out' : 'back',
      tramline: tramlineM !== null && Math.max(0, line) * tramlineM + tramlineM / 2 < toM,
    };
  });
}
