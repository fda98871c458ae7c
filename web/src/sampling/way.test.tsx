import { screen, waitFor } from '@testing-library/dom';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { newId } from '../data/newId.ts';
import { demoPlanting, demoRecord, openApp, plain } from '../app/wholeApp.testing.tsx';
import { PlanWorkerStandIn } from './planWorker.testing.ts';

/** A device that knows where it is, when the test says so. */
function standIn() {
  let clock = Date.now();
  let told: PositionCallback | null = null;
  let failed: PositionErrorCallback | null = null;
  vi.stubGlobal('navigator', {
    ...navigator,
    onLine: true,
    userAgent: navigator.userAgent,
    language: 'en-US',
    geolocation: {
      watchPosition: (onFix: PositionCallback, onTrouble: PositionErrorCallback) => {
        [told, failed] = [onFix, onTrouble];
        return 1;
      },
      clearWatch: () => undefined,
    },
  });
  return {
    asked: () => told !== null,
    stands: ([longitude, latitude]: readonly [number, number], accuracy = 3) =>
      told!({
        coords: { longitude, latitude, accuracy, heading: null },
        // One walks for a minute.
        timestamp: (clock += 60_000),
      } as unknown as GeolocationPosition),
    isRefused: () => failed!({ code: 1 } as GeolocationPositionError),
  };
}
let device: ReturnType<typeof standIn>;
beforeEach(() => {
  vi.stubGlobal('Worker', PlanWorkerStandIn);
  device = standIn();
});
afterEach(() => vi.unstubAllGlobals());

/** Ditch Block's stops of the demo are planned once more, and a walk of them is begun. */
async function onTheWay() {
  const { id } = demoPlanting('Ditch Block');
  const { data } = demoRecord('samplingPlan', ({ plantingId }) => plantingId === id);
  const plan = { kind: 'samplingPlan' as const, id: newId(), data };
  const here = await openApp(`/plantings/${id}/walk?plan=${plan.id}`, {
    phone: true,
    holding: [plan],
  });
  await here.press(/^At \d+ planned stops/, 'radio');
  await here.press('Start the walk');
  await here.arrives(/^\/walks\/[^/]+\/way$/);
  // Nobody is asked for a position before it is wanted.
  expect(device.asked()).toBe(false);
  expect(screen.queryByText(/position is lost|No position yet/)).toBeNull();
  await here.press('Use my position');
  const distance = await screen.findByTestId('way-distance');
  const next = async () => {
    await waitFor(() => expect(distance.dataset.place).toMatch(/\d/));
    return plan.data.places[Number(distance.dataset.place)]!;
  };
  return { here, next, distance };
}

describe('the way to the next stop', () => {
  it('without a position goes by distance and direction from the car', async () => {
    const { here, next } = await onTheWay();
    await next();
    await here.says('way-words', /^[a-z- ]+, \d+°.* from the car$/i);
    device.isRefused();
    await here.mentions(/This device was told not to say where it is/);
    await here.says('way-distance', /\d ?ft$/);
  });

  it('a rough position does not lead; a good one says when one is there, and the stop keeps the place', async () => {
    const { here, next } = await onTheWay();
    const { at } = await next();
    device.stands([at[0] + 0.002, at[1]], 80);
    await here.mentions(/too rough to be led by/);
    device.stands([at[0] + 0.002, at[1]]);
    await here.mentions(/position within 10 ft/);
    await here.says('way-distance', /^[\d,]+ ?ft$/);
    device.stands([at[0], at[1]]);
    await here.says('way-distance', 'Here');
    await here.press('Count here');
    await here.arrives(/^\/walks\/[^/]+$/);
    const walk = /walks\/([^/?]+)/.exec(here.address())![1]!;
    const [stop] = here.all('stop').filter(({ data }) => data.walkId === walk);
    expect(stop!.data).toMatchObject({ chosen: false, accuracyM: 3 });
    expect(stop!.data.at![0]).toBeCloseTo(at[0], 6);
  });

  it('a stop that cannot be reached gives its turn to another; one chosen for its looks is said to be', async () => {
    const { here, next } = await onTheWay();
    const out = await next();
    device.stands([out.at[0], out.at[1]]);
    await here.press('Cannot be reached');
    await here.mentions(/Another place takes its turn, with its rows\./);
    await waitFor(async () => expect((await next()).at).not.toEqual(out.at));
    await here.press('Looks bad here');
    await here.arrives(/^\/walks\/[^/]+$/);
    const chosen = await screen.findByRole('checkbox', { name: /Chosen because it looked bad/ });
    expect((chosen as HTMLInputElement).checked).toBe(true);
    expect(plain(screen.getByRole('main').textContent)).toMatch(/stop 1/);
  });
});
