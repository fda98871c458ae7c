import {
  CROWN_HOLDS_FROM_M,
  PLACED_APART_M,
  stageName,
  type PlantReading,
  type SharedOut,
  type WalkStand,
} from '@sendero/core';
import type { Units } from '../units/useUnits.ts';
import type { FindingWords } from '../stand/findingWords.ts';
import { FIND_WORDS, LATE_WORDS, ROOT_WORDS } from './digWords.ts';

const percent = (share: number) => `${Math.round(100 * share)} %`;
/** @example shareText({ some: 4, of: 12, share: 1 / 3, lower: 0.13, upper: 0.62 }) // '4 of 12 (95 %: 13 to 62 %)' */
export const shareText = ({ some, of, lower, upper }: SharedOut) =>
  `${some} of ${of} (95 %: ${Math.round(100 * lower)} to ${percent(upper)})`;

/** Found in so few digs, nothing is concluded. */
const FEW = 3;
/** A share whose interval begins above this is more than a stray plant or two. */
const FEW_OF_MANY = 0.05;

/** How even the plants are. */
export function evenWords({ stages }: PlantReading): FindingWords | null {
  const [most] = stages;
  if (!most) return null;
  const { reading, by, behind } = most;
  const even = reading.uniformity.share;
  const words = `${percent(even)} of ${reading.plants} plants stand within one stage of ${stageName(reading.mode, by)} (95 %: ${Math.round(100 * reading.uniformity.lower)} to ${percent(reading.uniformity.upper)}); ${shareText(behind)} lag behind their stop.`;
  return behind.lower > 0.1
    ? {
        tone: 'act',
        says: words,
        next: 'Dig late plants beside their neighbours: placed elsewhere, or held up where they lie?',
      }
    : { tone: even > 0.9 ? 'good' : 'plain', says: words, next: 'Judge evenness before spacing.' };
}

/** What the gaps hold. */
export function gapWords({ gaps }: PlantReading, units: Units): FindingWords[] {
  const [most] = gaps.finds;
  if (!most) return [];
  const words: FindingWords[] = [
    {
      tone: most.name === 'coming' ? 'good' : 'plain',
      says: `Commonest in the gaps dug: ${FIND_WORDS[most.name].key}, ${shareText(most)}. That points to ${FIND_WORDS[most.name].points}.`,
      next:
        gaps.dug < FEW
          ? 'Few were dug: dig more before anything is changed.'
          : 'See whether it keeps to rows (the machine) or to places (the ground).',
    },
  ];
  if (gaps.allowance) {
    const { seeds, failed, expected, beyondAllowance } = gaps.allowance;
    words.push(
      beyondAllowance
        ? {
            tone: 'act',
            says: `${failed} of about ${seeds} seeds rotted or came abnormal: more than the ${units.fixed(expected, 1)} that the tag’s germination explains, tag and walk both taken as estimates.`,
            next: 'Keep some seed of the lot and have it tested; look whether wet or cold ground holds them.',
          }
        : {
            tone: 'good',
            says: `${failed} of about ${seeds} seeds rotted or came abnormal; the tag’s germination alone lets expect ${units.fixed(expected, 1)}: no more than that can be seen.`,
            next: 'No reason in these digs to doubt the seed; they say nothing of the planter.',
          },
    );
  }
  if (gaps.depth?.interval) {
    const [low, high] = gaps.depth.interval;
    const apart = low > 0 || high < 0;
    words.push({
      tone: apart ? 'act' : 'plain',
      says: `In gaps the seed lies ${depthApart(gaps.depth.meanDifference, units)} its neighbours (95 %: ${signed(low, units)} to ${signed(high, units)}, ${gaps.depth.n} pairs).`,
      next: apart
        ? 'Depth goes with the losses: look at the depth of these rows.'
        : 'These pairs tell no difference of depth.',
    });
  }
  return words;
}

/** Why late plants are late. */
export function lateWords({ late }: PlantReading, units: Units): FindingWords[] {
  if (late.dug === 0) return [];
  const words: FindingWords[] = [];
  if (late.placed) {
    const { placed } = late;
    const few = placed.of < FEW;
    words.push({
      tone: !few && placed.lower > 0.2 ? 'act' : 'plain',
      says: `${shareText(placed)} late plants were placed ${units.show(PLACED_APART_M, 'seedDepth')} (default) or more from their neighbour’s depth; the others lie about as deep as theirs.`,
      next: few
        ? 'Few pairs were dug: dig more of them.'
        : placed.lower > 0.5
          ? 'Mostly placement: see which rows, and what holds their depth.'
          : placed.upper < 0.5
            ? 'Mostly not placement: look for crust, cold, dry soil or weak seed.'
            : 'How much of it is placement cannot be told yet: judge row by row, or dig more pairs.',
    });
  }
  if (late.depth?.interval) {
    const [low, high] = late.depth.interval;
    const { lower, higher, p } = late.depth.signTest;
    words.push({
      tone: low > 0 || high < 0 ? 'act' : 'plain',
      says: `Late plants lie ${depthApart(late.depth.meanDifference, units)} their neighbours (95 %: ${signed(low, units)} to ${signed(high, units)}; shallower in ${lower}, deeper in ${higher} of ${late.depth.n} pairs, sign test p ${units.chance(p)}).`,
      next:
        low > 0
          ? 'Deeper: look for bounce, soft spots, or a depth stop set low.'
          : high < 0
            ? 'Shallower: look whether it was dry there, or the opener rode up.'
            : 'These pairs tell no difference of depth on the mean.',
    });
  }
  if (late.tooShallow > 0)
    words.push({
      tone: 'plain',
      says: `${late.tooShallow} of the pairs were reckoned from a crown that sits under ${units.show(CROWN_HOLDS_FROM_M, 'seedDepth')}: there the crown is shallower too, and the depth cannot be told this way.`,
      next: 'Dig younger plants, with their seed on.',
    });
  return words;
}

/** What the roots show. */
export function rootWords({ roots }: PlantReading, units: Units): FindingWords[] {
  const [most] = roots.forms;
  if (!most) return [];
  const many = (form: string) =>
    roots.forms.find(({ name, lower }) => name === form && lower > FEW_OF_MANY);
  const flat = many('flattened');
  const turned = many('turned');
  const words: FindingWords[] = [
    {
      tone: most.name === 'straight' && most.share > 0.8 ? 'good' : 'plain',
      says: `Roots of ${roots.plants} plants: ${roots.forms.map((form) => `${ROOT_WORDS[form.name]} ${shareText(form)}`).join('; ')}.`,
      next: flat
        ? 'Flat along the wall points to a slot that was smeared, planted wet or pressed too hard.'
        : turned
          ? `They turn at a hard layer${roots.turnedAtM === null ? '' : ` ${units.show(roots.turnedAtM, 'seedDepth')} down`}: probe for it between the rows and in the tracks.`
          : 'Too few are turned or flat to speak against the slot.',
    },
  ];
  if (roots.openSlots && roots.openSlots.some > 0)
    words.push({
      tone: roots.openSlots.lower > FEW_OF_MANY ? 'act' : 'plain',
      says: `The slot is open, or opened again, at ${shareText(roots.openSlots)} plants.`,
      next: 'Closing wheels and the wetness at planting: see the trench check.',
    });
  if (roots.smeared && roots.smeared.some > 0)
    words.push({
      tone: roots.smeared.lower > FEW_OF_MANY ? 'act' : 'plain',
      says: `The wall of the slot is smeared at ${shareText(roots.smeared)} plants.`,
      next: 'That points to planting too wet, or pressing too hard: roots follow the wall until it cracks.',
    });
  if (roots.oldRoots && roots.oldRoots.some > 0)
    words.push({
      tone: 'plain',
      says: `An old root ball lies beneath ${shareText(roots.oldRoots)} plants.`,
      next: 'Expect uneven depth over old rows: shift the new rows off them.',
    });
  return words;
}

/** Causes of late plants, for a drawing. */
export const lateBars = ({ late }: PlantReading) =>
  late.causes.map((part) => ({ ...part, says: LATE_WORDS[part.name] }));

/** What the walk costs, as a range. */
export function costWords(
  cost: { total: [number, number]; stand: [number, number]; spacing: [number, number] | null },
  kind: 'cornYield' | 'beanYield',
  units: Units,
): string {
  const range = (of: [number, number]) => units.roughRange(of, kind);
  return `${range(cost.total)}: plants missing and behind ${range(cost.stand)}${cost.spacing ? `, spacing ${range(cost.spacing)}` : ''}.`;
}

/** The expected stand is what a walk is held against. */
export const costBasis = ({ expectedPerM2, denseStand }: WalkStand, units: Units) =>
  units.show(expectedPerM2, units.standKind(denseStand));

const depthApart = (m: number, units: Units) =>
  `${units.show(Math.abs(m), 'depthSpread')} ${m < 0 ? 'shallower than' : 'deeper than'}`;
const signed = (m: number, units: Units) =>
  `${m < 0 ? '−' : '+'}${units.show(Math.abs(m), 'depthSpread')}`;
