import { afterEach, describe, expect, it, vi } from 'vitest';
import { readWord, watchPosition } from './watchPosition.ts';

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('what a receiver says', () => {
  it('is a fix when it makes sense', () => {
    const fix = readWord('{"longitude":-138.6,"latitude":44.6,"accuracyM":3,"headingDeg":90}');
    expect(fix).toMatchObject({ at: [-138.6, 44.6], accuracyM: 3, headingDeg: 90 });
  });

  it.each(['', 'hello', '{}', '{"longitude":500,"latitude":1}', '{"longitude":"1","latitude":2}'])(
    'is left alone when it does not: %s',
    (text) => expect(readWord(text)).toBeNull(),
  );

  it('without an accuracy is not trusted far', () =>
    expect(readWord('{"longitude":1,"latitude":2}')!.accuracyM).toBe(100));
});

describe('a position of this device', () => {
  const device = () => {
    let heard: (position: object) => void = () => {};
    let failed: (error: { code: number }) => void = () => {};
    const cleared = vi.fn();
    vi.stubGlobal('navigator', {
      geolocation: {
        watchPosition: (ok: typeof heard, bad: typeof failed) => {
          heard = ok;
          failed = bad;
          return 7;
        },
        clearWatch: cleared,
      },
    });
    return {
      hear: () =>
        heard({ coords: { longitude: 1, latitude: 2, accuracy: 9, heading: NaN }, timestamp: 5 }),
      fail: (code: number) => failed({ code }),
      cleared,
    };
  };

  it('that is refused, lost or silent says which, and is told again when it comes back', () => {
    vi.useFakeTimers();
    const { hear, fail, cleared } = device();
    const told: unknown[] = [];
    const stop = watchPosition('', {
      onFix: ({ at }) => told.push(at),
      onTrouble: (trouble) => told.push(trouble),
    });
    hear();
    fail(3);
    vi.advanceTimersByTime(30_000);
    hear();
    fail(1);
    expect(told).toEqual([[1, 2], 'lost', 'lost', [1, 2], 'refused']);
    stop();
    expect(cleared).toHaveBeenCalledWith(7);
  });

  it('that never came is not called lost', () => {
    vi.useFakeTimers();
    const { fail } = device();
    const onTrouble = vi.fn();
    const stop = watchPosition('', { onFix: () => {}, onTrouble });
    fail(2);
    vi.advanceTimersByTime(30_000);
    expect(onTrouble.mock.calls.flat()).toEqual(['notYet', 'notYet']);
    stop();
  });

  it('that knows none says so', () => {
    vi.stubGlobal('navigator', {});
    const onTrouble = vi.fn();
    watchPosition('', { onFix: () => {}, onTrouble })();
    expect(onTrouble).toHaveBeenCalledWith('none');
  });
});
