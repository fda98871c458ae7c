import { screen, waitFor } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

async function planTrial(field: string) {
  const here = await openApp(`/plantings/${demoPlanting(field).id}`);
  await here.press(/^Trial,/, 'link');
  await screen.findByRole('heading', { level: 1, name: 'Plan a trial' });
  return here;
}
const slip = async (here: WholeApp, strip: number, weight: string, moisture: string) => {
  await here.fill(`Weight, strip ${strip}`, weight);
  await here.fill(`Moisture, strip ${strip}`, moisture);
  await here.press('Save the slip');
};

describe('one strip of each', () => {
  it('is a demonstration from the first screen, and names no winner once it is weighed', async () => {
    const here = await planTrial('Kiln Corner');
    await here.choose('What differs', 'Starter');
    await here.fill('Starter, what is compared', 'none, in furrow');
    await here.fill('The difference that matters', '3');
    await here.press('One strip of each', 'radio');
    expect(
      await screen.findByRole('heading', { name: 'The plan of a demonstration' }),
    ).toBeTruthy();
    await here.mentions(/names no winner/);
    await here.fill('Planter width', '20 ft');
    await here.press('Keep');
    await here.press('All as planned');
    await slip(here, 1, '3100', '13.5');
    await slip(here, 2, '3600', '13.5');
    await here.says('answer', /No winner can be named/);
    expect(screen.queryByText('Letters')).toBeNull();
    expect(screen.queryByRole('heading', { name: /^Against/ })).toBeNull();
  });
});

describe('a trial through its season', () => {
  it('planned, ticked otherwise than planned, weighed once a strip, and answered in money', async () => {
    let here = await planTrial('Ditch Block');
    await here.fill('Planting depth, what is compared', '1 1/2, 2');
    await here.fill('The difference that matters', '12');
    await here.fill('Width of the head', '20');
    await here.fill('Strips of each', '1');
    await here.press('Keep');
    await here.mentions(/One strip of each tells nothing/);
    await here.fill('Strips of each', '3');
    await here.says('power', /is found in \d+ of 100/);
    await here.fill('Width of the field', '100');
    await here.mentions(/wider than the field/);
    await here.fill('Width of the field', '900');
    await here.press('Draw again');
    await here.mentions(/Drawn again 1 time/);
    // Half-filled and left: it is still there.
    here = await here.reopen();
    await screen.findByLabelText(/^Planting depth, what is compared/);
    expect(here.value('Planting depth, what is compared')).toBe('1 1/2, 2');
    await here.press('Keep');
    expect(await screen.findByRole('heading', { level: 1, name: 'Planting depth' })).toBeTruthy();
    await here.press('All as planned');
    await here.unfold(/^All 6 are ticked/);
    await here.choose('Strip 2, what was done', 'missed');
    await here.mentions(/All 6 are ticked, 1 missed/);

    // Slips: nothing that cannot be.
    await slip(here, 1, '5200 lb', '60');
    await here.mentions(/5 to 45 %/);
    await here.fill('Moisture, strip 1', '17');
    await here.press('Save the slip');
    await here.mentions(/1 of 5 strips are weighed\./);
    for (const [strip, weight] of [
      [3, '5300'],
      [4, '5150'],
      [5, '5420'],
      [6, '5180'],
    ] as const)
      await slip(here, strip, weight, '17.2');
    await here.says('answer', /^(Nothing is told from|2 in bore|Nothing did better)/);
    await here.fill(/^Price of corn/, '4.10/bu');
    await here.user.tab();
    await here.says('answer', /In money 2 in returns/);
    const strips = here
      .all('trialStrip')
      .filter(({ data }) => data.trialId === here.address().split('/').at(-1));
    expect(strips.find(({ data }) => data.number === 1)!.data.weightKg).toBeCloseTo(
      5200 * 0.45359237,
      6,
    );
    expect(strips.find(({ data }) => data.number === 2)!.data.weightKg).toBeNull();
  });
});

describe('trials of other years', () => {
  it('what runs is answered over years; one of them goes out to a spreadsheet and comes back', async () => {
    const here = await openApp('/trials');
    await here.says('running-answer', /^It depends on the furrow: below 20\.6 % of water/);
    await here.press(/^Windmill East 2026/, 'link');
    await here.says('answer', /^1½ in, firm bore .* more than chance makes/);
    await here.unfold('Spreadsheet and map');
    await here.press('Save as CSV');
    const lines = (await here.saved.at(-1)!.text).trim().split(/\r?\n/);
    expect(lines).toHaveLength(25);
    expect(lines[0]).toContain('strip,block,first_pass,planned,done,weight_kg');
    const cells = lines[3]!.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/);
    cells[5] = '1000';
    const back = [...lines.slice(0, 3), cells.join(','), lines[4]!, lines[4]!].join('\n');
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    await here.user.upload(input, new File([back], 'strips.csv'));
    await here.mentions(/Line 6: strip 4 is there twice/);
    await here.press('Take 4 strips');
    await here.mentions(/4 strips are taken from the file\./);
    await here.mentions(/Strip 3 lies .* below what block and treatment/);
    await here.press('Save as GeoJSON');
    const shapes = JSON.parse(await here.saved.at(-1)!.text) as { features: unknown[] };
    expect(shapes.features).toHaveLength(24);
  });

  it('a file that is no strips is refused, and nothing is taken', async () => {
    const here = await openApp('/trials');
    await here.press(/^Windmill East 2026/, 'link');
    await here.says('answer', /1½ in/);
    await here.unfold('Spreadsheet and map');
    const before = here.all('trialStrip').map(({ data }) => data);
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    await here.user.upload(input, new File(['eggs, 12\nmilk, 2'], 'shopping.csv'));
    await waitFor(() =>
      expect(plain(screen.getByRole('main').textContent)).toMatch(/column|strip/),
    );
    expect(here.all('trialStrip').map(({ data }) => data)).toEqual(before);
  });
});
