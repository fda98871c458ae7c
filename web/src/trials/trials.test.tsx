import { readTrial, validate, type DataOf } from '@sendero/core';
import { waitFor } from '@testing-library/dom';
import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import PlanTrialScreen from './PlanTrialScreen.tsx';
import { readStrips, stripShapes, writeStrips } from './stripFiles.ts';
import TrialScreen from './TrialScreen.tsx';
import TrialsScreen from './TrialsScreen.tsx';

beforeEach(emptyDevice);

const GROUND = ['weatherStation', 'grower', 'planter', 'field', 'planting'];
const SCREENS = (
  <Routes>
    <Route path="/plantings/:plantingId/trial" element={<PlanTrialScreen />} />
    <Route path="/trials/:trialId" element={<TrialScreen />} />
    <Route path="/trials" element={<TrialsScreen />} />
    <Route path="/plantings/:plantingId" element={<p>The planting</p>} />
  </Routes>
);

async function planning() {
  const { records, of } = family();
  const here = await onScreen(SCREENS, {
    holding: records.filter(({ kind }) => GROUND.includes(kind)),
    path: `/plantings/${of('planting').id}/trial`,
  });
  const type = async (label: string | RegExp, text: string) => {
    const field = await here.findByLabelText(label);
    await here.user.clear(field);
    await here.user.click(field);
    await here.user.paste(text);
  };
  return { ...here, type };
}

describe('planning a trial', () => {
  it('draws the strips as they are named, says what they can tell, and keeps the plan with its lot', async () => {
    const here = await planning();
    await here.type('Planting depth, what is compared', '1 1/2, 2, 2 1/2');
    await here.type('The difference that matters', '8');
    await here.type('Width of the head', '20 ft');
    expect((await here.findByTestId('power')).textContent).toMatch(
      /8\.0.bu\/ac is found in \d+ of 100/,
    );
    expect(here.getAllByText('default').length).toBeGreaterThan(0);
    await here.user.click(here.getByRole('button', { name: 'Draw again' }));
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(await here.findByRole('heading', { level: 1, name: 'Planting depth' })).toBeTruthy();
    const [kept] = here.all('trial');
    expect(kept).toMatchObject({ replicates: 6, layout: 'blocks', redraws: 1, primary: 'yield' });
    expect(kept!.factors[0]!.levels.map(({ label }) => label)).toEqual(['1½ in', '2 in', '2½ in']);
    expect(kept!.factors[0]!.levels[0]!.value).toBeCloseTo(0.0381, 9);
  });

  it('tells what is wrong beside its field, and keeps what was typed', async () => {
    const here = await planning();
    await here.type('Planting depth, what is compared', '2, deep');
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(await here.findByText(/“deep” is no figure here/)).toBeTruthy();
    expect(here.getByText(/difference that would change what you do/)).toBeTruthy();
    await here.type('Planting depth, what is compared', '2, 3');
    await here.type('The difference that matters', '8');
    await here.type('Strips of each', '1');
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(await here.findByText(/One strip of each tells nothing/)).toBeTruthy();
    await here.user.click(here.getByRole('radio', { name: 'One strip of each' }));
    expect(await here.findByText(/names no winner/)).toBeTruthy();
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(await here.findByText(/a demonstration: one strip of each/)).toBeTruthy();
  });

  it('a width that cannot be read is not taken for none', async () => {
    const here = await planning();
    await here.type('Planting depth, what is compared', '1, 2');
    await here.type('The difference that matters', '8');
    await here.type('Width of the head', 'twenty');
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(await here.findByText(/Write it like/)).toBeTruthy();
    expect(here.all('trial')).toHaveLength(0);
    await here.type('Width of the head', '20 ft');
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(here.all('trial')[0]!.combineWidthM).toBeCloseTo(6.096, 9));
  });

  it('halves of a planter take two treatments and no head wider than half', async () => {
    const here = await planning();
    await here.type('Planting depth, what is compared', '1, 2, 3');
    await here.type('The difference that matters', '8');
    await here.user.click(here.getByRole('radio', { name: 'Halves of the planter' }));
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(await here.findByText(/Halves of a planter compare two treatments/)).toBeTruthy();
    await here.type('Planting depth, what is compared', '1, 2');
    await here.type('Width of the head', '20 ft');
    expect((await here.findAllByText(/wider than half of the planter/)).length).toBeGreaterThan(0);
  });
});

/** A planned trial on a device. */
async function planned(change: Partial<DataOf<'trial'>> = {}) {
  const { records, of } = family({
    planting: { crop: 'corn' },
    trial: { replicates: 2, combineWidthM: 6.096, ...change },
    trialStrip: null,
  });
  const trial = of('trial');
  const here = await onScreen(SCREENS, {
    holding: records.filter(({ kind }) => [...GROUND, 'trial'].includes(kind)),
    path: `/trials/${trial.id}`,
  });
  const slip = async (strip: number, weight: string, moisture: string) => {
    for (const [label, text] of [
      ['Weight', weight],
      ['Moisture', moisture],
    ] as const) {
      const cell = await here.findByLabelText(`${label}, strip ${strip}`);
      await here.user.clear(cell);
      await here.user.click(cell);
      if (text) await here.user.paste(text);
    }
    await here.user.click(here.getByRole('button', { name: 'Save the slip' }));
  };
  return { ...here, trial, of, slip };
}

describe('a trial through its season', () => {
  it('is ticked, otherwise than planned where it was; a slip is corrected in its row, and the answer follows', async () => {
    const here = await planned();
    await here.user.click(await here.findByRole('button', { name: 'All as planned' }));
    expect(here.all('trialStrip')).toHaveLength(4);
    await here.user.click(here.getByText(/^All 4 are ticked, as planned/));
    await here.user.selectOptions(await here.findByLabelText('Strip 4, what was done'), 'missed');
    expect(await here.findByText(/1 missed/)).toBeTruthy();

    await here.slip(1, '5,000 lb', '60');
    expect(await here.findByText(/5 to 45 %/)).toBeTruthy();
    await here.slip(1, '5,000 lb', '');
    expect(await here.findByText(/Enter the moisture too/)).toBeTruthy();
    await here.slip(1, '5,000 lb', '16');
    await here.slip(1, '4,900 lb', '16');
    await here.slip(2, '5,200 lb', '16');
    await here.slip(3, '5,300 lb', '16');
    const kg = here.all('trialStrip').find(({ number }) => number === 1)!.weightKg!;
    expect(kg).toBeCloseTo(4900 * 0.45359237, 6);
    expect((await here.findByTestId('answer')).textContent).toMatch(/bore|No winner|told/);
    expect(await here.findByText('3 of 3 strips are weighed.')).toBeTruthy();
  });

  it('slips are typed with the Enter key or pasted as a spreadsheet copies them; what is whole is saved, the rest stays', async () => {
    const here = await planned();
    await here.user.click(await here.findByRole('button', { name: 'All as planned' }));
    await here.user.click(await here.findByLabelText('Weight, strip 1'));
    await here.user.keyboard('5000{Enter}16{Enter}5200{Enter}');
    expect(document.activeElement).toBe(here.getByLabelText('Moisture, strip 2'));
    await here.user.click(here.getByLabelText('Weight, strip 3'));
    await here.user.paste('Weight\tMoisture\n5,100\t16.5\n5,400\t17');
    await waitFor(() =>
      expect(here.getByLabelText('Moisture, strip 4')).toHaveProperty('value', '17'),
    );
    await here.user.click(here.getByRole('button', { name: 'Save 4 slips' }));
    expect(await here.findByText(/Enter the moisture too/)).toBeTruthy();
    expect(here.getByText('3 slips saved.')).toBeTruthy();
    expect(here.getByLabelText('Weight, strip 2')).toHaveProperty('value', '5200');
    const kg = Object.fromEntries(
      here.all('trialStrip').map(({ number, weightKg }) => [number, weightKg]),
    );
    expect(kg[3]).toBeCloseTo(5100 * 0.45359237, 6);
    expect(kg[4]).toBeCloseTo(5400 * 0.45359237, 6);
    expect(kg[2]).toBeNull();
    await here.user.clear(here.getByLabelText('Weight, strip 2'));
    // Rows that the table names are found by that name.
    await here.user.click(here.getByLabelText('Weight, strip 1'));
    await here.user.paste('Strip\tWeight (kg)\tMoisture\n4\t2400\t16\n3\t2350\t15.5');
    await waitFor(() =>
      expect(here.getByLabelText('Moisture, strip 3')).toHaveProperty('value', '15.5'),
    );
    await here.user.click(here.getByRole('button', { name: 'Save 2 slips' }));
    await waitFor(() =>
      expect(
        Object.fromEntries(
          here.all('trialStrip').map(({ number, weightKg }) => [number, weightKg]),
        ),
      ).toMatchObject({ 3: 2350, 4: 2400 }),
    );
    await here.slip(1, '', '');
    await waitFor(() =>
      expect(here.all('trialStrip').find(({ number }) => number === 1)).toMatchObject({
        weightKg: null,
        moisture: null,
        harvestedOn: null,
      }),
    );
  });

  it('what is bought for it is kept in whichever order its figures are typed', async () => {
    const here = await planned();
    await here.user.click(await here.findByRole('button', { name: 'All as planned' }));
    const weights = ['5,000 lb', '5,200 lb', '5,100 lb', '5,400 lb'];
    for (const [i, weight] of weights.entries()) await here.slip(i + 1, weight, '16');
    const area = await here.findByLabelText('It works a year');
    await here.user.click(area);
    await here.user.paste('1,000 ac');
    await here.user.tab();
    expect(here.all('trial')[0]!.equipment).toBeNull();
    await here.user.click(here.getByLabelText('It costs, once'));
    await here.user.paste('4200');
    await here.user.tab();
    await waitFor(() =>
      expect(here.all('trial')[0]!.equipment).toMatchObject({
        cost: 4200,
        years: 5,
        discount: 0.06,
      }),
    );
    expect((await here.findByTestId('payback')).textContent).toMatch(/pays within 5 years/);
  });

  it('walked blind it shows numbers, not treatments, until all is weighed', async () => {
    const here = await planned({ blinded: true });
    const keys = () => here.queryAllByRole('list', { name: 'Treatments' }).length;
    await waitFor(() => expect(keys()).toBe(2));
    await here.user.click(await here.findByRole('button', { name: 'All as planned' }));
    expect(await here.findByText(/Walked blind: numbers/)).toBeTruthy();
    // One slip, and nobody sees what it leans to.
    await here.slip(1, '5,000 lb', '16');
    expect(await here.findByText(/so that nobody counts towards it/)).toBeTruthy();
    expect(here.queryByTestId('answer')).toBeNull();
    // On paper for the cab they stay.
    expect(keys()).toBe(1);
  });
});

describe('a trial that is over or put away', () => {
  it('its plan can be changed until a strip is ticked, and not after', async () => {
    const here = await planned();
    expect(await here.findByRole('link', { name: 'Edit' })).toBeTruthy();
    await here.user.click(await here.findByRole('button', { name: 'All as planned' }));
    await waitFor(() => expect(here.queryByRole('link', { name: 'Edit' })).toBeNull());
  });

  it('archived it leaves the trail and the list, and comes back', async () => {
    const here = await planned();
    await here.user.click(await here.findByRole('button', { name: 'Archive this trial' }));
    expect(await here.findByText('The planting')).toBeTruthy();
    expect(here.all('trial')[0]).toMatchObject({ archived: true });
  });
});

describe('strips as a file', () => {
  const { of } = family();
  const reading = () => {
    const trial = validate('trial', { ...of('trial').data, replicates: 2 });
    if (!trial.ok) throw new Error(JSON.stringify(trial.problems));
    return readTrial({
      trial: { id: of('trial').id, data: trial.data },
      planting: of('planting'),
      field: of('field'),
      strips: [],
      stops: [],
      seen: [],
      walks: [],
      lengths: [],
      emergenceCounts: [],
    });
  };

  it('what goes out comes back the same; figures are read in the unit their column names', () => {
    const own = reading();
    expect(readStrips(writeStrips(own), own)).toEqual({
      changes: own.strips.map(({ number }) => ({ number, change: { done: null } })),
      problems: [],
    });
    const { changes, problems } = readStrips(
      'strip,weight_lb,moisture_percent\n1,"5,000",16.5\n2,4800,17\n',
      own,
    );
    expect(problems).toEqual([]);
    expect(changes[0]!.change.weightKg).toBeCloseTo(5000 * 0.45359237, 6);
    expect(changes[0]!.change.moisture).toBeCloseTo(0.165, 12);
  });

  it('names the line of what cannot be, and takes the others', () => {
    const { changes, problems } = readStrips(
      'strip,weight_kg,moisture_percent,done\n1,2400,60,\n1,2400,16,\n9,2400,16,\n2,heavy,16,\n3,2500,16,7 in\n4,2500,16,missed\n',
      reading(),
    );
    expect(problems).toEqual([
      expect.stringMatching(/^Line 2, moisture: .*5 to 45 %/),
      expect.stringMatching(/^Line 3: strip 1 is there twice/),
      expect.stringMatching(/^Line 4: “9” is none of the strips 1 to 4/),
      expect.stringMatching(/^Line 5, weight_kg: “heavy” is no number/),
      expect.stringMatching(/^Line 6, done: “7 in” is none of the treatments/),
    ]);
    expect(changes).toEqual([
      { number: 4, change: { weightKg: 2500, moisture: 0.16, done: 'missed' } },
    ]);
    expect(readStrips('plot,weight\n1,2', reading()).problems[0]).toMatch(/No column “strip”/);
  });

  it('without an outline of the field there are no shapes', () => {
    expect(stripShapes(reading())).toBeNull();
  });
});
