import { DIAGNOSES, type ExampleRecord } from '@sendero/core';
import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyDevice, onScreen } from '../app/onScreen.testing.tsx';
import CauseScreen from '../diagnosis/CauseScreen.tsx';
import CausesScreen from '../diagnosis/CausesScreen.tsx';
import { PlanterForm } from '../fields/SmallForms.tsx';
import { FullYieldDialog } from '../stand/FullYieldDialog.tsx';
import { plain } from '../app/onPage.testing.tsx';
import { cardSeason } from './cardSeason.testing.ts';
import KnownOfRow from './KnownOfRow.tsx';
import ProveOnWalk from './ProveOnWalk.tsx';
import OfferWork from './OfferWork.tsx';
import OverYears from './OverYears.tsx';
import PlanterCardScreen from './PlanterCardScreen.tsx';

beforeEach(emptyDevice);

describe('what planting day knows of a row', () => {
  it('says what a row was named for elsewhere, and nothing of a sound one', async () => {
    const { records, planter } = cardSeason();
    const known = (row: number) => (
      <KnownOfRow planterId={planter.id} row={row} walkId="another check" />
    );
    const here = await onScreen(known(4), { holding: records });
    expect(plain((await here.findByTestId('known-of-row')).textContent)).toMatch(
      /^This season elsewhere: ¾ in too shallow/,
    );
    await here.unmount();
    const sound = await onScreen(known(1), { holding: [] });
    expect(sound.queryByTestId('known-of-row')).toBeNull();
  });

  it('the check under way is no history', async () => {
    const { records, planter, check } = cardSeason();
    const here = await onScreen(<KnownOfRow planterId={planter.id} row={4} walkId={check} />, {
      holding: records,
    });
    const text = plain((await here.findByTestId('known-of-row')).textContent);
    expect(text).not.toContain('shallow');
    expect(text).toContain('thinner');
  });
});

describe('the day of the walk', () => {
  it('what was found is offered for the workshop until it is on its list', async () => {
    const { records, planter, add } = cardSeason();
    const here = await onScreen(<OfferWork planterId={planter.id} />, { holding: records });
    const offer = await here.findByRole('region', { name: 'For the workshop' });
    expect(plain(offer.textContent)).toContain('Set row 4 deeper by 3 steps (¾ in)');
    expect(here.getByRole('link').getAttribute('href')).toBe(`/planters/${planter.id}/workshop`);
    await here.unmount();
    add('workItem', {
      planterId: planter.id,
      season: 2027,
      rows: [4],
      what: here.all('workItem')[0]?.what ?? 'Set row 4 deeper by 3 steps (¾ in)',
      measure: 'depth',
      priority: 'high',
      state: 'todo',
    });
    const again = await onScreen(<OfferWork planterId={planter.id} />, {
      holding: records.slice(-1),
    });
    expect(again.queryByRole('region', { name: 'For the workshop' })).toBeNull();
  });
});

describe('a row over the years', () => {
  it('draws nothing of a single season', async () => {
    const { records, planter } = cardSeason();
    const here = await onScreen(<OverYears planterId={planter.id} row={4} />, {
      holding: records,
    });
    expect(here.queryByText('Over the years')).toBeNull();
  });

  it('shows both seasons and what was done between them', async () => {
    const now = cardSeason();
    const before = cardSeason();
    // The season before of the same machine: its plantings and walks a year earlier.
    const earlier = before.records
      .filter(({ kind }) => ['planting', 'walk', 'stop', 'observation'].includes(kind))
      .map(({ kind, id, data }): ExampleRecord => {
        const text = JSON.stringify(data).replaceAll('2027-', '2026-');
        const moved = JSON.parse(text) as Record<string, unknown>;
        return {
          kind,
          id,
          data: (kind === 'planting'
            ? {
                ...moved,
                season: 2026,
                planterId: now.planter.id,
                fieldId: (now.planting.data as { fieldId: string }).fieldId,
              }
            : moved) as never,
        };
      });
    now.add('workItem', {
      planterId: now.planter.id,
      season: 2026,
      rows: [4],
      what: 'New bushings on row 4',
      measure: 'depth',
      priority: 'high',
      state: 'done',
      doneOn: '2026-12-09',
    });
    const here = await onScreen(<OverYears planterId={now.planter.id} row={4} />, {
      holding: [...now.records, ...earlier],
    });
    const group = await here.findByRole('group', { name: 'Row 4 over the years' });
    expect(group.textContent).toContain('New bushings on row 4');
    const depth = here.getByRole('img', { name: /^Depth: 2026/ });
    expect(plain(depth.getAttribute('aria-label'))).toMatch(/^Depth: 2026 −¾ in, 2027 −¾ in$/);
  });
});

describe('beside a stand walk', () => {
  it('stands what it has to prove, where the unit sits now', async () => {
    const { records, planter, add } = cardSeason();
    const item = {
      planterId: planter.id,
      season: 2026,
      rows: [4],
      what: 'New seal',
      measure: 'skips',
      priority: 'high',
      state: 'done',
      doneOn: '2026-12-09',
    };
    add('workItem', item);
    add('workItem', { ...item, what: 'Set row 2 deeper', rows: [2], measure: 'depth' });
    add('unitMove', { planterId: planter.id, rowA: 4, rowB: 6, on: '2026-12-10' });
    const here = await onScreen(<ProveOnWalk planterId={planter.id} season={2027} />, {
      holding: records,
    });
    const own = here.getByRole('region', { name: 'To prove on this walk' });
    expect(own.textContent).toContain('Row 6: empty places again, since “New seal” was done');
    expect(own.textContent).toContain('Lay a tape in it at each stop.');
    expect(own.textContent).not.toContain('deeper');
  });
});

describe('why', () => {
  it('the card says what its rows point to, with what speaks for it and against it', async () => {
    const { records, planter } = cardSeason();
    const here = await onScreen(
      <Routes>
        <Route path="/planters/:planterId" element={<PlanterCardScreen />} />
      </Routes>,
      { holding: records, path: `/planters/${planter.id}` },
    );
    const why = await here.findByRole('region', { name: 'Why' });
    const [first] = why.querySelectorAll('summary');
    expect(why.textContent).toMatch(/Depth stop set differently: row 4(over 99|9\d) in 100/);
    expect(why.textContent).toContain('its seed lies shallower than it should');
    expect(first).toBeTruthy();
    const more = here.getAllByRole('link', { name: 'More of this cause', hidden: true });
    expect(more[0]!.getAttribute('href')).toBe('/causes/depthStop');
  });

  it('every cause is listed, and has a page with its evidence, check and caution', async () => {
    const here = await onScreen(
      <Routes>
        <Route path="/causes" element={<CausesScreen />} />
        <Route path="/causes/:cause" element={<CauseScreen />} />
      </Routes>,
      { path: '/causes' },
    );
    expect(here.getAllByRole('link')).toHaveLength(Object.keys(DIAGNOSES).length);
    await here.user.click(here.getByRole('link', { name: 'Row cleaners trench' }));
    expect(here.getByRole('heading', { level: 1 }).textContent).toBe('Row cleaners trench');
    expect(
      here.getByRole('row', { name: /^The whole machine plants deep 10 times as likely a tenth/ }),
    ).toBeTruthy();
    expect(here.getByText(/Stop, shut down and block the machine/)).toBeTruthy();
    await here.user.click(here.getByRole('link', { name: 'Depth stop set differently' }));
    expect(here.getByRole('heading', { level: 1 }).textContent).toBe('Depth stop set differently');
  });

  it('an address of no cause says so', async () => {
    const here = await onScreen(
      <Routes>
        <Route path="/causes/:cause" element={<CauseScreen />} />
      </Routes>,
      { path: '/causes/moonlight' },
    );
    expect(here.getByText(/This cause is not known/)).toBeTruthy();
  });
});

describe('a machine’s own facts', () => {
  it('rows behind tyres are read as numbers; one it does not have is told beside its field', async () => {
    const here = await onScreen(<PlanterForm onDone={() => undefined} />);
    await here.user.type(here.getByLabelText('Name'), 'Heron');
    await here.user.type(here.getByLabelText('Rows'), '8');
    await here.user.type(here.getByLabelText('Row width'), '30 in');
    const tracks = here.getByLabelText('Rows behind tractor or cart tyres (optional)');
    await here.user.type(tracks, '4, 9');
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(here.getByText(/none of this machine: choose rows it has/)).toBeTruthy();
    await here.user.clear(tracks);
    await here.user.type(tracks, '4; 5');
    await here.user.click(here.getByRole('button', { name: 'Keep' }));
    expect(here.all('planter')).toMatchObject([
      { name: 'Heron', rows: 8, trackRows: [4, 5], sectionRows: null },
    ]);
  });

  it('a yield of one’s own is kept and given back; a word is no yield', async () => {
    let closed = 0;
    const here = await onScreen(<FullYieldDialog crop="corn" onClose={() => (closed += 1)} />);
    const box = here.getByLabelText('Yield of a full, timely stand here');
    await here.user.clear(box);
    await here.user.type(box, 'plenty');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(closed).toBe(0);
    await here.user.clear(box);
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByText('Enter a figure.')).toBeTruthy();
    await here.user.type(box, '180 bu/ac');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(closed).toBe(1);
    expect(here.all('workspace')[0]!.fullYields!.corn).toBeCloseTo(1.13, 2);
    await here.user.click(here.getByRole('button', { name: 'Back to the default', hidden: true }));
    expect(here.all('workspace')[0]!.fullYields!.corn).toBeNull();
  });
});
