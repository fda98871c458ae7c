import {
  kindOf,
  parentsOf,
  validate,
  type DataOf,
  type ExampleRecord,
  type Kept,
  type Kind,
} from '@sendero/core';
import { makeDemoSeason } from '@sendero/core/simulation';
import { fireEvent, screen, waitFor, within } from '@testing-library/dom';
import userEvent from '@testing-library/user-event';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { expect, vi } from 'vitest';
import { fakeServer } from '../data/fakeServer.testing.ts';
import { selectAll, selectOne } from '../data/hooks.ts';
import { emptyDevice, onDevice } from './onDevice.testing.tsx';
import { clearPage, drawn, plain, widthOf } from './onPage.testing.tsx';
import { routes } from './routes.tsx';

/** The demo season, planted once for all tests of a process. */
const demo = makeDemoSeason();
const byId = new Map(demo.records.map((one) => [one.id, one]));

/** The season a record comes with; null: with every one. */
function seasonOf({ kind, data }: { kind: Kind; data: unknown }): number | null {
  const { held, year } = kindOf(kind);
  if (held === 'always') return null;
  if (held === 'year') return year(data as never);
  const [above] = parentsOf(kind, data as never);
  const parent = above && byId.get(above.id);
  if (!parent) return null;
  return parent.kind === 'planting' ? (parent.data as DataOf<'planting'>).season : seasonOf(parent);
}

/** The demo's records as a server holds them. */
const held = demo.records.map(({ kind, id, data, by, at }) => {
  const valid = validate(kind, data);
  if (!valid.ok) throw new Error(JSON.stringify(valid.problems));
  const version = { revision: 1, deletedAt: null, editedBy: by, editedAt: at };
  return {
    record: { kind, id, data: valid.data, ...version } as Kept,
    season: seasonOf({ kind, data }),
  };
});

/** A server that holds the demo season. */
function demoServer() {
  const server = fakeServer();
  server.keep({ ...server.changes[0]!.record, data: demo.workspace } as Kept);
  for (const { record, season } of held) server.keep(record, season);
  return server;
}

/** A record of the demo, by what it holds. */
export function demoRecord<K extends Kind>(
  kind: K,
  is: (data: DataOf<K>) => boolean,
): { id: string; data: DataOf<K> } {
  const found = demo.records.find((one) => one.kind === kind && is(one.data as DataOf<K>));
  if (!found) throw new Error(`the demo has no such ${kind}`);
  return { id: found.id, data: found.data as DataOf<K> };
}

/** The planting of a year on a field of the demo. */
export function demoPlanting(field: string, season = 2027) {
  const { id } = demoRecord('field', ({ name }) => name === field);
  return demoRecord('planting', (data) => data.fieldId === id && data.season === season);
}

/** A walk of the season's planting on a field of the demo: the stand's, or behind the planter. */
export const demoWalk = (field: string, purpose: DataOf<'walk'>['purpose'] = 'stand') =>
  demoRecord(
    'walk',
    (data) => data.plantingId === demoPlanting(field).id && data.purpose === purpose,
  );

export { plain };

/** A label may go on with what helps to fill it in. */
const beginning = (label: string | RegExp) =>
  typeof label === 'string'
    ? new RegExp(`^${label.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')}`)
    : label;

const FIELDS = { selector: 'input, textarea, select' };

/** A thing on the page once it stays: what is drawn anew at this moment would not hear a hand. */
async function still<T extends HTMLElement>(find: () => Promise<T>): Promise<T> {
  for (;;) {
    const found = await find();
    await drawn();
    if (found.isConnected) return found;
  }
}

export type WholeApp = Awaited<ReturnType<typeof openApp>>;

/**
 * The whole app on a new device, opened at an address: every screen behind its address, as a person meets it, on a server in
 * memory. What needs a real browser (layout, files of an installed app, other tabs) is not here: see `e2e`. For tests.
 *
 * @param of.demo the server holds the demo season, else an empty workspace
 * @param of.phone on a narrow screen
 * @param of.holding what was entered on the device before
 */
export async function openApp(
  path: string,
  {
    demo: full = true,
    phone = false,
    holding = [],
  }: { demo?: boolean; phone?: boolean; holding?: readonly ExampleRecord[] } = {},
) {
  widthOf(phone);
  emptyDevice();
  const server = full ? demoServer() : fakeServer();
  return start(server, path, holding);
}

async function start(
  server: ReturnType<typeof fakeServer>,
  path: string,
  holding: readonly ExampleRecord[] = [],
) {
  const saved: { name: string; text: Promise<string> }[] = [];
  const given = { text: Promise.resolve('') };
  vi.spyOn(URL, 'createObjectURL').mockImplementation((blob) => {
    given.text = (blob as Blob).text();
    return 'blob:given';
  });
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (
    this: HTMLAnchorElement,
  ) {
    if (this.download) saved.push({ name: this.download, text: given.text });
  });
  const router = createMemoryRouter(routes, { initialEntries: [path] });
  const { store, device } = await onDevice(server, <RouterProvider router={router} />, holding);
  // A page may bear another for its paper.
  await screen.findAllByRole('heading', { level: 1 });
  const user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });
  const name = (of: string | RegExp) =>
    typeof of === 'string' ? { name: of, exact: true } : { name: of };
  return {
    device,
    server,
    store,
    user,
    /** Files handed to the person, newest last. */
    saved,
    /** The address that is open. */
    address: () => router.state.location.pathname + router.state.location.search,
    /** Waits until a link has led there. */
    arrives: (at: string | RegExp) =>
      waitFor(() =>
        expect(router.state.location.pathname).toEqual(
          typeof at === 'string' ? at : expect.stringMatching(at),
        ),
      ),
    visit: async (to: string) => {
      const head = () => document.querySelector('h1');
      const [left, read] = [head(), head()?.textContent];
      const elsewhere = to.split('?')[0] !== router.state.location.pathname;
      await router.navigate(to);
      await waitFor(() => {
        const now = head();
        expect(now).not.toBeNull();
        if (elsewhere) expect(now !== left || now?.textContent !== read).toBe(true);
      });
    },
    /** The tab is closed and the app opened again on the same device. */
    reopen: async (to = router.state.location.pathname + router.state.location.search) => {
      await waitFor(() => expect(store.getState().sync.keeping).toBe(0));
      await clearPage();
      return start(server, to);
    },
    button: (of: string | RegExp) => screen.getByRole('button', name(of)),
    press: async (of: string | RegExp, role = 'button') =>
      user.click(await still(() => screen.findByRole(role, name(of)))),
    /** Taps what has no words of its own: a key of a pad, a row of a drawing. */
    tap: async (selector: string) =>
      user.click(
        await still(() =>
          waitFor(() => {
            const found = document.querySelector<HTMLElement>(selector);
            if (!found) throw new Error(`nothing on the page is ${selector}`);
            return found;
          }),
        ),
      ),
    /** Opens what is folded up. */
    unfold: async (summary: string | RegExp) =>
      user.click(await still(() => screen.findByText(summary))),
    /** Puts a text into a field in place of what stands there. */
    fill: async (label: string | RegExp, text: string, place: HTMLElement = document.body) => {
      const field = await still(() => within(place).findByLabelText(beginning(label), FIELDS));
      field.focus();
      fireEvent.input(field, { target: { value: text } });
      await drawn();
    },
    /** Chooses of a list, by what the person reads there. */
    choose: async (label: string | RegExp, option: string) =>
      user.selectOptions(
        await still(() => screen.findByLabelText(beginning(label), FIELDS)),
        option,
      ),
    /** Hands the app a file. */
    bring: async (label: string | RegExp, name: string, text: string) => {
      const input = await still(() => screen.findByLabelText<HTMLInputElement>(beginning(label)));
      await user.upload(input, new File([text], name));
    },
    /** What stands in a field. */
    value: (label: string | RegExp) =>
      screen.getByLabelText<HTMLInputElement>(beginning(label), FIELDS).value,
    /** Waits until a part of the screen reads so, in plain spaces. */
    says: (testId: string, words: string | RegExp) =>
      waitFor(() => {
        const text = plain(screen.getByTestId(testId).textContent);
        if (typeof words === 'string') expect(text).toBe(words);
        else expect(text).toMatch(words);
      }),
    /** Waits until the screen says something, wherever, in plain spaces. */
    mentions: (words: RegExp) =>
      waitFor(() => expect(plain(screen.getByRole('main').textContent)).toMatch(words)),
    /** What is said to be wrong beside a field. */
    wrong: (label: string | RegExp) => {
      const field = screen.getByLabelText(beginning(label), FIELDS);
      const said = (field.getAttribute('aria-describedby') ?? '')
        .split(' ')
        .map((id) => document.getElementById(id))
        .filter((one) => one?.id.endsWith('-error'));
      return field.getAttribute('aria-invalid') === 'true' ? (said[0]?.textContent ?? '') : null;
    },
    shown: <K extends Kind>(kind: K, id: string) => selectOne(store.getState(), kind, id),
    /** What the device shows of a kind. */
    all: <K extends Kind>(kind: K) => selectAll(store.getState(), kind),
  };
}
