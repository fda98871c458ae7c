import { localDay } from '@sendero/core';

/** An instant with the local day and zone it had where it happened. */
export interface Moment {
  at: string;
  on: string;
  zoneOffsetMin: number;
}

/** What is remembered of the clock between visits. */
export interface RememberedClock {
  /** To add to the device's clock, ms; 0 while it is right. */
  skewMs: number;
  /** A time that is certainly past, ms: no clock of this device can be before it. */
  knownMs: number;
}

/** A clock further off than this is told, and corrected for. */
export const CLOCK_OFF_MS = 5 * 60_000;

/**
 * The time on this device, as right as can be known: the device's own clock, corrected by what the
 * server said last, and never before a time that is certainly past (a device whose battery died
 * starts in 1970).
 *
 * @param wall the device's clock, ms; may be wrong and may jump
 * @param steady a clock that only runs forward, ms from any start
 * @example new DeviceClock(Date.now, () => performance.now(), { skewMs: 0, knownMs: 0 }).now()
 */
export class DeviceClock {
  private wall: () => number;
  private steady: () => number;
  private remembered: RememberedClock;
  private lastWall: number;
  private lastSteady: number;

  constructor(wall: () => number, steady: () => number, remembered: RememberedClock) {
    this.wall = wall;
    this.steady = steady;
    this.remembered = remembered;
    this.lastWall = wall();
    this.lastSteady = steady();
  }

  /** Now, ms since 1970. */
  now(): number {
    const [wall, steady] = [this.wall(), this.steady()];
    const elapsed = Math.max(0, steady - this.lastSteady);
    // Set back while we looked: what the server said of it no longer fits. (Set forward cannot be told from sleep.)
    const back = this.lastWall + elapsed - wall;
    if (back > 60_000) this.remembered.skewMs += back;
    this.lastWall = wall;
    this.lastSteady = steady;
    const now = wall + this.remembered.skewMs;
    if (now < this.remembered.knownMs) return (this.remembered.knownMs += elapsed);
    return now;
  }

  /** Takes the server's `Date`, to the second, as it arrived. Says what to remember. */
  heard(serverMs: number): RememberedClock {
    const off = serverMs - this.wall();
    this.remembered = { skewMs: Math.abs(off) > CLOCK_OFF_MS ? off : 0, knownMs: serverMs };
    return this.remembered;
  }

  /** How far the device's clock is off, ms; 0 when it is right or not known. Positive: it is behind. */
  get offMs(): number {
    return this.remembered.skewMs;
  }

  /**
   * Now, with the day and zone here. On a workspace that lives on a fixed day (the demo) the time of
   * day is today's, the day is that one.
   */
  moment(fixedDay: string | null): Moment {
    let instant = new Date(this.now());
    if (fixedDay) {
      const [year, month, day] = fixedDay.split('-').map(Number) as [number, number, number];
      instant = new Date(
        year,
        month - 1,
        day,
        instant.getHours(),
        instant.getMinutes(),
        instant.getSeconds(),
        instant.getMilliseconds(),
      );
    }
    const at = instant.toISOString();
    const zoneOffsetMin = -instant.getTimezoneOffset();
    return { at, zoneOffsetMin, on: localDay(at, zoneOffsetMin) };
  }

  /** Noon of a day here: of what was done then, nobody wrote down the hour. */
  static noonOf(day: string): Moment {
    const noon = new Date(`${day}T12:00`);
    return { at: noon.toISOString(), zoneOffsetMin: -noon.getTimezoneOffset(), on: day };
  }
}
