import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import GapsScreen from '../digs/GapsScreen.tsx';
import RootsScreen from '../digs/RootsScreen.tsx';
import PestsScreen from '../pests/PestsScreen.tsx';
import StagesScreen from '../staging/StagesScreen.tsx';
import { stepOrderChosen } from '../data/preferences.ts';
import AskParty from './AskParty.tsx';
import { useWalkFacts } from '../stand/useWalkFacts.ts';

beforeEach(emptyDevice);

const { records, of } = family({
  planting: { plantedOn: '2027-05-01' },
  samplingPlan: null,
  walk: { planId: null, walkedBy: 'Teo Lindqvist', finishedAt: null },
  stop: { planned: null },
  note: null,
});
const stopPath = `/walks/${of('walk').id}/stops/${of('stop').id}`;

async function open(step: string, Screen: () => React.ReactNode) {
  const here = await onScreen(
    <Routes>
      <Route path={`/walks/:walkId/stops/:stopId/${step}`} element={<Screen />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    { holding: records, path: `${stopPath}/${step}?row=4` },
  );
  const seen = (type: string) => here.all('observation').filter((data) => data.type === type);
  return { ...here, seen };
}

describe('steps of a stop', () => {
  it('stages: a tap a plant, taken back, and no second way of counting at one stop', async () => {
    const here = await open('stages', StagesScreen);
    for (const stage of ['V3', 'V3', 'V2'])
      await here.user.click(here.getByRole('button', { name: stage }));
    expect(here.seen('stages')).toMatchObject([{ row: 4, stages: ['V3', 'V3', 'V2'] }]);
    await here.user.click(here.getByRole('button', { name: 'Undo' }));
    expect(here.seen('stages')).toMatchObject([{ stages: ['V3', 'V3'] }]);
    await here.user.click(here.getByRole('radio', { name: 'leaf tips' }));
    expect(here.getByText(/This stop is counted by leaf collars/)).toBeTruthy();
    await here.user.keyboard('1');
    expect(here.seen('stages')).toMatchObject([
      { stages: ['V3', 'V3', 'V1'], stagedBy: 'collars' },
    ]);
  });

  it('gaps: what is half entered is kept, and found again', async () => {
    const here = await open('gaps', GapsScreen);
    await here.user.click(here.getByRole('button', { name: 'A gap elsewhere' }));
    expect(here.seen('gapDig')).toEqual([]);
    await here.user.click(here.getByRole('button', { name: '2⅛' }));
    expect(here.seen('gapDig')).toMatchObject([{ found: null, typed: '2 1/8 in' }]);
    await here.user.click(here.getByRole('button', { name: 'Done' }));
    await here.user.click(here.getByRole('button', { name: /not looked at yet/ }));
    await here.user.click(here.getByRole('button', { name: 'hard and dry' }));
    expect(here.getByTestId('points-to').textContent).toContain('too dry');
    expect(here.seen('gapDig')).toMatchObject([{ found: 'dry', row: 4 }]);
  });

  it('roots: a crown that is not there yet is said, and the stage stays as it was', async () => {
    const here = await open('roots', RootsScreen);
    await here.user.click(here.getByRole('button', { name: 'Dig a plant in row 4' }));
    await here.user.selectOptions(here.getByLabelText('Stage of this plant'), 'V1');
    await here.user.click(here.getByRole('radio', { name: 'from the crown' }));
    expect(here.getByRole('alert').textContent).toContain('It has no crown yet');
    expect(here.seen('plantDig')).toMatchObject([{ plant: { stage: 'V1', way: 'seed' } }]);
    await here.user.click(here.getByRole('button', { name: 'flat along the wall' }));
    expect(here.queryByRole('alert')).toBeNull();
    expect(here.shown('walk', of('walk').id)?.data.dugOn).toBeTruthy();
    await here.user.click(here.getByRole('button', { name: /^Delete: Plant/ }));
    expect(here.shown('walk', of('walk').id)?.data.dugOn).toBeNull();
  });

  it('pests: what needs nothing stands beside what it is taken for; skipping leads to the next open step', async () => {
    const here = await open('pests', PestsScreen);
    here.store.dispatch(stepOrderChosen(['count', 'pests', 'notes']));
    await here.user.click(await here.findByRole('button', { name: /tightly wrapped/ }));
    expect(here.getByText(/unrolls by itself/)).toBeTruthy();
    await here.user.click(here.getByRole('button', { name: 'Skip to Notes' }));
    expect(here.getByText('elsewhere')).toBeTruthy();
    expect(here.shown('stop', of('stop').id)?.data.skipped).toEqual(['pests']);
  });
});

it('who opens another’s walk says once whether they help at its stops, or walk their own', async () => {
  const Ask = () => {
    const facts = useWalkFacts(of('walk').id);
    return facts ? <AskParty facts={facts} /> : null;
  };
  const here = await onScreen(<Ask />, { holding: records });
  expect(here.getByText('Teo Lindqvist began this walk')).toBeTruthy();
  await here.user.click(here.getByRole('button', { name: 'Walk stops of my own' }));
  expect(here.queryByText('Teo Lindqvist began this walk')).toBeNull();
  const ordinals = here.all('stop').map(({ ordinal }) => ordinal);
  expect(Math.max(...ordinals)).toBeGreaterThan(100);
});
