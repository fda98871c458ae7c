import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { openApp, plain } from '../app/wholeApp.testing.tsx';

const dates = () =>
  screen
    .getAllByRole('button')
    .map((button) => button.getAttribute('aria-label') ?? '')
    .filter((label) => /^[A-Z][a-z]{2} \d+, \d+ visits?$/.test(label));
const weekdays = () =>
  [...document.querySelectorAll('[class*=weekday]')].map(({ textContent }) => textContent);

describe('the month', () => {
  it('begins on Sunday in inches, on Monday in centimetres, and holds whole weeks', async () => {
    const here = await openApp('/calendar');
    await here.press('Month', 'radio');
    await screen.findByRole('heading', { level: 2, name: /^May 2027/ });
    expect(weekdays()[0]).toMatch(/^Sun/);
    // May 2027 begins on a Saturday: six days of April before it, six weeks in all.
    expect(dates()[0]).toMatch(/^Apr 25,/);
    expect(dates()).toHaveLength(42);
    await here.visit('/settings');
    await here.press(/cm, hectares/, 'radio');
    await here.visit('/calendar');
    await here.press('Month', 'radio');
    await waitFor(() => expect(weekdays()[0]).toMatch(/^Mon/));
    expect(dates()[0]).toMatch(/^Apr 26,/);
  });

  it('goes a month on and back, and names both', async () => {
    const here = await openApp('/calendar');
    await here.press('Month', 'radio');
    await here.press(/June 2027 ›/);
    await screen.findByRole('heading', { level: 2, name: /^June 2027/ });
    await here.press(/‹ May 2027/);
    await here.press(/‹ April 2027/);
    await screen.findByRole('heading', { level: 2, name: /^April 2027/ });
  });

  it('a day is told in full below: each visit once, none where nothing is planned', async () => {
    const here = await openApp('/calendar');
    await here.press('Month', 'radio');
    await here.press(/June 2027 ›/);
    const full = dates().find((label) => /[2-9] visits$/.test(label))!;
    await here.press(full);
    const [, on, many] = /^(.*), (\d+) visits$/.exec(full)!;
    const told = within(await screen.findByRole('region', { name: `Visits of ${on}` }));
    expect(told.getAllByRole('button')).toHaveLength(Number(many));
    expect(screen.getByRole('button', { name: full }).getAttribute('aria-expanded')).toBe('true');
    await here.press(full);
    await waitFor(() => expect(screen.queryByRole('region', { name: /^Visits of/ })).toBeNull());
    await here.press(dates().find((label) => label.endsWith(', 0 visits'))!);
    expect(await screen.findByText('Nothing planned.')).toBeTruthy();
  });

  it('from the day a visit is opened and moved; its day follows', async () => {
    const here = await openApp('/calendar');
    await here.press('Month', 'radio');
    await here.press(/^Jun 1, \d+ visits?$/);
    const region = await screen.findByRole('region', { name: 'Visits of Jun 1' });
    const [first] = within(region).getAllByRole('button');
    const name = plain(first!.getAttribute('aria-label')).split(',').slice(0, 2).join(',');
    first!.focus();
    await here.user.keyboard('{Shift>}{ArrowRight}{/Shift}');
    await waitFor(() =>
      expect(here.all('visit').map(({ data }) => data.on)).toEqual(['2027-06-02']),
    );
    await here.press(/^Jun 2, \d+ visits?$/);
    expect(
      within(await screen.findByRole('region', { name: 'Visits of Jun 2' }))
        .getAllByRole('button')
        .map((card) => plain(card.getAttribute('aria-label')))
        .some((label) => label.startsWith(name)),
    ).toBe(true);
  });
});
