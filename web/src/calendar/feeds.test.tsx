import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';
import { answer, problem } from '../data/fakeServer.testing.ts';
import type { CalendarFeed } from './calendarFeedsApi.ts';

/** A server that makes, lists and withdraws addresses. */
function feedsOf(here: WholeApp, held: CalendarFeed[] = []) {
  const asked: string[] = [];
  here.server.network.answers = (path, body, method) => {
    if (!path.includes('/calendar-feeds')) return null;
    asked.push(`${method} ${body}`.trim());
    if (method === 'POST') {
      held.push({
        id: `f${held.length + 1}`,
        madeBy: 'Noor Castellane',
        madeAt: '2027-05-27T09:30:00.000Z',
        askedAt: null,
      });
      return answer({ id: held.at(-1)!.id, path: '/feeds/secret.ics' });
    }
    if (method === 'DELETE') {
      held.splice(
        held.findIndex(({ id }) => path.endsWith(id)),
        1,
      );
      return answer({ withdrawn: true });
    }
    return answer({ feeds: held });
  };
  return { held, asked };
}
const openFeeds = async (here: WholeApp) => {
  await here.press('To your calendar');
  return within(await screen.findByRole('dialog'));
};
const lines = () =>
  [...document.querySelectorAll('dialog li')].map(({ textContent }) => plain(textContent));

describe('an address that a calendar program reads', () => {
  it('is made once for this place’s hours, shown once, and withdrawn', async () => {
    const here = await openApp('/calendar');
    const { asked } = feedsOf(here);
    const dialog = await openFeeds(here);
    expect(lines()).toEqual([]);
    await here.press('Make an address');
    const address = await dialog.findByLabelText<HTMLInputElement>(/^Copy it now/);
    expect(address.value).toMatch(/^http.*\/feeds\/secret\.ics$/);
    expect(address.readOnly).toBe(true);
    expect(asked.find((one) => one.startsWith('POST'))).toContain(
      Intl.DateTimeFormat().resolvedOptions().timeZone,
    );
    expect(lines()).toEqual([
      expect.stringMatching(/^Made by Noor Castellane, May 27.*Not read yet\./),
    ]);
    await here.press('Withdraw');
    await waitFor(() => expect(lines()).toEqual([]));
    // What is withdrawn is not shown to be copied either.
    expect(dialog.queryByLabelText(/^Copy it now/)).toBeNull();
  });

  it('those of others are listed with when they were read last', async () => {
    const here = await openApp('/calendar');
    feedsOf(here, [
      {
        id: 'f9',
        madeBy: 'Ife Marlow',
        madeAt: '2027-05-01T09:30:00.000Z',
        askedAt: '2027-05-26T18:00:00.000Z',
      },
    ]);
    await openFeeds(here);
    await waitFor(() =>
      expect(lines()).toEqual([
        expect.stringMatching(/^Made by Ife Marlow, May 1.*Read last May 2[67]/),
      ]),
    );
  });

  it('a server that will not make one says why, and nothing is shown to be copied', async () => {
    const here = await openApp('/calendar');
    here.server.network.answers = (path, _, method) =>
      !path.includes('/calendar-feeds')
        ? null
        : method === 'POST'
          ? problem(409, 'This workspace has 50 addresses: withdraw one that nobody reads.')
          : answer({ feeds: [] });
    const dialog = await openFeeds(here);
    await here.press('Make an address');
    expect(await dialog.findByText(/has 50 addresses: withdraw one/)).toBeTruthy();
    expect(dialog.queryByLabelText(/^Copy it now/)).toBeNull();
  });
});
