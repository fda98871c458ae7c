import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, plain } from '../app/wholeApp.testing.tsx';

const pathOf = (field: string, season = 2027) => `/plantings/${demoPlanting(field, season).id}`;
const section = (heading: string) =>
  screen.getByRole('heading', { name: heading }).closest<HTMLElement>('section')!;

describe('the page of a planting', () => {
  it.each([
    ['Heron Bottom', /^Go on with the walk/],
    ['Kiln Corner', /^nothing$/],
    ['Windmill East', /^Decide on replanting/],
  ])('%s leads with the next thing due, not with what is done', async (field, action) => {
    await openApp(pathOf(field));
    const actions = [...document.querySelectorAll('main a[class*=Button-root]')];
    const [main] = actions.filter((link) => link.getAttribute('data-variant') !== 'default');
    expect(main?.textContent ?? 'nothing').toMatch(action);
  });

  it('shows where the seed lies by the newest trench check, and leads to each row', async () => {
    const here = await openApp(pathOf('Long Forty'));
    await here.mentions(/Seed depth/);
    const depth = await waitFor(() => section('Seed depth'));
    expect(plain(depth.textContent)).toMatch(/Of 12 rows: .*on target/);
    await here.press('Depth of each row', 'link');
    await here.says('trench-verdict', /^Of 12 rows: /);
  });

  it('says what stood here the season before, with what was found then', async () => {
    const here = await openApp(pathOf('Windmill East'));
    await here.mentions(/Season 2026 here/);
    const before = section('Season 2026 here');
    expect(before.textContent).toMatch(/Corn/);
    await waitFor(() => expect(plain(before.textContent)).toMatch(/Seed depth: Of \d+ rows/));
    await here.user.click(within(before).getAllByRole('link')[0]!);
    await here.arrives(pathOf('Windmill East', 2026));
  });

  it('what happened beside the walks is noted with its day, and taken back', async () => {
    const here = await openApp(pathOf('Long Forty'));
    const saved = here.device.put('event', {
      plantingId: demoPlanting('Long Forty').id,
      type: 'rain',
      at: '2027-05-20T12:00:00.000Z',
      on: '2027-05-20',
      zoneOffsetMin: 0,
      rows: [],
      note: '',
    });
    expect(saved.ok).toBe(true);
    await here.mentions(/May 20, /);
    await here.press(/^Take back: /);
    expect(here.all('event')).toEqual([]);
  });

  it('archived it is out of the way, and comes back', async () => {
    const here = await openApp(pathOf('Kiln Corner'));
    const id = demoPlanting('Kiln Corner').id;
    await here.press(/^More about Winter/);
    await here.press(/^Archive/, 'menuitem');
    await waitFor(() => expect(here.shown('planting', id)!.data.archived).toBe(true));
    await here.visit('/');
    expect(plain(screen.getByRole('main').textContent)).not.toContain('Kiln Corner');
    await here.press('Undo');
    expect(here.shown('planting', id)!.data.archived).toBe(false);
  });
});
