import { randomUUID } from 'node:crypto';
import { signedIn, type App, type MadeRecord } from '../app.ts';
import { openPage } from './openPage.ts';
import { median, report } from './report.ts';
import { untilDrawn } from './spring.ts';

const [FIELDS, ROWS, STOPS] = [30, 24, 6];

/** A planter's season: every field checked once and walked at six stops, every row counted. */
async function fill(app: App): Promise<{ planter: string; observations: number }> {
  const { put, send, season } = await signedIn(app);
  const [grower, planter] = [randomUUID(), randomUUID()];
  await put([['grower', grower, { name: 'Bench Farm' }]]);
  await put([
    [
      'planter',
      planter,
      { name: 'Bench card', type: 'planter', rows: ROWS, rowWidthM: 0.762, cells: 30 },
    ],
  ]);
  let observations = 0;
  const wobble = (seed: number) => Math.sin(seed * 12.9898) * 0.5;
  for (let f = 0; f < FIELDS; f++) {
    const [field, planting, check, walk] = Array.from({ length: 4 }, () => randomUUID()) as [
      string,
      string,
      string,
      string,
    ];
    const day = `${season}-05-${String(1 + (f % 20)).padStart(2, '0')}`;
    const later = `${season}-06-${String(1 + (f % 20)).padStart(2, '0')}`;
    const visit = (on: string) => ({
      plantingId: planting,
      startedAt: `${on}T14:00:00.000Z`,
      startedOn: on,
      zoneOffsetMin: 0,
      finishedAt: `${on}T15:00:00.000Z`,
      walkedBy: 'Bench',
    });
    const stops = Array.from({ length: STOPS + 1 }, () => randomUUID());
    const rows = Array.from({ length: ROWS }, (_, r) => r + 1);
    const trench = (row: number): MadeRecord => [
      'observation',
      randomUUID(),
      {
        stopId: stops[STOPS],
        type: 'trench',
        row,
        at: `${day}T14:10:00.000Z`,
        seeds: Array.from({ length: 5 }, (_, s) => ({
          depthM: 0.05 - (row === 4 ? 0.012 : 0) + 0.006 * wobble(f * 997 + row * 31 + s),
          typed: '',
          moist: null,
          by: 'rule',
        })),
        gapsM: [],
        gapsTyped: [],
        contact: 'tight',
        shape: 'v',
        wall: 'loose',
        floor: 'firm',
        closing: 'firm',
        settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel: '' },
      },
    ];
    const count = (stopId: string, row: number, s: number): MadeRecord => [
      'observation',
      randomUUID(),
      {
        stopId,
        type: 'count',
        row,
        lengthM: 5.31,
        rowWidthM: 0.762,
        inStep: 26 + Math.round(4 * wobble(f * 91 + row * 7 + s)),
        oneBehind: row === 9 ? 6 : 1,
        twoBehind: 0,
      },
    ];
    await send([
      [
        ['field', field, { growerId: grower, name: `Bench ${f}`, areaM2: 160_000 }],
        [
          'planting',
          planting,
          {
            fieldId: field,
            planterId: planter,
            season,
            crop: 'corn',
            plantedOn: day,
            rowWidthM: 0.762,
            seedsPerM2: 7.9,
            depthTargetM: 0.05,
            germination: 0.95,
            fieldLoss: 0.05,
          },
        ],
        [
          'walk',
          check,
          {
            ...visit(day),
            purpose: 'trench',
            targetM: 0.05,
            toleranceM: 0.00635,
            readTo: 'bottom',
            seedsPerRow: 5,
            gauge: null,
          },
        ],
        [
          'walk',
          walk,
          {
            ...visit(later),
            purpose: 'stand',
            method: 'everyRow',
            lengthM: 5.31,
            hoopDiameterM: null,
          },
        ],
        ...stops.map((id, s): MadeRecord => [
          'stop',
          id,
          {
            walkId: s === STOPS ? check : walk,
            ordinal: s === STOPS ? 1 : s + 1,
            travel: 'away',
            chosen: false,
          },
        ]),
      ],
      rows.map(trench),
      ...stops.slice(0, STOPS).map((id, s) => rows.map((row) => count(id, row, s))),
    ]);
    observations += ROWS * (STOPS + 1);
  }
  return { planter, observations };
}

/** A planter card over a large season: opened from the list of planters, then filtered to one field and back. */
export async function planterCard(app: App): Promise<void> {
  console.log('\nPlanter card');
  const { planter, observations } = await fill(app);
  const { browser, page } = await openPage(app);
  const opened: number[] = [];
  for (let run = 0; run < 4; run++) {
    await page.goto('/planters');
    const link = page.locator(`a[href="/planters/${planter}"]`).first();
    await link.waitFor();
    await page.waitForTimeout(1500);
    opened.push(
      await untilDrawn(page, `a[href="/planters/${planter}"]`, '[data-testid="worst-rows"] button'),
    );
  }
  report(
    `card of ${FIELDS} fields × ${ROWS} rows, ${observations} observations, opened`,
    median(opened.slice(1)),
    'ms',
    1000,
  );
  const filtered = await page.evaluate(async () => {
    const select = document.querySelectorAll('select')[0]!;
    const times: number[] = [];
    const choose = (value: string) => {
      Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')!.set!.call(
        select,
        value,
      );
      select.dispatchEvent(new Event('change', { bubbles: true }));
    };
    for (const { value } of [...select.options].slice(1, 7)) {
      const from = performance.now();
      choose(value);
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
      times.push(performance.now() - from);
    }
    return times;
  });
  report('… filtered to a field, until drawn', median(filtered), 'ms', 100);
  await browser.close();
}
