export {
  normalQuantile,
  normalCdf,
  tQuantile,
  tCdf,
  twoSidedP,
  fUpperTail,
  binomialCdf,
  binomialUpperTail,
  betaBinomialUpperTail,
  chiSquareQuantile,
  fastNormalCdf,
  noncentralTCdf,
} from './distributions.ts';
export { wilsonInterval, tInterval, type Interval } from './intervals.ts';
export { mean, sampleSd } from './moments.ts';
export { sdInterval } from './sdInterval.ts';
export { seededRandom, type SeededRandom } from './seededRandom.ts';
export { holm } from './holm.ts';
export { moderatedVariances, type ModeratedVariances } from './moderatedVariances.ts';
export { pooledSpread, squaresWithin } from './pooledSpread.ts';
export { remlOneWay, type RemlOneWay } from './remlOneWay.ts';
export {
  localVariance,
  neighbourForm,
  type NeighbourForm,
  type PlacedValue,
} from './localVariance.ts';
export { shuffled } from './shuffled.ts';
export { differenceOf, type Told } from './difference.ts';
export { fitLine, type FittedLine } from './fitLine.ts';
export { fitMixedModel, type MixedModel } from './fitMixedModel.ts';
export {
  rowPosterior,
  type PlanterPosterior,
  type RowEvidence,
  type RowPosterior,
  type RowPrior,
} from './rowPosterior.ts';
export { combineP } from './combineP.ts';
export { studentizedRangeTail } from './studentizedRange.ts';
export { dunnettTail } from './dunnett.ts';
export { fieller } from './fieller.ts';
export { fitLinear, type LinearFit } from './fitLinear.ts';
