import type { CheckDue, FurrowFindings, FurrowPart, Lever, RowAdjustment } from '@sendero/core';
import type { Units } from '../units/useUnits.ts';

/** What is seen in a furrow, in the words of the field; the first of each is the normal one. */
export const FURROW_WORDS: {
  [P in FurrowPart]: { label: string; words: Record<FurrowFindings[P], string> };
} = {
  contact: {
    label: 'Contact',
    words: {
      tight: 'tight',
      airPockets: 'air pockets',
      hairPinned: 'residue in the furrow',
      dryClods: 'dry clods',
    },
  },
  closing: {
    label: 'Closing',
    words: {
      firm: 'closed and firm',
      loose: 'closed, loose',
      partlyOpen: 'partly open',
      open: 'open',
      overPacked: 'over-packed',
    },
  },
  shape: { label: 'Furrow', words: { v: 'V', u: 'U', w: 'W' } },
  wall: { label: 'Side wall', words: { loose: 'loose', smeared: 'smeared, shiny' } },
  floor: { label: 'Floor', words: { firm: 'firm', falseBottom: 'false bottom' } },
};

/** What was seen, as the start of a sentence. */
export const SAW: Record<string, string> = {
  airPockets: 'Air pockets round the seed',
  hairPinned: 'Residue pressed into the furrow',
  dryClods: 'Dry clods round the seed',
  loose: 'Slot closed but loose',
  partlyOpen: 'Slot partly open',
  open: 'Slot open',
  overPacked: 'Soil over-packed above the seed',
  u: 'Furrow like a U',
  w: 'Furrow like a W',
  smeared: 'Side wall smeared and shiny',
  falseBottom: 'False bottom under the seed',
};

/** What each finding points to. */
export const POINTS_TO: Record<string, string> = {
  airPockets: 'Closing wheels or downforce: seed without contact takes up water late.',
  hairPinned:
    'Residue pressed into the furrow: row cleaners, sharper openers, or wait for drier residue.',
  dryClods: 'Clods around the seed: a little deeper into finer, moister soil, or more downforce.',
  loose: 'More closing pressure, or another wheel; check it does not lift the seed.',
  partlyOpen: 'Closing wheels too far apart or too light; soil too wet to close.',
  open: 'Closing wheels first: an open slot dries out whatever the depth.',
  overPacked: 'Less closing pressure: a packed roof crusts.',
  u: 'Worn or loose openers.',
  w: 'Worn or gapped disc openers leave a ridge in the floor.',
  smeared: 'Too wet, or too much downforce: the wall hardens and the slot may re-open as it dries.',
  falseBottom:
    'A coulter set deeper than the seed, or a worn opener: seed bounces to uneven depth.',
};

export const FEEL_WORDS = { dry: 'dry', marginal: 'marginal', adequate: 'adequate', wet: 'wet' };

export const WHY_WORDS: Record<CheckDue['why'], string> = {
  field: 'This field has not been checked yet.',
  rows: 'Every row at least once a field: these were not opened yet.',
  adjustment: 'Adjusted and not dug since.',
  hours: 'Four hours since the last look (default): the moisture line has moved.',
  rain: 'It rained since the last look.',
  soilChange: 'The soil changed since the last look.',
  tillageChange: 'The tillage changed since the last look.',
};

export const ADJUSTED_WORDS: Record<RowAdjustment['what'], string> = {
  depthStop: 'Depth stop',
  downforce: 'Downforce',
  rowCleaner: 'Row cleaner',
  closingWheel: 'Closing wheel',
  opener: 'Opener or gauge wheel',
  other: 'Something else',
};

export const LEVER_WORDS: Record<Lever, { label: string; mend: string }> = {
  contact: {
    label: 'Poor seed-to-soil contact',
    mend: 'Mend contact first: closing wheels and downforce bring soil to the seed, depth does not.',
  },
  closing: {
    label: 'Slot not closing',
    mend: 'Mend the closing first: an open slot dries out at any depth.',
  },
  downforceLight: {
    label: 'Downforce too light',
    mend: 'Add downforce first: rows that ride up plant shallow wherever the stop is set.',
  },
  downforceHeavy: {
    label: 'Downforce too heavy',
    mend: 'Take downforce off first: pressed walls and floors hold roots back at any depth.',
  },
  residue: {
    label: 'Residue in the row',
    mend: 'Set row cleaners first: hair-pinned residue keeps seed off the soil.',
  },
};

/** A change of depth with its direction. @example depthChange(0.0127, units) // '½ in deeper' */
export const depthChange = (byM: number, units: Units): string =>
  `${units.show(Math.abs(byM), 'seedDepth')} ${byM > 0 ? 'deeper' : 'shallower'}`;
