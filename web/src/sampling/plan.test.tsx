import { screen, waitFor } from '@testing-library/dom';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { demoPlanting, openApp, plain } from '../app/wholeApp.testing.tsx';
import { addField } from '../fields/addField.testing.ts';
import { PlanWorkerStandIn } from './planWorker.testing.ts';

beforeEach(() => void vi.stubGlobal('Worker', PlanWorkerStandIn));
afterEach(() => void vi.unstubAllGlobals());

const planOf = (field: string) => `/plantings/${demoPlanting(field).id}/plan`;
const planting = demoPlanting('Long Forty').id;
const tells = () => plain(screen.getByTestId('plan-tells').textContent);
const margin = () => Number(/±([\d.]+)/.exec(tells())![1]);

describe('stops drawn before the walk', () => {
  it('more stops tell more; what is walked is what was asked for last', async () => {
    const here = await openApp(planOf('Long Forty'));
    const walk = await screen.findByRole<HTMLButtonElement>('button', { name: 'Walk these stops' });
    const drawn = () => waitFor(() => expect(walk.disabled).toBe(false));
    await here.fill(/^Stops$/, '6');
    await drawn();
    const few = margin();
    await here.fill(/^Stops$/, '300');
    expect(here.wrong(/^Stops$/)).toBe('Enter from 2 to 60 stops.');
    await here.fill(/^Stops$/, '24');
    expect(here.wrong(/^Stops$/)).toBeNull();
    await waitFor(() => expect(margin()).toBeLessThan(few));
    await drawn();
    await here.fill(/^Stops$/, '8');
    // Pressed again and again, also while it is being drawn.
    await waitFor(async () => {
      if (walk.isConnected) await here.user.click(walk);
      expect(here.address()).toMatch(/\/walk\?/);
    });
    expect(await screen.findByRole('radio', { name: 'At 8 planned stops' })).toBeTruthy();
    const plan = here.all('samplingPlan').find(({ data }) => data.plantingId === planting)!;
    const states = plan.data.places.map(({ state }) => state);
    expect(states.filter((state) => state !== 'spare')).toHaveLength(8);
    expect(states).toContain('spare');
  });

  it('a field without an outline says what is missing, and leads there', async () => {
    const here = await openApp('/fields', { demo: false });
    await addField(here, 'Plover Farm', 'Reed Corner');
    await here.press('Add a planting on Reed Corner');
    await here.fill('Row width', '30 in');
    await here.fill('Seeding rate', '32k');
    await here.press('Keep');
    await screen.findByRole('link', { name: /^Corn, / });
    await here.visit(`/plantings/${here.all('planting')[0]!.id}/plan`);
    await here.mentions(/Stops are planned on the field’s outline, and it has none yet/);
    expect(
      screen.getByRole('link', { name: 'Draw or bring its outline' }).getAttribute('href'),
    ).toContain('/map?field=');
  });
});
