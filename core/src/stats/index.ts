export {
  normalQuantile,
  normalCdf,
  tQuantile,
  tCdf,
  fUpperTail,
  binomialCdf,
} from './distributions.ts';
export { wilsonInterval, tInterval, type Interval } from './intervals.ts';
export { mean, sampleSd } from './moments.ts';
export { seededRandom, type SeededRandom } from './seededRandom.ts';
export { holm } from './holm.ts';
export { pooledSpread } from './pooledSpread.ts';
export { remlOneWay, type RemlOneWay } from './remlOneWay.ts';
