import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import {
  test as base,
  expect,
  type Browser,
  type BrowserContext,
  type Page,
} from '@playwright/test';
import pg from 'pg';
// @ts-expect-error plain JavaScript: the set-up scripts run before anything is installed
import { SERVER_ARGUMENTS as serverArguments } from '../scripts/lib/server.mjs';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

export const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });

/** Where the name of the filled database to copy stands. */
export const templateVariable = (demo: boolean) => `E2E_TEMPLATE_${demo ? 'DEMO' : 'EMPTY'}`;

async function until(done: () => Promise<boolean>, what: string): Promise<void> {
  for (const end = Date.now() + 60_000; !(await done());) {
    if (Date.now() > end) throw new Error(`waited 60 s in vain until ${what}`);
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
}

/** The real server on a database of its own; it can be killed and started again on the same address. */
export class App {
  url = '';
  private port = 0;
  private name = '';
  private copy = '';
  private renewing = false;
  private databaseUrl = '';
  /** For whoever needs the database itself. */
  get connection(): string {
    return this.databaseUrl;
  }
  private child: ChildProcess | undefined;
  /** The server ended without being asked to: whatever was done to what stands around it, it should not. */
  endedByItself = false;
  /** Of the server's process. */
  get pid(): number {
    return this.child!.pid!;
  }

  /** Starts a server on a new database: a copy of the one that the set-up of the run filled, when it did. */
  static async start({
    demo,
    web,
    own = false,
  }: {
    demo: boolean;
    web?: string;
    /** A workspace of its own, not a copy of the one that all tests begin with. */
    own?: boolean;
  }): Promise<App> {
    const given = process.env.DATABASE_URL;
    if (!given) throw new Error('DATABASE_URL is not set: run the tests with npm test');
    const app = new App();
    const filled = own ? undefined : process.env[templateVariable(demo)];
    app.name = `e2e_${randomUUID().replaceAll('-', '')}`;
    app.copy = `CREATE DATABASE ${app.name}${filled ? ` TEMPLATE ${filled}` : ''}`;
    app.databaseUrl = given.replace(/\/[^/]*$/, `/${app.name}`);
    await app.asAdmin([app.copy]);
    app.port = await freePort();
    app.url = `http://127.0.0.1:${app.port}`;
    await app.run(demo, web);
    return app;
  }

  /** A database as new under the server, which goes on: starting one takes longer than many a test. */
  async renew(): Promise<void> {
    this.renewing = this.runs;
    await this.asAdmin([`DROP DATABASE ${this.name} WITH (FORCE)`, this.copy]);
    if (!this.runs) return this.run();
    // An address that the server has to look up: its connections to the old database are noticed to be gone.
    const looks = `${this.url}/api/v1/calendar/${'n'.repeat(43)}.ics`;
    await until(
      async () => (await fetch(looks)).status === 404,
      'the server finds its new database',
    );
    this.renewing = false;
  }

  private async asAdmin(statements: string[]): Promise<void> {
    const admin = new pg.Client(process.env.DATABASE_URL);
    await admin.connect();
    for (const statement of statements) await admin.query(statement);
    await admin.end();
  }

  async run(demo = false, web = process.env.SENDERO_WEB ?? 'web/dist'): Promise<void> {
    this.child = spawn(process.execPath, serverArguments as string[], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'pipe'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        DATABASE_URL: this.databaseUrl,
        PORT: String(this.port),
        SENDERO_DEMO: demo ? '1' : '0',
        SENDERO_WEB: web,
        // The stand-ins of a test are on this machine.
        SENDERO_LOCAL_STATIONS: '1',
      },
    });
    const { child } = this;
    // That its database went away was wanted then; whatever else it says is told.
    child.stderr!.on('data', (said: Buffer) => this.renewing || process.stderr.write(said));
    const end = () => child.kill('SIGKILL');
    process.once('exit', end);
    child.once('exit', (code) => {
      process.removeListener('exit', end);
      this.endedByItself ||= code !== null && code !== 0;
    });
    const healthy = () =>
      fetch(`${this.url}/api/v1/health`).then(
        (response) => response.ok,
        () => false,
      );
    await until(healthy, 'the server answers');
  }

  /** Ends as an operator ends it, so that nobody is connected any more; gives its database's name. */
  async close(): Promise<string> {
    await this.end('SIGTERM');
    return this.name;
  }

  /** Kill -9: no goodbye. */
  kill = () => this.end('SIGKILL');

  private async end(signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
    if (!this.runs) return;
    const gone = new Promise((resolve) => this.child!.once('exit', resolve));
    this.child!.kill(signal);
    await gone;
  }

  /** Keeps the database as it is now beside it. The server starts anew: nobody may be connected meanwhile. */
  async backUp(): Promise<void> {
    await this.kill();
    await this.asAdmin([
      `DROP DATABASE IF EXISTS ${this.name}_backup`,
      `CREATE DATABASE ${this.name}_backup TEMPLATE ${this.name}`,
    ]);
    await this.run();
  }

  /** The database as it was backed up, under the same address. */
  async restoreBackup(): Promise<void> {
    await this.kill();
    await this.asAdmin([
      `DROP DATABASE ${this.name} WITH (FORCE)`,
      `CREATE DATABASE ${this.name} TEMPLATE ${this.name}_backup`,
    ]);
    await this.run();
  }

  private get runs(): boolean {
    return this.child!.exitCode === null && this.child!.signalCode === null;
  }

  async sql<T>(query: string): Promise<T[]> {
    const client = new pg.Client(this.databaseUrl);
    await client.connect();
    const { rows } = await client.query(query);
    await client.end();
    return rows as T[];
  }
}

/** A server a worker, with a database as new for each test: what another left behind, in whatever order they run, is nowhere. */
export const test = base.extend<
  { demo: App; empty: App },
  { demoServer: Lendable; emptyServer: Lendable }
>({
  demoServer: [({}, hand) => servers(hand, { demo: true }), { scope: 'worker' }],
  emptyServer: [({}, hand) => servers(hand, { demo: false }), { scope: 'worker' }],
  demo: ({ browser, demoServer }, hand) => lent(browser, hand, demoServer),
  empty: ({ browser, emptyServer }, hand) => lent(browser, hand, emptyServer),
});
interface Lendable {
  app: App;
  used: boolean;
}
async function servers(
  hand: (server: Lendable) => Promise<void>,
  of: { demo: boolean },
): Promise<void> {
  const app = await App.start(of);
  await hand({ app, used: false });
  await app.kill();
}
async function lent(
  browser: Browser,
  hand: (app: App) => Promise<void>,
  server: Lendable,
): Promise<void> {
  if (server.used) await server.app.renew();
  server.used = true;
  await hand(server.app);
  // Devices that a test leaves open would go on talking to the next test's database.
  await Promise.all(browser.contexts().map((context) => context.close()));
}
export { expect };

/**
 * A device of its own: storage and network apart from every other.
 *
 * @param of.keepsApp keeps the whole app, as an installed one does, and so can be opened without a network; it costs two seconds
 */
export async function newDevice(
  browser: Browser,
  app: App,
  { person, keepsApp = false }: { person?: string; keepsApp?: boolean } = {},
): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({
    baseURL: app.url,
    serviceWorkers: keepsApp ? 'allow' : 'block',
  });
  const page = await context.newPage();
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Today/);
  await allSent(page);
  if (person) {
    await visit(page, '/settings');
    await page.getByLabel('Work as').selectOption({ label: person });
    await expect(page.getByLabel('Work as').locator('option:checked')).toHaveText(person);
    await visit(page, '/');
  }
  if (keepsApp) await appKept(page);
  return { context, page };
}

/** Waits until the app is on the device, and its page takes what it needs from there. */
export const appKept = (page: Page) =>
  page.evaluate(async () => {
    const { serviceWorker } = navigator;
    await serviceWorker.ready;
    if (serviceWorker.controller) return;
    await new Promise((resolve) => serviceWorker.addEventListener('controllerchange', resolve));
  });

/** Goes to a screen as by a link: an app that is open is not loaded anew. */
export async function visit(page: Page, address: string): Promise<void> {
  if (page.url() === 'about:blank') return void (await page.goto(address));
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, address);
}

/** Waits until all that was entered is with the server; it goes at once, not after the hands' rest. */
export async function allSent(page: Page): Promise<void> {
  await page.evaluate(() => navigator.onLine && dispatchEvent(new Event('online')));
  await expect(page.getByRole('status').first()).toHaveText(/^All sent/, { timeout: 40_000 });
}
export const keptHere = (page: Page) =>
  expect(page.getByRole('status').first()).toHaveText(/^(Kept here|All sent)/);

/** Opens a planting from the list of fields. */
export async function openPlanting(page: Page, field: string): Promise<void> {
  await visit(page, '/fields');
  const more = page.getByRole('button', { name: `More about ${field}`, exact: true });
  await more.locator('xpath=ancestor::div[ul][1]').getByRole('link').first().click();
  await expect(page.getByRole('heading', { level: 1, name: field })).toBeVisible();
}

/** A field of a new grower, and a crop sown in it, corn at 32,000 an acre in 30 in rows unless said, entered as a person does. */
export async function plantField(
  page: Page,
  {
    grower,
    field,
    plantedOn,
    crop = 'corn',
    rowWidth = '30 in',
    rate = '32k',
  }: {
    grower: string;
    field: string;
    plantedOn: string;
    crop?: string;
    rowWidth?: string;
    rate?: string;
  },
): Promise<void> {
  await visit(page, '/fields');
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('combobox', { name: 'Grower' }).fill(grower);
  await page.getByRole('textbox', { name: 'Field name' }).fill(field);
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: `Add a planting on ${field}` }).click();
  const form = page.getByRole('form', { name: 'New planting' });
  await form.getByLabel('Crop').selectOption(crop);
  await form.getByLabel('Planted on').fill(plantedOn);
  await form.getByLabel('Row width').fill(rowWidth);
  await form.getByLabel('Seeding rate').fill(rate);
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(form).toBeHidden();
  await allSent(page);
}

export const tally = (page: Page, which: 'inStep' | 'oneBehind' | 'twoBehind') =>
  page.locator(`[data-tally=${which}]`);

/** A record made without a device, or changed from a revision on. */
export type MadeRecord = [kind: string, id: string, data: object, revision?: number];

/** A person at the server's door, without a device. */
export async function signedIn(app: App) {
  const ask = () =>
    fetch(`${app.url}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
  let opened!: Response;
  // A server whose database has just gone away is asked again.
  await until(async () => (opened = await ask()).ok, 'the server signs in');
  const cookie = opened.headers.getSetCookie()[0]!.split(';')[0]!;
  const { season } = (await opened.json()) as { season: number };
  const change = ([kind, id, data, revision = 0]: MadeRecord) => ({
    op: 'put',
    kind,
    id,
    baseRevision: revision,
    version: 2,
    data,
  });
  /** Makes the records of each commit. */
  const send = async (commits: MadeRecord[][]) => {
    const response = await fetch(`${app.url}/api/v1/commits`, {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: JSON.stringify({
        commits: commits.map((records) => ({
          id: randomUUID(),
          madeAt: new Date().toISOString(),
          changes: records.map(change),
        })),
      }),
    });
    const { outcomes } = (await response.json()) as { outcomes: { outcome: string }[] };
    const bad = outcomes.find(({ outcome }) => outcome !== 'applied');
    if (bad) throw new Error(JSON.stringify(bad).slice(0, 400));
  };
  return { season, cookie, send, put: (records: MadeRecord[]) => send([records]) };
}

/** Makes it a certain day in the one workspace of a server: a test cannot wait for it. */
export async function makeDay(app: App, day: string): Promise<void> {
  const { put } = await signedIn(app);
  const [{ id, revision, payload }] = (await app.sql<{
    id: string;
    revision: number;
    payload: object;
  }>('SELECT id, revision, payload FROM workspaces')) as [
    { id: string; revision: number; payload: object },
  ];
  await put([['workspace', id, { ...payload, fixedToday: day }, revision]]);
}

/** A picture of one red dot. */
export const DOT = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGP4z8AAAAMBAQDJ/pLvAAAAAElFTkSuQmCC',
  'base64',
);

/** Opens the check of the planting that goes on today, through its cautions. */
export async function startCheck(page: Page, today = '/'): Promise<void> {
  await page.goto(today);
  await page.getByRole('button', { name: 'Check', exact: true }).click();
  await expect(page.getByText('Stopped, shut down, blocked.')).toBeVisible();
  await page.getByRole('button', { name: /stopped: start/ }).click();
}
