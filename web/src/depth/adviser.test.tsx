import { screen, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

const school = (name: string) =>
  plain(document.querySelector(`[data-school=${name}]`)?.textContent);
const next = () => plain(screen.getByRole('region', { name: 'Next' }).textContent);
const read = async (here: WholeApp, at: string | null, value: string) => {
  if (at) await here.fill('Read at', at);
  await here.fill('or a sensor’s figure', value);
  await here.press('Add the reading');
};

describe('how deep', () => {
  it('the schools part as the dry layer grows, and the machine is mended first', async () => {
    const here = await openApp('/depth', { demo: false });
    expect([school('fixedWindow'), school('followMoisture')]).toEqual(['2⅛in', '1⅞in']);
    await here.fill('Dry layer', '2 1/4');
    expect([school('fixedWindow'), school('followMoisture')]).toEqual(['2½in', '2¾in']);
    const furrow = screen.getByRole('img', { name: /^Furrow in cross-section/ });
    expect(furrow.getAttribute('aria-label')).toMatch(/seed at 2¾/);
    await here.press('slot not closing', 'checkbox');
    expect(screen.getByText(/Mend the closing first/)).toBeTruthy();
    expect(school('followMoisture')).toBe('2¾in');
    await here.press('cannot be mended today', 'checkbox');
    expect(school('followMoisture')).toBe('3in');
  });

  it('beans planted early have a school of their own', async () => {
    const here = await openApp('/depth', { demo: false });
    expect(document.querySelector('[data-school=earlyShallow]')).toBeNull();
    await here.choose('Crop', 'soybean');
    await here.fill('Planting on', '2027-04-20');
    expect(document.querySelector('[data-school=earlyShallow]')).not.toBeNull();
  });

  it('read, set, read again: each reading says where to read next, and a closed tab loses none', async () => {
    let here = await openApp('/depth', { demo: false });
    expect(next()).toMatch(/Read at 1⅞.in first/);
    await read(here, '2', '18');
    expect(screen.getByText(/Enter the level you call adequate/)).toBeTruthy();
    await here.fill('Your adequate level', '30');
    await here.press('Add the reading');
    expect(next()).toMatch(/Set 2½.in and read there/);
    expect(next()).toMatch(/on to 3.in/);
    // The place that is to be read stands there already.
    await read(here, null, '27');
    expect(next()).toMatch(/Set 3.in and read there/);
    here = await here.reopen();
    await read(here, null, '38');
    expect(next()).toMatch(/Stay at 3.in/);
    expect(school('fixedWindow')).toBe('2½in');
    await here.press(/Fixed window/, 'radio');
    expect(next()).toMatch(/wait for rain/);
  });

  it('a reading that is taken out no longer counts', async () => {
    const here = await openApp('/depth', { demo: false });
    await here.fill('Your adequate level', '30');
    await read(here, '2', '18');
    expect(next()).toMatch(/Set 2½.in/);
    const [out] = within(screen.getByRole('main')).getAllByRole('button', { name: /^Take back/ });
    await here.user.click(out!);
    expect(next()).toMatch(/Read at 1⅞.in first/);
  });
});
