import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, plain } from '../app/wholeApp.testing.tsx';

const HEADERS =
  'Bench gate,exported for Sendero\nDate,High (°F),Low (°F),Rain (in),Soil low 2 in (°F),Soil high 2 in (°F)\n';
/** Days of May 2027 as a station writes them. */
const days = (from: number, to: number, high: (day: number) => string = () => '74') =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i)
    .map((day) => `5/${day}/2027,${high(day)},51,${day === 5 ? '0.80' : '0.00'},54,66`)
    .join('\n');
const FILE = 'Choose its CSV file';

async function openCorn(here: Awaited<ReturnType<typeof openApp>>) {
  await here.visit(`/plantings/${demoPlanting('Windmill East').id}`);
}
const station = () =>
  screen.getByRole('heading', { name: 'Bench gate' }).closest<HTMLElement>('section')!;

describe('a station’s file', () => {
  it('columns guessed, troubles by line, heat and rain of a field; brought again it replaces', async () => {
    const here = await openApp('/weather');
    await here.press('Bring a station’s file');
    // What is no weather says so; a name is asked for, and what was chosen stays.
    await here.bring(FILE, 'bench.csv', 'just some words\nand more of them\n');
    await here.mentions(/has no line of column names/);
    const bad = `${HEADERS}${days(1, 9, (day) => (day === 3 ? 'warm' : day === 7 ? '300' : '74'))}\n${days(12, 20)}`;
    await here.bring(FILE, 'bench.csv', `\ufeff${bad}`);
    await here.mentions(/18 days, May 1, 2027 to May 20, 2027/);
    expect(here.value('Air, highest of the day')).toBe('High (°F)');
    expect(here.value('Soil, lowest of the day')).toBe('Soil low 2 in (°F)');
    expect(here.value('Temperatures in')).toBe('F');
    await here.mentions(/Line 5: figure is text, High \(°F\): warm/);
    await here.mentions(/gap, 2027-05-10 to 2027-05-11/);
    await here.press('Keep 18 days');
    await here.mentions(/Enter a name for the station\./);
    await here.fill('Name of the station', 'Bench gate');
    await here.fill('Depth of its soil sensor', '2 in');
    await here.press('Keep 18 days');
    await here.mentions(/18 days, May 1, 2027 to May 20, 2027, daily; soil temperature at 2 in\./);

    // The field’s heat follows; a day or two that are missing are as those around them, and it says so.
    const field = within(station()).getByRole('checkbox', { name: 'Windmill East' });
    await here.user.click(field);
    await openCorn(here);
    await here.mentions(/2 days were not measured: the mean of the days around is taken/);
    await here.mentions(/May 5 to May 7: heavy rain, then sun/);

    // Brought again, its columns are known, and what overlaps is replaced.
    await here.visit('/weather');
    await here.press('Bring the newest file of Bench gate, or change it');
    await here.bring(FILE, 'bench.csv', HEADERS + days(1, 26));
    await here.mentions(/Nothing is missing, doubled or out of the way\./);
    await here.press('Keep 26 days');
    await waitFor(() =>
      expect(plain(station().textContent)).toContain('26 days, May 1, 2027 to May 26, 2027, daily'),
    );
    await openCorn(here);
    await here.mentions(/of heat and.*of rain since planting, until May 26/);
    expect(plain(screen.getByRole('main').textContent)).not.toContain('not measured');
  });

  it('half read and left, nothing of it is kept', async () => {
    const here = await openApp('/weather');
    const before = here.all('weatherStation').length;
    await here.press('Bring a station’s file');
    await here.bring(FILE, 'bench.csv', HEADERS + days(1, 9));
    await here.press('Cancel');
    expect(here.all('weatherStation')).toHaveLength(before);
    expect(screen.queryByLabelText(FILE)).toBeNull();
  });
});
