import { randomUUID } from 'node:crypto';
import type { Count } from '@sendero/core';
import { seededRandom } from '@sendero/core';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import pg from 'pg';
import { App, appKept, signedIn, type MadeRecord } from './app.ts';
import { openFaultyRoad, type FaultyRoad } from './faultyRoad.ts';

/** What can go wrong between a tap and the database. */
export const FAULTS = [
  'offline',
  'online',
  'server killed',
  'database gone',
  'tab closed in mid-tap',
  'second tab',
  'answer dropped after commit',
  'sent twice',
  'clock jump',
  'reload',
  'portal',
  'proxy turns away',
  '4 kB a second',
  'walk deleted elsewhere',
  'backed up',
  'restored from the backup',
  'another workspace',
] as const;
export type Fault = (typeof FAULTS)[number];

/** A page or a process starts anew for each of these: they take ten times as long as the others. */
const COSTLY: readonly Fault[] = [
  'server killed',
  'database gone',
  'tab closed in mid-tap',
  'second tab',
  'reload',
  'portal',
  'walk deleted elsewhere',
  'backed up',
  'restored from the backup',
  'another workspace',
];

const OF_BACKUPS: readonly Fault[] = ['backed up', 'restored from the backup'];

/** Rows that are tapped on; each is one count that all devices share. */
const ROWS = 6;

interface Tab {
  page: Page;
  /** Taps made in it so far. */
  taps: number;
}
interface FaultyDevice {
  context: BrowserContext;
  tabs: Tab[];
  road: FaultyRoad;
}

/**
 * Two devices with one or two tabs each tap on the same six counts while the faults of a seed happen.
 * At the end everything is mended and what was shown as kept is compared with the database.
 *
 * @param of.restores whether older backups are put in place among the other faults. What two devices did on top of one and of what it lost can
 *   then be a choice; without it every figure must agree, also after the one restore at the end
 * @param of.costlyOneIn so many draws of a fault that costs a page or a process one happens; the others are drawn anew
 * @returns faults by kind, taps made, and the figures of each row: tapped and in the database
 */
export async function faultRun(
  browser: Browser,
  {
    seed,
    faults,
    costlyOneIn = 1,
    restores = false,
    say,
  }: {
    seed: number;
    faults: number;
    costlyOneIn?: number;
    restores?: boolean;
    say?(line: string): void;
  },
) {
  const random = seededRandom(seed);
  const app = await App.start({ demo: false });
  const { walk, counts } = await countedWalk(app);
  const happened = Object.fromEntries(FAULTS.map((fault) => [fault, 0])) as Record<Fault, number>;
  const tapped = Array.from({ length: ROWS }, () => 0);
  let down = false;
  let backedUp = false;
  // Another workspace, for when the address leads to it for a while.
  const other = await App.start({ demo: false, own: true });
  const back = async () => {
    if (down) await app.run();
    down = false;
  };

  const openTab = async (device: FaultyDevice) => {
    const address = `/walks/${walk}?stop=1`;
    const beside = device.tabs[0]?.page;
    // As a person opens one from another: it costs half of what a tab out of nowhere does.
    // One that the browser does not open is opened out of nowhere all the same.
    const opened = beside
      ? await Promise.all([
          beside.waitForEvent('popup', { timeout: 20_000 }),
          beside.evaluate((to) => void window.open(to), address),
        ]).then(
          ([popup]) => popup,
          () => null,
        )
      : null;
    const page = opened ?? (await device.context.newPage());
    if (!opened) await page.goto(address);
    await page.locator('[data-tally=inStep]').waitFor();
    device.tabs.push({ page, taps: 0 });
  };
  const newDevice = async (): Promise<FaultyDevice> => {
    const road = await openFaultyRoad(app.url);
    const context = await browser.newContext({ baseURL: road.url, serviceWorkers: 'allow' });
    const device: FaultyDevice = { context, tabs: [], road };
    await openTab(device);
    await appKept(device.tabs[0]!.page);
    return device;
  };
  /** Taps a row so many times, as a thumb does, and leaves the page no time to rest. */
  const tap = async ({ page }: Tab, row: number, times: number) => {
    await page.locator('[data-tally=inStep]').waitFor();
    const made = await page.evaluate(
      ([which, n]) => {
        document.querySelectorAll<HTMLButtonElement>('[data-row-tab]')[which!]!.click();
        return new Promise<number>((resolve) =>
          setTimeout(() => {
            for (let i = 0; i < n!; i++)
              document.querySelector<HTMLButtonElement>('[data-tally=inStep]')!.click();
            resolve(n!);
          }, 0),
        );
      },
      [row, times] as const,
    );
    tapped[row]! += made;
  };
  /** A tap counts once the page says that it is kept. */
  const kept = ({ page }: Tab) =>
    page
      .getByRole('status')
      .filter({ hasText: /^(Kept here|All sent|\d+ refused)/ })
      .first()
      .waitFor();

  const devices = [await newDevice(), await newDevice()];
  const act = async (fault: Fault) => {
    const device = devices[random.below(devices.length)]!;
    const tab = device.tabs[random.below(device.tabs.length)]!;
    const row = random.below(ROWS);
    await tap(tab, row, 1 + random.below(4));
    switch (fault) {
      case 'offline':
      case 'online':
        await device.context.setOffline(fault === 'offline');
        break;
      case 'server killed':
        if (down) await app.run();
        else await app.kill();
        down = !down;
        break;
      case 'database gone':
        await databaseGone(app);
        break;
      case 'tab closed in mid-tap':
        await kept(tab);
        await tap(tab, random.below(ROWS), 1);
        // What was not said to be kept may be lost, so it is waited for; what is sent meanwhile is cut off.
        await kept(tab);
        await tab.page.close({ runBeforeUnload: false });
        device.tabs.splice(device.tabs.indexOf(tab), 1);
        if (device.tabs.length === 0) await openTab(device);
        break;
      case 'second tab':
        if (device.tabs.length < 2) await openTab(device);
        break;
      case 'answer dropped after commit':
        device.road.next = 'lose the answer';
        break;
      case 'sent twice':
        device.road.next = 'send it twice';
        break;
      case 'clock jump':
        await tab.page.evaluate(
          (by) => {
            const real = Date.now.bind(Date);
            Date.now = () => real() + by;
          },
          (random.uniform() - 0.5) * 4e9,
        );
        break;
      case 'reload':
        await kept(tab);
        await tab.page.reload();
        await tab.page.locator('[data-tally=inStep]').waitFor();
        break;
      case 'portal': {
        // Also met by a page that starts anew: it comes from the device.
        device.road.portal = true;
        await kept(tab);
        await tab.page.reload();
        await tab.page.locator('[data-tally=inStep]').waitFor();
        await tap(tab, row, 2);
        await kept(tab);
        device.road.portal = false;
        break;
      }
      case 'proxy turns away':
        device.road.proxyAnswers = device.road.proxyAnswers
          ? null
          : [402, 403, 404, 405, 413][random.below(5)]!;
        break;
      case '4 kB a second':
        device.road.bytesPerSecond = device.road.bytesPerSecond ? null : 4000;
        break;
      case 'walk deleted elsewhere':
        await back();
        await deleteWalk(app, walk);
        await tap(tab, row, 1).catch(() => undefined);
        await kept(tab);
        // Whoever taps on brings it back; without a tap after it, a person would have to.
        await restoreWalk(app, walk);
        await tab.page.locator('[data-tally=inStep]').waitFor();
        break;
      case 'backed up':
        await app.backUp();
        [backedUp, down] = [true, false];
        break;
      case 'restored from the backup':
        if (!backedUp) await app.backUp();
        await app.restoreBackup();
        [backedUp, down] = [true, false];
        break;
      case 'another workspace':
        device.road.target = other.url;
        await tab.page.waitForTimeout(1500);
        device.road.target = app.url;
        await back();
        await device.context.setOffline(false);
        device.road.proxyAnswers = null;
        await tab.page.locator('[data-tally=inStep]').waitFor({ timeout: 60_000 });
        break;
    }
    happened[fault] += 1;
  };

  const drawn = (): Fault => {
    const fault = FAULTS[random.below(FAULTS.length)]!;
    if (!restores && OF_BACKUPS.includes(fault)) return drawn();
    return COSTLY.includes(fault) && random.below(costlyOneIn) > 0 ? drawn() : fault;
  };
  for (let i = 0; i < faults; i++) {
    const fault = drawn();
    // A server that is off comes back before long, so that the rest of the faults meet one.
    if (down && random.below(4) === 0) {
      await app.run();
      down = false;
    }
    await act(fault);
    if (say && (i + 1) % 100 === 0) say(`${i + 1} faults, ${tapped.reduce((a, b) => a + b)} taps`);
  }

  if (app.endedByItself) throw new Error('the server ended by itself: see what it said above');
  // All is well again: everything that was kept arrives.
  await back();
  for (const device of devices) {
    Object.assign(device.road, {
      next: null,
      answers: null,
      portal: false,
      proxyAnswers: null,
      bytesPerSecond: null,
    });
    await device.context.setOffline(false);
    for (const tab of device.tabs) await kept(tab);
  }
  const sendAll = async () => {
    for (let round = 0; round < 2; round++)
      for (const { tabs } of devices) {
        const { page } = tabs[0]!;
        await page.goto('/device');
        await page.getByRole('button', { name: 'Send and fetch now' }).click();
        await page
          .getByText('Everything on this device is with the server.')
          .waitFor({ timeout: 60_000 });
      }
  };
  const toTheWalk = () =>
    Promise.all(devices.map(({ tabs }) => tabs[0]!.page.goto(`/walks/${walk}?stop=1`)));
  await sendAll();
  if (!restores) {
    // And once the server is set back to before the last taps of both.
    await app.backUp();
    await toTheWalk();
    for (const [i, { tabs }] of devices.entries()) {
      await tap(tabs[0]!, i, 3);
      await tap(tabs[0]!, 2, 2);
      await kept(tabs[0]!);
    }
    await sendAll();
    await app.restoreBackup();
    happened['backed up'] += 1;
    happened['restored from the backup'] += 1;
    for (const { tabs } of devices)
      await tabs[0]!.page
        .getByText('The server was restored from an older backup')
        .waitFor({ timeout: 60_000 });
    await sendAll();
  }
  const stored = await app.sql<{ id: string; n: number }>(
    `SELECT id, (payload ->> 'inStep')::int AS n FROM observations`,
  );
  const inDatabase = counts.map((id) => stored.find((one) => one.id === id)?.n ?? 0);
  const conflicts = await app.sql<{ about: string }>(
    `SELECT payload ->> 'recordId' AS about FROM conflicts`,
  );
  await toTheWalk();
  const shown: number[][] = [];
  for (const { tabs } of devices) {
    const { page } = tabs[0]!;
    await page.locator('[data-row-tab]').first().waitFor();
    shown.push(
      await page
        .locator('[data-row-tab]')
        .evaluateAll((tabs) => tabs.map((tab) => Number(tab.getAttribute('data-row-tab'))))
        .then((plants) => plants.slice(0, ROWS)),
    );
  }
  const met = devices.reduce(
    (sum, { road }) => ({
      lost: sum.lost + road.met.lost,
      doubled: sum.doubled + road.met.doubled,
    }),
    { lost: 0, doubled: 0 },
  );
  for (const { context, road } of devices) {
    await context.close();
    road.close();
  }
  await app.kill();
  await other.kill();
  const choices = counts.map((id) => conflicts.some(({ about }) => about === id));
  return { happened, met, tapped, inDatabase, shown, choices };
}

/** PostgreSQL goes away under the server and comes back a moment later. */
async function databaseGone(app: App): Promise<void> {
  const name = new URL(app.connection).pathname.slice(1);
  const admin = new pg.Client(app.connection.replace(/\/[^/]*$/, '/postgres'));
  await admin.connect();
  await admin.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS false`);
  await admin.query(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1`, [
    name,
  ]);
  await new Promise((resolve) => setTimeout(resolve, 300));
  await admin.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS true`);
  await admin.end();
}

/** Somebody at a desk deletes the walk that others are at; and, at the end, one of them brings it back. */
const deleteWalk = (app: App, walk: string) => markWalk(app, walk, 'delete');
const restoreWalk = (app: App, walk: string) => markWalk(app, walk, 'restore');
async function markWalk(app: App, walk: string, op: 'delete' | 'restore'): Promise<void> {
  const { cookie } = await signedIn(app);
  const [held] = await app.sql<{ revision: number; gone: boolean }>(
    `SELECT revision, deleted_at IS NOT NULL AS gone FROM walks WHERE id = '${walk}'`,
  );
  if (held!.gone === (op === 'delete')) return;
  await fetch(`${app.url}/api/v1/commits`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json' },
    body: JSON.stringify({
      commits: [
        {
          id: randomUUID(),
          madeAt: new Date().toISOString(),
          changes: [{ op, kind: 'walk', id: walk, baseRevision: held!.revision }],
        },
      ],
    }),
  });
}

/** A walk with one stop and a count of zero in each row. */
export async function countedWalk(app: App): Promise<{ walk: string; counts: string[] }> {
  const { season, put } = await signedIn(app);
  const [grower, planter, field, planting, walk, stop] = Array.from({ length: 6 }, () =>
    randomUUID(),
  ) as [string, string, string, string, string, string];
  const counts = Array.from({ length: ROWS }, () => randomUUID());
  const rowWidthM = 0.762;
  await put([
    ['grower', grower, { name: 'Halloran Mesa Farm' }],
    ['planter', planter, { name: 'Goose', type: 'planter', rows: ROWS, rowWidthM, cells: null }],
    ['field', field, { growerId: grower, name: 'Long Forty', areaM2: null }],
    [
      'planting',
      planting,
      {
        fieldId: field,
        planterId: planter,
        season,
        crop: 'corn',
        variety: 'AB-104',
        plantedOn: `${season}-04-28`,
        rowWidthM,
        seedsPerM2: 7.9,
        depthTargetM: 0.05,
        germination: 0.95,
        fieldLoss: 0.05,
      },
    ],
    [
      'walk',
      walk,
      {
        plantingId: planting,
        purpose: 'stand',
        startedAt: `${season}-05-26T13:00:00.000Z`,
        startedOn: `${season}-05-26`,
        zoneOffsetMin: 0,
        finishedAt: null,
        method: 'everyRow',
        lengthM: 500,
        hoopDiameterM: null,
      },
    ],
    ['stop', stop, { walkId: walk, ordinal: 1, travel: 'away', chosen: false }],
    ...counts.map((id, i): MadeRecord => [
      'observation',
      id,
      {
        stopId: stop,
        type: 'count',
        row: i + 1,
        lengthM: 500,
        rowWidthM,
        inStep: 0,
        oneBehind: 0,
        twoBehind: 0,
      } satisfies Count,
    ]),
  ]);
  return { walk, counts };
}
