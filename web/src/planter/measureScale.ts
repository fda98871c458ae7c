import type { CardMeasure } from '@sendero/core';
import { scaleLinear } from 'd3-scale';

/** Heights of differences in a measure up to a reach: more is up, but depth goes down as it does in the soil. */
export const measureScale = (
  measure: CardMeasure,
  reach: number,
  [top, bottom]: [number, number],
) => scaleLinear([-reach, reach], measure === 'depth' ? [top, bottom] : [bottom, top]);
