import { randomUUID } from 'node:crypto';
import { signedIn, type App, type MadeRecord } from '../app.ts';
import { openPage } from './openPage.ts';
import { at95, median, report } from './report.ts';
import { untilDrawn } from './spring.ts';
import { tapTimes } from './taps.ts';

const [STOPS, ROWS, STAGED] = [40, 24, 600];

/** A walk of 40 stops of 24 rows, 600 plants staged at each, some dug. */
export async function fill(app: App): Promise<{ planting: string; walk: string; stop: string }> {
  const { put, send, season } = await signedIn(app);
  const [grower, planter, field, planting, walk] = Array.from({ length: 5 }, () =>
    randomUUID(),
  ) as [string, string, string, string, string];
  await put([['grower', grower, { name: 'Bench Farm' }]]);
  await put([
    [
      'planter',
      planter,
      { name: 'Bench planter', type: 'planter', rows: ROWS, rowWidthM: 0.762, cells: 30 },
    ],
    ['field', field, { growerId: grower, name: 'Bench Long', areaM2: null }],
  ]);
  const plantedOn = new Date(Date.now() - 25 * 86_400_000).toISOString().slice(0, 10);
  await put([
    [
      'planting',
      planting,
      {
        fieldId: field,
        planterId: planter,
        season,
        crop: 'corn',
        plantedOn,
        rowWidthM: 0.762,
        seedsPerM2: 7.9,
        depthTargetM: 0.05,
        germination: 0.95,
        fieldLoss: 0.05,
      },
    ],
  ]);
  const startedAt = new Date(Date.now() - 8 * 3_600_000).toISOString();
  await put([
    [
      'walk',
      walk,
      {
        plantingId: planting,
        purpose: 'stand',
        startedAt,
        startedOn: startedAt.slice(0, 10),
        zoneOffsetMin: 0,
        finishedAt: new Date().toISOString(),
        method: 'everyRow',
        lengthM: 5.31,
        hoopDiameterM: null,
        walkedBy: 'Bench',
      },
    ],
  ]);
  const stops = Array.from({ length: STOPS }, () => randomUUID());
  await put(
    stops.map((id, i): MadeRecord => [
      'stop',
      id,
      { walkId: walk, ordinal: i + 1, travel: 'away', chosen: false },
    ]),
  );
  const plant = (depthM: number) => ({
    stage: 'V3',
    way: 'seed',
    depthM,
    mesocotylM: null,
    crownM: null,
    typed: '',
    roots: 'straight',
    turnedAtM: null,
    nodal: true,
    slot: 'shut',
    wall: null,
    oldRoots: null,
  });
  for (const [i, stopId] of stops.entries()) {
    const rows = Array.from({ length: ROWS }, (_, r) => r + 1);
    await send([
      rows.flatMap((row): MadeRecord[] => [
        [
          'observation',
          randomUUID(),
          {
            stopId,
            type: 'count',
            row,
            lengthM: 5.31,
            rowWidthM: 0.762,
            inStep: 26 + ((i * row) % 5),
            oneBehind: 0,
            twoBehind: 0,
          },
        ],
        [
          'observation',
          randomUUID(),
          {
            stopId,
            type: 'stages',
            row,
            stagedBy: 'collars',
            stages: Array.from(
              { length: STAGED / ROWS },
              (_, p) => ['V3', 'V3', 'V2', 'V3', 'V1'][(p * row + i) % 5],
            ),
          },
        ],
      ]),
      [
        [
          'observation',
          randomUUID(),
          {
            stopId,
            type: 'plantDig',
            row: 1 + (i % ROWS),
            atM: null,
            plant: plant(0.03 + (i % 4) / 100),
            late: 'oneBehind',
            neighbour: plant(0.05),
            neighbourAtM: null,
            feel: null,
            cover: [],
          },
        ],
      ],
    ]);
  }
  return { planting, walk, stop: stops[0]! };
}

/** The result of a large walk, from the click until its plants are drawn; taps on its stage keys. */
export async function plants(app: App): Promise<void> {
  console.log('\nPlants');
  const { planting, walk, stop } = await fill(app);
  const { browser, page } = await openPage(app);
  const session = await page.context().newCDPSession(page);
  const opened: number[] = [];
  for (let run = 0; run < 6; run++) {
    await page.goto(`/plantings/${planting}`);
    await page.locator(`a[href="/walks/${walk}/result"]`).first().waitFor();
    await page.waitForTimeout(1500);
    await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    opened.push(
      await untilDrawn(
        page,
        `a[href="/walks/${walk}/result"]`,
        '[data-testid="population"], section[aria-label="How even"]',
      ),
    );
    await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  }
  // The first fetches the screen.
  report(
    `result of ${STOPS} stops × ${ROWS} rows × ${STAGED} plants, 4× slower CPU`,
    median(opened.slice(1)),
    'ms',
    300,
  );
  await page.goto(`/walks/${walk}/stops/${stop}/stages?row=1`);
  await page.locator('[data-stage=V3]').waitFor();
  const taps = await tapTimes(page, session, '[data-stage=V3]');
  report(`stage tapped to drawn, 4×, 95th percentile of ${taps.length}`, at95(taps), 'ms', 50);
  await browser.close();
}
