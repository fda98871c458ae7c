import { fireEvent, screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { sown } from '../app/sown.testing.ts';
import { openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

/** Goes to a step of the stop, and is there. */
const step = async (here: WholeApp, name: string) => {
  const ways = await screen.findByRole('navigation', { name: 'Steps of this stop' });
  await here.user.click(within(ways).getByRole('link', { name: new RegExp(`^${name}`) }));
  await screen.findByRole('heading', { level: 1, name: new RegExp(`^${name}, stop`) });
};
const walkOf = (here: WholeApp) => /^\/walks\/([^/?]+)/.exec(here.address())?.[1];
/** What a section of the result says, opened as a thumb does. */
const region = async (name: string) => {
  const section = await screen.findByRole('region', { name });
  const head = within(section).queryByRole('button', { name, expanded: false });
  if (head) fireEvent.click(head);
  await within(section).findByRole('button', { name, expanded: true });
  return plain(section.textContent);
};

/** The way on from a step. */
const goOn = (here: WholeApp) => here.press(/^(Next:|Next stop|Skip to)/);
const depth = (here: WholeApp, whole: number, eighths: number) =>
  here.tap(`[data-depth="${whole}.${eighths}"]`);

describe('what plants say, on a phone', () => {
  it('a stop with every step takes at most 90 taps, and the walk’s result says what was found', async () => {
    const { planting, records } = sown('Curlew Long', { rows: 12 });
    const here = await openApp(`/plantings/${planting}/walk`, { phone: true, holding: records });
    await here.press('Start the walk');
    await here.press('My order');
    await here.press('All steps, as listed');
    await here.press('Tape earlier');
    await here.press('Done');
    await here.press('Type numbers');
    let taps = 0;
    const counts = () => void (taps += 1);
    document.addEventListener('pointerdown', counts, true);

    // Tap by tap: 12 rows with laggards, a tape of 25 plants of which 20 are staged, two gaps, three plants dug.
    for (let row = 1; row <= 12; row++) {
      if (row % 4 === 0) await here.press(/^Add a plant one stage behind/);
      if (row === 4) await here.press(/^Add a plant two or more behind/);
      await here.tap('[data-plants="29"]');
    }
    await goOn(here);
    await screen.findByRole('heading', { name: /^Tape, stop 1/ });
    for (let plant = 1; plant <= 25; plant++) {
      if (plant === 9 || plant === 17) await here.press('Empty place');
      if (plant > 20) await here.press(/^Plant here:/);
      else await here.tap(`[data-stage="${plant === 12 ? 'V1' : plant % 6 === 0 ? 'V2' : 'V3'}"]`);
    }
    await here.says('tape-plants', '25');
    await goOn(here);
    await screen.findByRole('heading', { name: /^Gaps, stop 1/ });
    for (const [i, find] of ['rotten', 'noSeed'].entries()) {
      const gaps = await screen.findAllByRole('button', { name: /^Gap of 1/ });
      await here.user.click(gaps[i]!);
      await here.tap(`[data-find=${find}]`);
      await depth(here, 2, i);
      await depth(here, 2, 1);
      await here.press('Done');
    }
    await goOn(here);
    await screen.findByRole('heading', { name: /^Late plants, stop 1/ });
    await here.press(/^V1 at/);
    await depth(here, 2, 6);
    await depth(here, 2, 0);
    await here.says('pair-says', /placed deeper than the neighbour/);
    await goOn(here);
    await here.press(/^Dig a plant/);
    await depth(here, 2, 1);
    await here.tap('[data-find=flattened]');
    await goOn(here);
    document.removeEventListener('pointerdown', counts, true);
    expect(taps).toBeGreaterThan(60);
    expect(taps).toBeLessThanOrEqual(90);

    // Pests: more than were looked at is no incidence; what is kept says what it means.
    await step(here, 'Pests');
    await here.tap('[data-sign=cut]');
    await here.fill('Show it', '25');
    await here.mentions(/More plants show it than were looked at/);
    await here.fill('Show it', '4');
    await here.says('incidence', /20 % here/);

    const [stop] = here.all('stop').filter(({ data }) => data.walkId === walkOf(here));
    await here.visit(`/walks/${stop!.data.walkId}?stop=1`);
    await here.press('Finish the walk');
    await here.arrives(/result$/);
    expect(await region('How even')).toContain('20 plants');
    expect(await region('What the gaps hold')).toContain('no seed, soil undisturbed');
    expect(await region('Why late plants are late')).toContain('placed deeper than the neighbour');
    expect(await region('Roots')).toContain('flat along the wall');
    expect(await region('Pests, disease, damage')).toContain('cutworm');
    await here.press('What it costs');
    await here.says('cost', /bu\/ac/);
  });

  it('soybean by nodes: staged, a late plant dug and tagged, and looked at again', async () => {
    const { planting, records } = sown('Curlew Beans', {
      crop: 'soybean',
      rowWidthM: 0.381,
      seedsPerM2: 34.6,
    });
    const here = await openApp(`/plantings/${planting}/walk`, { phone: true, holding: records });
    await here.press(/One row/, 'radio');
    await here.press('Start the walk');
    for (let i = 0; i < 12; i++) await here.tap('[data-tally=inStep]');
    await step(here, 'Stages');
    await here.choose('Planter row', '2');
    for (const code of ['V1', 'V1', 'VC', 'VE', 'V1']) await here.tap(`[data-stage="${code}"]`);
    await here.says('stage-words', /1 one stage behind, 1 two or more/);
    await here.press('Undo');
    await here.says('stage-next', /Plant 5 is/);
    await step(here, 'Late plants');
    await here.press(/^A plant two or more/);
    await here.press('1 in and parts');
    await here.tap('[data-depth="1.2"]');
    await here.tap('[data-depth="1.3"]');
    await here.says('pair-says', /same depth, nothing seen/);

    // The stages that were counted discount the stand; nobody counts laggards twice.
    await here.press('Tag plants instead', 'link');
    await here.fill('On the tag', 'green 1');
    await here.press('two or more behind', 'radio');
    await here.press('Keep');
    await waitFor(() => expect(document.querySelector('[data-tag="green 1 N"]')).not.toBeNull());
    await here.press('Tag a late plant');
    await here.fill('On the tag', 'Green 1');
    await here.press('Keep');
    expect(here.wrong('On the tag')).toContain('“Green 1” hangs on another plant here');
    expect(here.value('On the tag')).toBe('Green 1');
    await here.press('Cancel');
    await here.press('Look again: green 1');
    await here.press('at grain fill', 'radio');
    await here.press('barren', 'radio');
    await here.fill('Pods', '3');
    await here.press('Keep');
    await here.mentions(/A barren plant bears none/);
    await here.fill('Pods', '0');
    await here.press('Keep');
    await waitFor(() =>
      expect(plain(document.querySelector('[data-tag="green 1"]')?.textContent)).toContain(
        'barren 0 pods',
      ),
    );
    const [tag] = here.all('taggedPlant').filter(({ data }) => data.plantingId === planting);
    const seen = here.all('tagOutcome').filter(({ data }) => data.plantId === tag!.id);
    expect(seen.map(({ data }) => [data.visit, data.bears, data.count])).toEqual([
      ['grainFill', 'barren', 0],
    ]);
    await here.visit(`/plantings/${planting}`);
    expect((await screen.findAllByRole('link', { name: /Tagged plants/ })).length).toBeGreaterThan(
      0,
    );
  });

  it('a drilled small grain: main stems and tillers, heads out of the boot, seed to crown', async () => {
    const { planting, records } = sown('Curlew Wheat', {
      crop: 'wheat',
      type: 'drill',
      rows: 20,
      rowWidthM: 0.1905,
      seedsPerM2: 320,
    });
    const here = await openApp(`/plantings/${planting}/walk`, { phone: true, holding: records });
    await here.press(/Hoop/, 'radio');
    await here.press('Start the walk');
    for (let i = 0; i < 20; i++) await here.tap('[data-tally=inStep]');
    await step(here, 'Stages');
    for (const [code, tillers] of [
      ['13', '2'],
      ['13', '1'],
      ['12', '0'],
    ] as const) {
      await here.tap(`[data-stage="${code}"]`);
      const keys = await screen.findByRole('group', { name: /^Tillers of plant/ });
      await here.user.click(within(keys).getByRole('button', { name: tillers }));
    }
    await here.fill('Stems looked at', '40');
    await here.fill('Heads out', '50');
    await here.press('Keep');
    await here.mentions(/More heads than stems/);
    await here.fill('Heads out', '10');
    await here.press('Keep');
    await here.says('headed', /25 % headed/);
    await step(here, 'Roots');
    await here.choose('Planter row', '5');
    await here.press(/^Dig a plant/);
    await here.choose('Stage of this plant', '11');
    await here.press('seed to crown', 'radio');
    await here.mentions(/It has no crown yet/);
    await here.choose('Stage of this plant', '13');
    await here.press('seed to crown', 'radio');
    await here.press('0 in and parts');
    await here.tap('[data-depth="0.6"]');
    await here.tap('[data-find=straight]');
    const back = await screen.findAllByRole('link', { name: 'Back to the count' });
    await here.user.click(back[0]!);
    await here.press('Finish the walk');
    expect(await region('How even')).toContain('1.0 tillers a plant');
    expect(await region('Heading')).toContain('10 of 40');
    expect(await region('Roots')).toContain('straight down');
  });
});
