// npm run test:long -- judgement: every rate over worlds that differ from those the methods were built on, as mean and worst beside its limit.
import { keepsGrid, WORLD_RATES, type GridRate } from '@sendero/core/simulation';

const [only] = process.argv.slice(2);
/** No seed that a figure was chosen on. */
const SEED = 515_253;

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
const limitText = ({ limit }: GridRate) => {
  const sign = 'atMost' in limit ? '≤' : '≥';
  const mean = 'atMost' in limit ? limit.atMost : limit.atLeast;
  return `${sign} ${percent(mean)}${limit.worst === undefined ? '' : `, worst ${sign} ${percent(limit.worst)}`}`;
};

let missed = 0;
console.log('| rate | mean | worst | limit | worlds | cases | worst in |');
console.log('| --- | --- | --- | --- | --- | --- | --- |');
for (const [name, { rates, runs }] of Object.entries(WORLD_RATES)) {
  if (only && name !== only) continue;
  for (const rate of rates({ seed: SEED, runs })) {
    const ok = keepsGrid(rate);
    if (!ok) missed += 1;
    console.log(
      `| ${ok ? '' : '**missed** '}${rate.what} | ${percent(rate.mean)} | ${percent(rate.worst)} | ${limitText(rate)} | ${rate.worlds} | ${rate.cases} | ${rate.worstIn} |`,
    );
  }
}
console.log(missed === 0 ? '\nAll limits kept.' : `\n${missed} limits missed.`);
process.exit(missed === 0 ? 0 : 1);
