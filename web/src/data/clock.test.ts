import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { DeviceClock } from './clock.ts';

const DAY = 86_400_000;
const NOW = Date.parse('2027-05-27T18:00:00Z');

/** A device whose clock can be set, and time that runs. */
function device(wallMs: number, remembered = { skewMs: 0, knownMs: 0 }) {
  const time = { wall: wallMs, steady: 1000 };
  const clock = new DeviceClock(
    () => time.wall,
    () => time.steady,
    remembered,
  );
  return {
    clock,
    run(ms: number) {
      time.wall += ms;
      time.steady += ms;
    },
    set: (ms: number) => (time.wall = ms),
  };
}

describe('the clock of a device', () => {
  it('a small difference is left alone, a big one corrected for', () => {
    const { clock, run } = device(NOW);
    expect(clock.heard(NOW + 60_000)).toMatchObject({ skewMs: 0 });
    expect(clock.now()).toBe(NOW + 60_000);
    clock.heard(NOW + DAY);
    run(5000);
    expect(clock.now()).toBe(NOW + DAY + 5000);
    expect(clock.offMs).toBe(DAY);
  });

  it('a dead battery’s 1970 is not believed: time goes on from what is known', () => {
    const { clock, run } = device(1000, { skewMs: 0, knownMs: NOW });
    expect(clock.now()).toBe(NOW);
    run(60_000);
    expect(clock.now()).toBe(NOW + 60_000);
  });

  it('set back in the middle of the work, time runs on', () => {
    const { clock, run, set } = device(NOW);
    clock.now();
    run(10_000);
    set(NOW - 3 * DAY);
    expect(clock.now()).toBe(NOW + 10_000);
    run(10_000);
    expect(clock.now()).toBe(NOW + 20_000);
  });

  it('never runs backwards, whatever is done to it', () => {
    const step = fc.oneof(
      fc.record({ run: fc.nat(DAY) }),
      fc.record({ set: fc.integer({ min: 0, max: NOW }) }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const one = device(NOW);
        one.clock.heard(NOW);
        let last = one.clock.now();
        for (const act of steps) {
          if ('run' in act) one.run(act.run);
          else one.set(act.set);
          const now = one.clock.now();
          // The browser's two clocks are read one after the other: a minute is not taken for a jump.
          expect(now).toBeGreaterThanOrEqual(last - 60_000);
          last = now;
        }
      }),
    );
  });
});

const zone = process.env.TZ;
afterEach(() => void (process.env.TZ = zone));
describe('a moment has the day and the zone of the place', () => {
  it.each([
    ['America/Denver', '2027-05-27T03:30:00Z', '2027-05-26', -360],
    ['Pacific/Auckland', '2027-04-27T19:05:00Z', '2027-04-28', 720],
    ['Asia/Kolkata', '2027-05-26T20:00:00Z', '2027-05-27', 330],
    // The night the clocks go back: both half past ones are of that day, an hour apart.
    ['America/Denver', '2027-11-07T07:30:00Z', '2027-11-07', -360],
    ['America/Denver', '2027-11-07T08:30:00Z', '2027-11-07', -420],
  ])('%s at %s', (timeZone, at, on, zoneOffsetMin) => {
    process.env.TZ = timeZone;
    const { clock } = device(Date.parse(at));
    expect(clock.moment(null)).toEqual({ at: new Date(at).toISOString(), on, zoneOffsetMin });
  });
  it('in the demo the day is fixed, the time of day is the place’s own', () => {
    process.env.TZ = 'America/Denver';
    const { clock } = device(Date.parse('2026-11-25T03:30:00Z'));
    // 20:30 in the evening of the fixed day, on summer time.
    expect(clock.moment('2027-05-27')).toEqual({
      at: '2027-05-28T02:30:00.000Z',
      on: '2027-05-27',
      zoneOffsetMin: -360,
    });
  });
});
