// Draws docs/predictions.svg: how far predictions of emergence are off, season by season. npx tsx e2e/bench/predictionPicture.ts
import { writeFileSync } from 'node:fs';
import { errorBySeason } from '@sendero/core/simulation';

const of = { runs: 400, offsetSdC: 0.7 };
const places = [
  {
    title: 'a station that shows 15 % too much heat',
    seasons: errorBySeason({ ...of, seed: 6_616_161, bias: 1.15 }),
  },
  {
    title: 'a station like the default',
    seasons: errorBySeason({ ...of, seed: 7_717_171, bias: 1 }),
  },
];
const most = Math.ceil(
  Math.max(...places.flatMap(({ seasons }) => seasons.map((one) => one.byDefault))),
);
const [WIDTH, HEIGHT, FOOT, TOP] = [760, 300, 44, 54];
const y = (days: number) => HEIGHT - FOOT - ((HEIGHT - FOOT - TOP) * days) / most;
const text = (x: number, at: number, words: string, more = '') =>
  `<text x="${x}" y="${at}" font-size="13" ${more}>${words}</text>`;
const bar = (x: number, days: number, fill: string) =>
  `<rect x="${x}" y="${y(days).toFixed(1)}" width="34" height="${(y(0) - y(days)).toFixed(1)}" fill="${fill}"/>` +
  text(x + 17, y(days) - 5, days.toFixed(1), 'text-anchor="middle"');
const panels = places.map(({ title, seasons }, panel) => {
  const left = 50 + panel * 360;
  return [
    text(left, 22, title, 'font-weight="700"'),
    `<line x1="${left}" x2="${left + 330}" y1="${y(0)}" y2="${y(0)}" stroke="#2a211b"/>`,
    ...seasons.map(({ byDefault, corrected }, season) => {
      const x = left + 14 + season * 110;
      return (
        bar(x, byDefault, '#d9ccb4') +
        bar(x + 38, corrected, '#3f6323') +
        text(x + 36, HEIGHT - 24, `season ${season + 1}`, 'text-anchor="middle"')
      );
    }),
  ].join('');
});
const words = `Days off, mean of ${places[0]!.seasons[0]!.cases} fields a season: pale by the default, green corrected by the fields seen before`;
writeFileSync(
  new URL('../../docs/predictions.svg', import.meta.url),
  `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" font-family="sans-serif" fill="#2a211b"><rect width="${WIDTH}" height="${HEIGHT}" fill="#fffaf0"/>${panels.join('')}${text(50, HEIGHT - 6, words)}</svg>\n`,
);
console.log(JSON.stringify(places, null, 1));
