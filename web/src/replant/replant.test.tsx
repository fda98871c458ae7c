import { fireEvent } from '@testing-library/dom';
import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import { drawn } from '../app/onPage.testing.tsx';
import PlantingScreen from '../planting/PlantingScreen.tsx';
import ReplantScreen from './ReplantScreen.tsx';

beforeEach(emptyDevice);

/** All that a case needs of a planting. */
const GROUND = ['weatherStation', 'grower', 'planter', 'field', 'planting'];

/** A planting that nobody walked, late in May of its year. */
async function desk(change: Parameters<typeof family>[0] = {}) {
  const { records, of } = family({ replantCase: null, responseCurve: null, ...change });
  const planting = of('planting');
  const here = await onScreen(
    <Routes>
      <Route path="/plantings/:plantingId/replant" element={<ReplantScreen />} />
      <Route path="/plantings/:plantingId" element={<PlantingScreen />} />
    </Routes>,
    {
      holding: records.filter(({ kind }) => GROUND.includes(kind)),
      path: `/plantings/${planting.id}/replant`,
    },
  );
  return { ...here, planting };
}
const type = async (
  here: Awaited<ReturnType<typeof desk>>,
  label: string,
  text: string,
): Promise<void> => {
  const field = await here.findByLabelText(label);
  // In one go: what is empty for a moment would be kept empty.
  field.focus();
  fireEvent.input(field, { target: { value: text } });
  await drawn();
  await here.user.tab();
};

describe('the replant desk', () => {
  it('without a walk takes what somebody told, and keeps it as it was typed', async () => {
    const here = await desk();
    expect(await here.findByText(/No stand is counted yet/)).toBeTruthy();
    await type(here, 'Stand told by somebody', '24k/ac');
    expect((await here.findByTestId('advice')).textContent).toMatch(/^(Keep it|Wait)/);
    expect(here.all('replantCase')[0]).toMatchObject({ typed: { typedStandPerM2: '24k/ac' } });
    expect(here.getByText(/effective plants as told/)).toBeTruthy();
  });

  it('what is wrong is told beside its field, and the case stays as it was', async () => {
    const here = await desk();
    await type(here, 'Stand told by somebody', '24k/ac');
    await type(here, 'Planting', '-20/ac');
    expect(await here.findByText(/cannot be negative/)).toBeTruthy();
    expect(here.all('replantCase')[0]!.plantPerM2).toBeNull();
    await type(here, 'Stand told by somebody', '99k/ac');
    expect((await here.findAllByText(/More plants than seeds were sown/)).length).toBeGreaterThan(
      0,
    );
    expect(here.all('replantCase')[0]!.typedStandPerM2).toBeCloseTo(24_000 / 4046.856, 3);
  });

  it('the call is kept with what follows from it, and both are taken back together', async () => {
    const here = await desk();
    await type(here, 'Stand told by somebody', '20k/ac');
    await here.user.selectOptions(await here.findByLabelText('What is done'), 'wait');
    await here.user.click(here.getByRole('button', { name: 'Decide' }));
    expect((await here.findByTestId('decided')).textContent).toContain('Wait and count again');
    const tasks = () => here.all('visit').filter(({ title }) => title === 'Count the stand again');
    expect(tasks()).toHaveLength(1);
    await here.user.click(here.getByRole('button', { name: 'Undo' }));
    expect(here.all('replantCase')[0]!.decided).toBeNull();
    expect(tasks()).toHaveLength(0);
  });

  it('a no to any question leaves keeping and waiting alone', async () => {
    const here = await desk();
    await type(here, 'Stand told by somebody', '3k/ac');
    const [first] = await here.findAllByRole('radio', { name: 'No' });
    await here.user.click(first!);
    expect(here.all('replantCase')[0]!.answers).toEqual({ herbicide: 'stops' });
    expect((await here.findByTestId('advice')).textContent).toMatch(/Keep it/);
    const options = (await here.findByLabelText('What is done')).querySelectorAll('option');
    expect([...options].map(({ value }) => value)).toEqual(['keep', 'wait']);
  });
});
