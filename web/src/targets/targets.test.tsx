import { screen } from '@testing-library/dom';
import { beforeEach, describe, expect, it } from 'vitest';
import { openApp, type WholeApp } from '../app/wholeApp.testing.tsx';

let here: WholeApp;
beforeEach(async () => void (here = await openApp('/targets', { demo: false })));

describe('the quick card, without any field', () => {
  it('one figure follows from the others, whichever is typed', async () => {
    await here.fill('Row width', '30');
    await here.fill('Seeding rate', '32k');
    await here.says('card-spacing', /6\.53/);
    expect(here.value('Live stand expected')).toContain('28,900');
    await here.fill('One seed every', '6');
    expect(here.value('Seeding rate')).toContain('34,800');
    await here.fill('Live stand expected', '30,000');
    expect(here.value('Seeding rate')).toContain('33,200');
    await here.fill('Length of row', '17 ft 5 in');
    await here.fill(/^Seeds in 17/, '34');
    expect(here.value('Seeding rate')).toContain('34,000');
  });

  it('says what to buy: bags for the area, pounds for a drill', async () => {
    await here.fill('Row width', '30');
    await here.fill('Seeding rate', '34k');
    await here.fill('Area', '100 ac');
    await here.fill('Reserve', '0');
    await here.says('seed-needed', /43 bags/);
    await here.choose('Crop', 'wheat');
    await here.fill('Seeding rate', '1,200,000/ac');
    await here.fill('Seed size', '12000');
    await here.says('seed-needed', /100\.0 lb\/ac/);
  });

  it('what cannot be read says so and takes nothing away', async () => {
    await here.fill('Seeding rate', '32k');
    await here.fill('Row width', 'wide');
    expect(here.wrong('Row width')).toContain('is not a number with a unit');
    expect(here.value('Row width')).toBe('wide');
    expect(here.value('Seeding rate')).toContain('32,000');
    await here.fill('Row width', '30 in');
    expect(here.wrong('Row width')).toBeNull();
  });

  it('in centimetres the same card reads in metres and plants a square metre', async () => {
    await here.visit('/settings');
    await here.press(/cm, hectares/, 'radio');
    await here.visit('/targets');
    await here.fill('Row width', '76.2 cm');
    await here.fill('Seeding rate', '79000/ha');
    await here.says('card-spacing', /^16\.6cm/);
  });

  it('is one tap from every room, and leads to how deep and to converting', async () => {
    await here.visit('/fields');
    await here.press('Reckoner', 'link');
    await here.arrives('/targets');
    await here.press('How deep', 'link');
    await here.arrives('/depth');
    expect(await screen.findByRole('heading', { level: 1, name: 'How deep?' })).toBeTruthy();
  });
});
