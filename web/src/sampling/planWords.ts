import type { SpreadKnown, ZoneKind } from '@sendero/core';
import type { Units } from '../units/useUnits.ts';

/** Whose figure the expected spread is. */
export const spreadText = ({ cv, from }: SpreadKnown, { fixed }: Units) => {
  const share = `${fixed(100 * cv, cv < 0.095 ? 1 : 0)} %`;
  return {
    field: `Stops of this field have differed by ${share} (coefficient of variation).`,
    neighbours: `Stops of other fields of this crop have differed by ${share}; this one may differ more.`,
    default: `Stops are taken to differ by ${share}: a default, nobody’s research, until a walk here tells.`,
  }[from];
};

export const ZONE_WORDS: Record<ZoneKind, string> = {
  soil: 'soil zones',
  tillage: 'last tillage',
  low: 'low ground',
  traffic: 'traffic',
};

/** Minutes as people say them. @example durationText(95) // '1 h 35 min' */
export const durationText = (minutes: number) => {
  const whole = Math.round(minutes);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${whole % 60} min`;
};
