import { Route, Routes } from 'react-router';
import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, onScreen } from '../app/onScreen.testing.tsx';
import { plain } from '../app/onPage.testing.tsx';
import { cardSeason } from './cardSeason.testing.ts';
import MonitorScreen from './MonitorScreen.tsx';
import PlanterCardScreen from './PlanterCardScreen.tsx';

beforeEach(emptyDevice);

/** Seeds of six rows over a long pass; of row 3 every thirtieth is missing. */
const log = () => {
  const lines = ['row,distance_ft'];
  for (let row = 1; row <= 6; row++)
    for (let seed = 0; seed < 400; seed++)
      if (!(row === 3 && seed % 30 === 7)) lines.push(`${row},${(10 + seed * 0.545).toFixed(3)}`);
  return lines.join('\n');
};

it('a seed-by-seed log tells a damaged cell, is kept with its check, and the card knows it', async () => {
  const { records, planter, check } = cardSeason();
  const here = await onScreen(
    <Routes>
      <Route path="/trench/:walkId/monitor" element={<MonitorScreen />} />
      <Route path="/planters/:planterId" element={<PlanterCardScreen />} />
    </Routes>,
    { holding: records, path: `/trench/${check}/monitor` },
  );
  const own = await here.findByRole('region', { name: 'Seed by seed' });
  const bring = (name: string, text: string) =>
    here.user.upload(own.querySelector('input')!, new File([text], name, { type: 'text/csv' }));
  await bring('speeds.csv', 'row,speed\n1,2');
  expect((await here.findByRole('alert')).textContent).toMatch(/the distance is missing/);
  await bring('seeds.csv', log());
  await here.findByText(/Row 3: a gap at every 30th seed/);
  expect(plain(own.textContent)).toContain('6 rows, up to');
  await here.user.click(here.getByRole('button', { name: 'Keep with this check' }));
  await here.unmount();
  const card = await onScreen(
    <Routes>
      <Route path="/planters/:planterId" element={<PlanterCardScreen />} />
    </Routes>,
    { path: `/planters/${planter.id}` },
  );
  expect((await card.findByTestId('worst-rows')).textContent).toContain(
    'Row 3: a gap at every 30th seed',
  );
});
