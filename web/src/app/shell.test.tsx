import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { problem } from '../data/fakeServer.testing.ts';
import { learnt } from '../data/store.ts';
import { openApp, plain } from './wholeApp.testing.tsx';

const main = () => within(screen.getByRole('navigation', { name: 'Main' }));

describe('the frame around every screen', () => {
  it('leads to every room, marks the one that is open, and skips to the work', async () => {
    const here = await openApp('/');
    const rooms = ['Today', 'Calendar', 'Fields', 'Planters', 'Trials'];
    expect(
      main()
        .getAllByRole('link')
        .map(({ textContent }) => textContent),
    ).toEqual(rooms);
    for (const room of rooms) {
      await here.user.click(main().getByRole('link', { name: room }));
      await waitFor(() =>
        expect(main().getByRole('link', { name: room }).getAttribute('aria-current')).toBe('page'),
      );
      await waitFor(() =>
        expect(screen.getAllByRole('heading', { level: 1 }).length).toBeGreaterThan(0),
      );
    }
    expect(screen.getByRole('link', { name: 'Skip to the work' }).getAttribute('href')).toBe(
      '#work',
    );
    expect(document.getElementById('work')).not.toBeNull();
  });

  it('has no room for trials while there are none', async () => {
    await openApp('/', { demo: false });
    expect(main().queryByRole('link', { name: 'Trials' })).toBeNull();
  });

  it('says what day it is: the demo’s, or the field’s own', async () => {
    await openApp('/');
    expect(plain(screen.getByRole('banner').textContent)).toContain('Demo season, May 27, 2027');
  });

  it('an address that leads nowhere says so, and leads home', async () => {
    const here = await openApp('/plantings');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe(
      'Nothing is kept at this address',
    );
    await here.press('Go to today', 'link');
    await here.mentions(/To do/);
  });
});

describe('what this device holds', () => {
  it('cannot be opened: says why and what to do, and never that all is sent', async () => {
    const here = await openApp('/');
    here.store.dispatch(learnt({ ready: false, cannotOpen: 'broken' }));
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('restart the browser, then reload');
    expect(alert.textContent).toContain('Do not clear the browser’s data');
    expect(screen.getByRole('banner').textContent).toContain('Cannot open!');
    expect(screen.getByRole('banner').textContent).not.toContain('All sent');
  });
  it('was sent back to a server that was restored: one sentence, until it is read', async () => {
    const here = await openApp('/');
    here.store.dispatch(learnt({ restored: { at: '2027-05-27T10:00:00.000Z', sentBack: 20 } }));
    await here.mentions(/sent back 20 records that the server no longer had\. Nothing you entered/);
    await here.press('OK');
    await waitFor(() => expect(screen.queryByText(/restored from an older backup/)).toBeNull());
  });
});

describe('one device, several tabs', () => {
  it('an older tab that is in the way is named; nothing entered is lost by closing it', async () => {
    const here = await openApp('/');
    here.store.dispatch(learnt({ tabs: 'blocked' }));
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('Sendero is open twice');
    expect(alert.textContent).toContain('Close the other tabs of Sendero: this one then goes on.');
    expect(within(alert).queryByRole('button')).toBeNull();
    here.store.dispatch(learnt({ tabs: 'fine' }));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  });

  it('a tab that a newer one has overtaken says that it is to be reloaded', async () => {
    const here = await openApp('/');
    here.store.dispatch(learnt({ tabs: 'outdated' }));
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('What you entered here is kept; reload to go on.');
    expect(within(alert).getByRole('button', { name: 'Reload' })).toBeTruthy();
  });
});

describe('the sign of what is sent', () => {
  const sign = () => plain(screen.getAllByRole('status')[0]!.textContent);

  it('says what waits here, that a clock is off, and that the server is unwell', async () => {
    const here = await openApp('/');
    await waitFor(() => expect(sign()).toBe('All sent'));
    here.server.network.cut = true;
    const [grower] = here.all('grower');
    here.device.change('grower', grower!.id, (data) => ({ ...data, name: 'Quill Sisters' }));
    await here.device.syncOnce();
    await waitFor(() => expect(sign()).toBe('Kept here, 1 to send'));
    here.server.network.cut = false;
    here.server.network.answers = () => problem(503, 'The database is away.');
    await here.device.syncOnce();
    await waitFor(() => expect(sign()).toMatch(/^Kept here/));
    await here.visit('/device');
    // It is not called a missing connection.
    await here.mentions(/server/i);
    expect(plain(screen.getByRole('main').textContent)).not.toMatch(/No connection/);
    here.server.network.answers = null;
    await here.device.syncOnce();
    await waitFor(() => expect(sign()).toBe('All sent'));
  });
});
