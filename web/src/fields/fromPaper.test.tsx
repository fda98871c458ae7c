import { screen } from '@testing-library/dom';
import { expect, it } from 'vitest';
import { sown } from '../app/sown.testing.ts';
import { openApp } from '../app/wholeApp.testing.tsx';

const { planting, records } = sown('Lark Piece', { plantedOn: '2027-05-01' });
const open = (place = '') =>
  openApp(`/plantings/${planting}${place}`, { holding: records, phone: true });
const own = (here: Awaited<ReturnType<typeof open>>, kind: 'walk' | 'belowGround') =>
  here.all(kind).filter(({ data }) => data.plantingId === planting);

it('a trench check that was not made here is entered with its day, and counts from that day on', async () => {
  const here = await open();
  await here.press(/^Trench check, not made/, 'link');
  await here.press('Done on another day');
  await here.fill('Done on', '2027-04-30');
  await here.press('Enter the check');
  expect(here.wrong('Done on')).toBe('Choose a day from May 1, 2027 to today, May 27, 2027.');
  await here.fill('Done on', '2027-05-01');
  await here.press('Enter the check');
  expect(own(here, 'walk')[0]!.data).toMatchObject({ purpose: 'trench', startedOn: '2027-05-01' });
  await here.press('1 in and parts');
  await here.tap('[data-depth="1.5"]');
  await here.press('Finish with the rows dug so far');
  await here.press('Lark Piece', 'link');
  expect(await screen.findByRole('link', { name: 'Trench check, done May 1' })).toBeTruthy();
});

it('seeds dug and emergence counted days ago are entered from paper, each on its day', async () => {
  const here = await open('/below');
  await here.press('Enter from paper');
  await here.fill('Done on', '2027-05-06');
  await here.press('Enter it');
  await here.mentions(/May 6, from paper/);
  await here.tap('[data-state=root]');
  expect(own(here, 'belowGround')[0]!.data).toMatchObject({ on: '2027-05-06' });
  await here.press('See what it means so far', 'link');
  await here.mentions(/dug May 6/);

  await here.press('Lark Piece', 'link');
  await here.press(/^Emergence, not made/, 'link');
  await here.press('Flag lengths to count in', 'link');
  await here.press('Done on another day');
  await here.fill('Done on', '2027-05-08');
  await here.press(/^Flag /);
  await here.mentions(/May 8, from paper/);
  await here.tap('[data-tally=newlyUp]');
  const lengths = here.all('flaggedLength').filter(({ data }) => data.plantingId === planting);
  const counts = here
    .all('emergenceCount')
    .filter(({ data }) => lengths.some(({ id }) => id === data.lengthId));
  expect(counts.map(({ data }) => [data.on, data.plants])).toEqual([['2027-05-08', 1]]);
});

it('a tag hung days ago has the day it was hung on', async () => {
  const here = await open('/tags');
  await here.press('Tag a late plant');
  await here.fill('On the tag, or its colour', 'red 7');
  await here.press('Done on another day');
  await here.fill('Done on', '2027-05-20');
  await here.press('Keep');
  const tags = here.all('taggedPlant').filter(({ data }) => data.plantingId === planting);
  expect(tags.map(({ data }) => data.on)).toEqual(['2027-05-20', '2027-05-20']);
});
