import {
  validate,
  type DataOf,
  type ExampleRecord,
  type Kind,
  type Observation,
} from '@sendero/core';
import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import { newId } from '../data/newId.ts';
import PlanterCardScreen from './PlanterCardScreen.tsx';
import WorkshopScreen from './WorkshopScreen.tsx';

beforeEach(emptyDevice);

const ROWS = 6;
const plain = (text: string | null | undefined) => (text ?? '').replace(/\s/g, ' ');

/** A season of one planter: two fields checked and walked; row 4 is shallow, thin and late. */
function season() {
  const { records, of } = family({
    planter: { rows: ROWS, trackRows: [], depthStopStepM: 0.00635 },
    planting: { season: 2027, depthTargetM: 0.05, beside: null },
    field: { areaM2: 160_000 },
    walk: null,
    stop: null,
    observation: null,
    samplingPlan: null,
    note: null,
    taggedPlant: null,
    tagOutcome: null,
    flaggedLength: null,
    emergenceCount: null,
    workItem: null,
  });
  const made: ExampleRecord[] = records.map((one) =>
    one.kind === 'planting'
      ? { ...one, data: { ...one.data, planterId: of('planter').id } as never }
      : one,
  );
  const add = <K extends Kind>(kind: K, data: object): string => {
    const valid = validate(kind, data);
    if (!valid.ok) throw new Error(`${kind} ${JSON.stringify(valid.problems)}`);
    const id = newId();
    made.push({ kind, id, data: valid.data as DataOf<Kind> });
    return id;
  };
  const planting = of('planting');
  const visit = (on: string) => ({
    plantingId: planting.id,
    startedAt: `${on}T14:00:00.000Z`,
    startedOn: on,
    zoneOffsetMin: 0,
    finishedAt: `${on}T16:00:00.000Z`,
    note: '',
  });
  const stopOf = (walkId: string, ordinal: number) =>
    add('stop', { walkId, ordinal, travel: 'away', chosen: false, note: '' });
  const see = (data: Partial<Observation>) => add('observation', data);
  const wobble = (n: number) => ((n * 7919) % 11) - 5;
  const check = add('walk', {
    ...visit('2027-04-28'),
    purpose: 'trench',
    targetM: 0.05,
    toleranceM: 0.00635,
    readTo: 'bottom',
    seedsPerRow: 5,
    gauge: null,
  });
  for (const ordinal of [1, 2, 3]) {
    const stopId = stopOf(check, ordinal);
    for (let row = 1; row <= ROWS; row++)
      see({
        stopId,
        type: 'trench',
        row,
        at: '2027-04-28T15:00:00.000Z',
        seeds: Array.from({ length: 5 }, (_, s) => ({
          depthM: 0.05 - (row === 4 ? 0.019 : 0) + 0.0006 * wobble(row * 13 + s * 5 + ordinal),
          typed: '',
          moist: null,
          by: 'rule' as const,
        })),
        gapsM: [],
        gapsTyped: [],
        contact: 'tight',
        shape: 'v',
        wall: 'loose',
        floor: 'firm',
        closing: 'firm',
        settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel: '' },
      });
  }
  const walk = add('walk', {
    ...visit('2027-05-26'),
    purpose: 'stand',
    method: 'everyRow',
    lengthM: 5.31,
    hoopDiameterM: null,
  });
  for (let ordinal = 1; ordinal <= 6; ordinal++) {
    const stopId = stopOf(walk, ordinal);
    for (let row = 1; row <= ROWS; row++)
      see({
        stopId,
        type: 'count',
        row,
        lengthM: 5.31,
        rowWidthM: 0.762,
        inStep: row === 4 ? 12 : 28 + Math.round(wobble(row * 3 + ordinal) / 4),
        oneBehind: row === 4 ? 8 : 1,
        twoBehind: 0,
      });
  }
  return { records: made, planter: of('planter') };
}

async function open(path: string, holding: readonly ExampleRecord[]) {
  const here = await onScreen(
    <Routes>
      <Route path="/planters/:planterId" element={<PlanterCardScreen />} />
      <Route path="/planters/:planterId/workshop" element={<WorkshopScreen />} />
    </Routes>,
    { holding, path },
  );
  await here.findByRole('heading', { level: 1 });
  return here;
}

describe('the planter card', () => {
  it('names row 4 alone, the worst first, and its year at a touch', async () => {
    const { records, planter } = season();
    const here = await open(`/planters/${planter.id}`, records);
    const worst = here.getByTestId('worst-rows').querySelectorAll('button');
    expect(worst).toHaveLength(1);
    expect(plain(worst[0]!.textContent)).toMatch(/^Row 4: ¾ in too shallow/);
    expect(plain(here.getByRole('region', { name: 'Row 4 this season' }).textContent)).toContain(
      'Against its sisters, at 6 places in one field',
    );
    await here.user.click(here.getByRole('button', { name: 'Row 2, nothing told' }));
    expect(here.getByRole('region', { name: 'Row 2 this season' }).textContent).toContain(
      'Nothing told from chance sets this row apart.',
    );
  });

  it('judges anew what is filtered, and comes back', async () => {
    const { records, planter } = season();
    const here = await open(`/planters/${planter.id}`, records);
    await here.user.selectOptions(here.getByLabelText('Seen until'), '2027-04-28');
    expect(here.getByRole('region', { name: 'Row 4 this season' }).textContent).not.toContain(
      'late plants',
    );
    await here.user.selectOptions(here.getByLabelText('Time of day'), 'Before noon');
    expect(here.getByText('Nothing seen yet.')).toBeTruthy();
    await here.user.selectOptions(here.getByLabelText('Time of day'), 'Whole day');
    await here.user.selectOptions(here.getByLabelText('Seen until'), 'Last day');
    expect(here.getByRole('region', { name: 'Row 4 this season' }).textContent).toContain(
      'more late plants',
    );
  });

  it('puts money beside the bushels once a price is entered, and takes none that is no figure', async () => {
    const { records, planter } = season();
    const here = await open(`/planters/${planter.id}`, records);
    expect(here.getByTestId('row-cost').textContent).not.toContain('in your money');
    await here.user.click(here.getByRole('button', { name: 'Price of corn' }));
    const price = here.getByLabelText('In your own money');
    await here.user.type(price, 'dear');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByTestId('row-cost').textContent).not.toContain('in your money');
    await here.user.clear(price);
    await here.user.type(price, '4.20');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(plain(here.getByTestId('row-cost').textContent)).toMatch(
      /bu\/ac of corn on the [\d.]+ ac it planted: [\d,]+ to [\d,]+ bu, [\d,]+ to [\d,]+ in your money/,
    );
  });

  it('a planter nothing was measured of says what it is judged by', async () => {
    const { records, planter } = season();
    const bare = records.filter(({ kind }) => !['walk', 'stop', 'observation'].includes(kind));
    const here = await open(`/planters/${planter.id}`, bare);
    expect(here.getByText(/Nothing was measured row by row this season/)).toBeTruthy();
  });
});

describe('the workshop list', () => {
  it('takes a finding by one tap, gives it back by undo, and moves it by key', async () => {
    const { records, planter } = season();
    const here = await open(`/planters/${planter.id}/workshop`, records);
    const column = (name: string) => here.getByRole('region', { name });
    await here.user.click(here.getByRole('button', { name: 'Put on the list' }));
    expect(plain(column('To do').textContent)).toContain('Set row 4 deeper by 3 steps (¾ in)');
    expect(here.queryByRole('button', { name: 'Put on the list' })).toBeNull();
    await here.user.click(here.getByRole('button', { name: 'Undo' }));
    await here.user.click(here.getByRole('button', { name: 'Put on the list' }));
    const item = here.getByRole('button', { name: /^Set row 4 deeper/ });
    item.focus();
    await here.user.keyboard('{Shift>}{ArrowRight}{/Shift}');
    expect(column('Parts ordered').textContent).toContain('Set row 4 deeper');
    expect(here.all('workItem').map(({ state }) => state)).toEqual(['ordered']);
    const sheet = here.getByRole('region', { name: 'The list in planter order' });
    expect(plain(sheet.textContent)).toContain('+3 (¾ in deeper)');
  });

  it('an item of one’s own: what is left out is said beside its field, what is done asks for its day', async () => {
    const { records, planter } = season();
    const here = await open(`/planters/${planter.id}/workshop`, records);
    await here.user.click(here.getByRole('button', { name: 'Add an item' }));
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByText('Say what is to be done.')).toBeTruthy();
    await here.user.type(here.getByLabelText('What is to be done'), 'Grease the toolbar');
    await here.user.type(here.getByLabelText('Rows'), '99');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByText('Enter the planter row, 1 to 96.')).toBeTruthy();
    await here.user.clear(here.getByLabelText('Rows'));
    await here.user.type(here.getByLabelText('Rows'), '7');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByText(/has 6 rows: choose rows from 1 to 6\.$/)).toBeTruthy();
    await here.user.clear(here.getByLabelText('Rows'));
    await here.user.selectOptions(here.getByLabelText('How far it is'), 'Done');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.all('workItem')).toMatchObject([
      { what: 'Grease the toolbar', rows: [], state: 'done' },
    ]);
    expect(here.all('workItem')[0]!.doneOn).not.toBeNull();
  });
});
