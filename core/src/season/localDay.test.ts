import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { localDay, localTime } from './index.ts';

declare const process: { env: { TZ?: string } };

const zone = process.env.TZ;
afterEach(() => void (process.env.TZ = zone));

/** What a device in a zone would note beside an instant. */
function noted(timeZone: string, local: [number, number, number, number, number]) {
  process.env.TZ = timeZone;
  const [year, month, day, hour, minute] = local;
  const at = new Date(year, month - 1, day, hour, minute);
  return [at.toISOString(), -at.getTimezoneOffset()] as const;
}

describe('the day where it happened', () => {
  it.each([
    ['an evening in the west is not tomorrow', 'America/Denver', [2027, 5, 26, 21, 15]],
    ['a morning in the east is not yesterday', 'Pacific/Auckland', [2027, 4, 28, 7, 5]],
    ['half-hour zones', 'Asia/Kolkata', [2027, 5, 26, 3, 0]],
    ['before the clocks go forward', 'America/Denver', [2027, 3, 14, 0, 30]],
    ['after the clocks went forward', 'America/Denver', [2027, 3, 14, 23, 30]],
    ['after the clocks went back', 'America/Denver', [2027, 11, 7, 23, 30]],
    ['in the hour that comes twice', 'America/Denver', [2027, 11, 7, 1, 30]],
    ['across the clocks going back in the south', 'Pacific/Auckland', [2027, 4, 4, 0, 15]],
  ] as [string, string, [number, number, number, number, number]][])(
    '%s (%s)',
    (_, timeZone, local) => {
      const [at, offset] = noted(timeZone, local);
      const two = (n: number) => String(n).padStart(2, '0');
      expect(localDay(at, offset)).toBe(`${local[0]}-${two(local[1])}-${two(local[2])}`);
      expect(localTime(at, offset)).toBe(`${two(local[3])}:${two(local[4])}`);
    },
  );

  it('moves by at most one day from the day in UTC, and never back as the clock runs', () => {
    const instant = fc.date({
      min: new Date('1990-01-02'),
      max: new Date('2199-01-01'),
      noInvalidDate: true,
    });
    fc.assert(
      fc.property(instant, fc.integer({ min: -720, max: 840 }), fc.nat(86_400), (at, offset, s) => {
        const day = localDay(at.toISOString(), offset);
        const apart = Date.parse(day) - Date.parse(at.toISOString().slice(0, 10));
        expect(Math.abs(apart)).toBeLessThanOrEqual(86_400_000);
        const later = new Date(at.getTime() + s * 1000).toISOString();
        expect(localDay(later, offset) >= day).toBe(true);
      }),
    );
  });

  it('says what cannot be read', () => {
    expect(() => localDay('noon', 0)).toThrow(/^at must be .* ISO time, got noon/);
    expect(() => localTime('noon', 0)).toThrow(RangeError);
  });
});
