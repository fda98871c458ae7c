import type { Crop } from '../crops/index.ts';
import { stageStep } from '../staging/index.ts';
import { SIGNS, type Sign } from './signNames.ts';

export interface SignFacts {
  /** What one sees, as it is tapped. */
  label: string;
  family: 'animal' | 'disease' | 'chemical' | 'weather' | 'nothing';
  crops: readonly Crop[];
  /** The last stage of the crop it is looked for at; left out: any. */
  until?: Partial<Record<Crop, string>>;
  pointsTo: string;
  couldBe: string;
  /** The check that settles it. */
  settles: string;
  /** Signs taken for it, or it for them. */
  besides: readonly Sign[];
}

const ALL: readonly Crop[] = ['corn', 'soybean', 'wheat'];
const YOUNG = { corn: 'V6', soybean: 'V4', wheat: '30' };

export const SIGN_FACTS: Record<Sign, SignFacts> = {
  cut: {
    label: 'cut off at the ground',
    family: 'animal',
    crops: ['corn', 'soybean'],
    until: YOUNG,
    pointsTo: 'cutworm',
    couldBe: 'birds, rabbits, a blowing crust',
    settles: 'Dig 2 in (5 cm) around a fresh one at dusk: the worm lies curled beside it.',
    besides: ['pulled'],
  },
  ragged: {
    label: 'ragged leaves or cotyledons, slime',
    family: 'animal',
    crops: ALL,
    until: YOUNG,
    pointsTo: 'slugs, under heavy residue',
    couldBe: 'hail, leaf beetles',
    settles: 'Look under residue at dawn, or lay a board and look the next morning.',
    besides: ['hailed', 'holes'],
  },
  holes: {
    label: 'round holes in leaves',
    family: 'animal',
    crops: ['soybean', 'wheat'],
    pointsTo: 'leaf beetles',
    couldBe: 'slugs, hail',
    settles: 'Walk up against the sun: beetles drop when they are come near.',
    besides: ['ragged'],
  },
  wilting: {
    label: 'wilting, tunnel in the stem base or seed',
    family: 'animal',
    crops: ['corn', 'wheat'],
    until: YOUNG,
    pointsTo: 'wireworm or a seed maggot',
    couldBe: 'damping-off, dry soil',
    settles: 'Split the base below ground and sift a spade of soil.',
    besides: ['softBrown'],
  },
  rootsEaten: {
    label: 'roots missing, plant comes out easily',
    family: 'animal',
    crops: ALL,
    pointsTo: 'grubs, more in light soil',
    couldBe: 'root rot, roots pruned by herbicide',
    settles: 'Dig a cube of a spade’s width around the plant and count them.',
    besides: ['softBrown', 'rootsClubbed'],
  },
  pulled: {
    label: 'pulled out, seed gone',
    family: 'animal',
    crops: ALL,
    until: { corn: 'V3', soybean: 'VC', wheat: '13' },
    pointsTo: 'birds, easier where seed is shallow',
    couldBe: 'cutworm, rodents',
    settles: 'Measure the depth of what stands beside it; look for tracks.',
    besides: ['cut', 'dug'],
  },
  dug: {
    label: 'holes dug along the row',
    family: 'animal',
    crops: ALL,
    until: { corn: 'V3', soybean: 'VC', wheat: '13' },
    pointsTo: 'rodents',
    couldBe: 'birds',
    settles: 'Follow the row to the edge: rodents begin at cover.',
    besides: ['pulled'],
  },
  aphids: {
    label: 'aphids on leaves or stems',
    family: 'animal',
    crops: ['soybean', 'wheat'],
    pointsTo: 'aphids',
    couldBe: 'their cast skins alone',
    settles: 'Count on ten plants, and again in a week: are there more?',
    besides: [],
  },
  softBrown: {
    label: 'soft brown roots or mesocotyl',
    family: 'disease',
    crops: ALL,
    until: YOUNG,
    pointsTo: 'a rot of cool wet soil (Pythium)',
    couldBe: 'saturated ground alone, wireworm',
    settles: 'Wash the roots: the rind slips off. Which one it is belongs to a laboratory.',
    besides: ['wilting', 'waterSoaked'],
  },
  waterSoaked: {
    label: 'limp, water-soaked stem',
    family: 'disease',
    crops: ['soybean'],
    pointsTo: 'damping-off of wet heavy soil (Phytophthora)',
    couldBe: 'Pythium, frost',
    settles: 'See whether it follows low heavy ground. A laboratory names it.',
    besides: ['frosted', 'softBrown'],
  },
  redLesion: {
    label: 'red-brown sunken spot at the soil line',
    family: 'disease',
    crops: ['soybean', 'wheat'],
    pointsTo: 'Rhizoctonia',
    couldBe: 'heat or wind damage of the stem',
    settles: 'Cut across: the spot stays in the rind at first.',
    besides: ['crownBrown'],
  },
  crownBrown: {
    label: 'brown or pink crown and lower roots',
    family: 'disease',
    crops: ALL,
    pointsTo: 'Fusarium',
    couldBe: 'old age of seed roots, which is natural',
    settles: 'Split the crown: a sound one is white. A laboratory names it.',
    besides: ['firstLeaves', 'redLesion'],
  },
  rootsClubbed: {
    label: 'short thick roots, side roots missing',
    family: 'chemical',
    crops: ALL,
    pointsTo: 'herbicide on roots set too shallow, or carry-over',
    couldBe: 'a hard layer, grubs',
    settles: 'Compare a strip that was missed by the sprayer; measure the crown’s depth.',
    besides: ['rootsEaten'],
  },
  tipsBurnt: {
    label: 'root tips brown on one side',
    family: 'chemical',
    crops: ['corn', 'soybean'],
    until: YOUNG,
    pointsTo: 'salt of starter too close to the seed',
    couldBe: 'dry soil on that side',
    settles: 'Dig a plant where the starter ran out.',
    besides: ['rootsClubbed'],
  },
  frosted: {
    label: 'leaves dark, then straw-coloured',
    family: 'weather',
    crops: ALL,
    pointsTo: 'frost; young corn grows again from below ground',
    couldBe: 'spray, wind',
    settles: 'Wait 3 to 5 days and split the growing point: firm and white lives.',
    besides: ['waterSoaked'],
  },
  hailed: {
    label: 'leaves torn, stems bruised',
    family: 'weather',
    crops: ALL,
    pointsTo: 'hail or blowing sand',
    couldBe: 'slugs, animals',
    settles:
      'Look at both sides of a post: hail and sand come from one. Recount after 3 to 5 days.',
    besides: ['ragged'],
  },
  tightWhorl: {
    label: 'tightly wrapped, pale, bent whorl',
    family: 'nothing',
    crops: ['corn'],
    pointsTo: 'a growth spurt',
    couldBe: 'herbicide injury, when plants stay wrapped',
    settles: 'Nothing to do: it unrolls by itself, without loss. Look again in a week.',
    besides: ['rootsClubbed'],
  },
  purple: {
    label: 'purple seedlings',
    family: 'nothing',
    crops: ['corn'],
    until: YOUNG,
    pointsTo: 'cold nights',
    couldBe: 'roots held back by a hard wall or little phosphorus, when it stays after warm days',
    settles: 'Nothing to do: it greens in warm weather. Where it stays, dig the roots.',
    besides: ['rootsEaten'],
  },
  firstLeaves: {
    label: 'first leaves dying off',
    family: 'nothing',
    crops: ALL,
    pointsTo: 'age: the first leaves go by nature',
    couldBe: 'disease, when the newest leaves die too',
    settles: 'Nothing to do, while the newest leaves are green.',
    besides: ['crownBrown'],
  },
};

/**
 * Signs to look for in a crop at a stage; what needs nothing is among them, beside what it is taken for.
 *
 * @param stage of its plants; null: not known, and none is left out
 * @example signsOf('corn', 'V8').includes('cut') // false
 */
export function signsOf(crop: Crop, stage: string | null): Sign[] {
  const step = stage === null ? null : stageStep(crop, stage);
  return SIGNS.filter((sign) => {
    const { crops, until } = SIGN_FACTS[sign];
    const last = until?.[crop];
    const over = last !== undefined && step !== null && step > stageStep(crop, last)!;
    return crops.includes(crop) && !over;
  });
}
