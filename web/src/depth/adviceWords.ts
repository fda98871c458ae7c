import {
  DRY_LAYER_STEP_M,
  wetness,
  type Crop,
  type DepthReason,
  type DepthAdvice,
  type DepthSchool,
  type MoistureReading,
  type WouldChange,
} from '@sendero/core';
import type { Units } from '../units/useUnits.ts';
import { depthChange, FEEL_WORDS } from './trenchWords.ts';

export const SCHOOL_WORDS: Record<DepthSchool, { label: string; creed: string }> = {
  fixedWindow: {
    label: 'Fixed window',
    creed: 'Pick a depth inside the window and never leave it.',
  },
  followMoisture: {
    label: 'Follow the moisture',
    creed: 'Just under the moisture line, within hard limits.',
  },
  earlyShallow: {
    label: 'Early, shallower',
    creed: 'Early into cool, moist soil: nearer the warmth.',
  },
  earlyDeep: {
    label: 'Early, deeper',
    creed: 'Early, deeper for steadier temperature.',
  },
};

/** Why a crop is not planted shallower than its window. */
const LIMIT_WORDS: Record<Crop, string> = {
  corn: 'Held at the shallowest: any shallower, and crown and roots sit too high, or the seed leaves the moisture',
  soybean:
    'Held at the shallowest: the top inch dries first, and seed there swells, then dries and dies',
  wheat:
    'Held at the shallowest: any shallower, and the crown sits too high for winter, or the seed leaves the moisture',
};

const BECAUSE: Record<DepthReason['because'], string> = {
  aim: 'The school’s aim',
  dryLayer: 'Seed belongs under the dry layer: in marginal moisture it swells, then dries and dies',
  readDry: 'Read to be short of moisture: seed there swells, then dries and dies',
  readDeep: 'Moist where it was read; shallower was not looked at',
  ampleMoisture: 'Moisture is ample: deep only costs energy and time, and is colder',
  sand: 'Sand dries fast',
  crust: 'A crust is met less deep',
  clods: 'Clods: finer soil and contact lie deeper',
  drying: 'Drying weather to come',
  rain: 'Rain to come brings moisture, and crusts',
  cold: 'Cold to come: shallower is warmer',
  early: 'Early sowing',
  faults: 'The machine cannot be mended today: a little deeper is what is left',
  limit: 'Held at the limit',
};

/** A reason with its direction and size. @example '+¼ in: Sand dries fast' */
export function reasonText({ because, byM }: DepthReason, crop: Crop, units: Units): string {
  if (because === 'aim') return `${BECAUSE.aim}: ${units.show(byM, 'seedDepth')}`;
  const words =
    because === 'limit'
      ? byM > 0
        ? LIMIT_WORDS[crop]
        : 'Held at the deepest the school allows'
      : BECAUSE[because];
  return `${depthChange(byM, units)}: ${words}`;
}

/** What to do next, and what if it is dry there as well. */
export function nextText({ next, ifDryM }: Pick<DepthAdvice, 'next' | 'ifDryM'>, units: Units) {
  const at = units.show(next.atM, 'seedDepth');
  const dryAgain =
    ifDryM === null
      ? 'Dry there too: no depth in reach, wait for rain.'
      : `Dry there too: on to ${units.show(ifDryM, 'seedDepth')}.`;
  switch (next.do) {
    case 'read':
      return { does: `Read at ${at} first`, then: 'Open the soil there, and feel or measure it.' };
    case 'setAndRead':
      return {
        does: `Set ${at} and read there`,
        then: `Plant a little, open the furrow, read beside the seed. Moist: stay. ${dryAgain}`,
      };
    case 'stay':
      return {
        does: `Stay at ${at}`,
        then: 'It was read to be moist there. Read again as it dries.',
      };
    case 'tooWet':
      return {
        does: 'Too wet: wait until it drains',
        then: 'It was felt wet wherever it was looked at, and more rain is coming. Wet soil smears and packs around the seed. Plant when a ball of soil from seed depth crumbles when poked.',
      };
    case 'wait':
      return {
        does: 'No depth in reach: wait for rain',
        then: `It is short of moisture down to the deepest this school sets (${at}): to plant all the same is to bet on rain.`,
      };
  }
}

/** A reading in a few words. @example '2½ in: 27, 90 % of adequate' */
export function readingText(reading: MoistureReading, units: Units): string {
  const at = units.show(reading.depthM, 'seedDepth');
  return 'feel' in reading
    ? `${at}: ${FEEL_WORDS[reading.feel]}`
    : `${at}: ${String(reading.value).replace('.', units.decimal)}, ${Math.round(100 * wetness(reading))} % of adequate`;
}

const WOULD_CHANGE_WORDS: Record<WouldChange['if'], string> = {
  dryLayerThicker: 'a thicker dry layer',
  dryLayerThinner: 'a thinner dry layer',
  rain: 'rain in the forecast',
  drying: 'drying wind in the forecast',
  cold: 'cold in the forecast',
  crusting: 'soil that crusts',
  faultsStay: 'the faults not mended today',
};

/** What would change the depth, and to what. @example '2½ in with rain in the forecast' */
export function changeText({ if: change, toM }: WouldChange, units: Units): string {
  const layer = change === 'dryLayerThicker' || change === 'dryLayerThinner';
  const by = layer ? ` (by ${units.show(DRY_LAYER_STEP_M, 'seedDepth')})` : '';
  return `${units.show(toM, 'seedDepth')} with ${WOULD_CHANGE_WORDS[change]}${by}`;
}

export const SOIL_WORDS = { sand: 'sand', loam: 'loam', clay: 'clay, heavy' };
export const TILLAGE_WORDS = { tilled: 'tilled', strip: 'strip-till', noTill: 'no-till, old rows' };
export const FORECAST_WORDS = {
  mild: 'mild',
  drying: 'dry and windy',
  rain: 'rain',
  cold: 'cold',
};
