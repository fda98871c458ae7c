import type { QuantityKind } from '../units/index.ts';
import { CROP_FACTS } from '../crops/index.ts';
import { MEASURE_FACTS, type CardMeasure } from '../planter/index.ts';
import type { AlikeFinding, DriftFinding, Spread } from './cardPatterns.ts';
import type { CardGrade, GradePart } from './cardGrade.ts';
import type { CardFinding, CardRow, MachineFinding, PatternFinding } from './readPlanterCard.ts';
import { listed, lower, rowsText } from './rowsText.ts';
import type { CropCost } from './rowCost.ts';
import type { WorkProof } from './proveWork.ts';
import type { RowGaps } from './rowGaps.ts';

/** How a person sees a figure, with its unit. */
export type Show = (value: number, kind: QuantityKind) => string;

/** What each measure is called where it stands beside its rows. */
export const MEASURE_WORDS: Record<CardMeasure, { name: string; means: string }> = {
  depth: { name: 'Depth', means: 'mean depth less the depth aimed for' },
  depthSpread: { name: 'Depth spread', means: 'SD of depth within the row' },
  contact: { name: 'Poor contact', means: 'share of furrows where seed has no tight contact' },
  closing: { name: 'Poor closing', means: 'share of furrows not closed and firm' },
  feed: { name: 'Filled singly', means: 'share of places with one plant' },
  skips: { name: 'Empty places', means: 'share of places without a plant' },
  doubles: { name: 'Doubles', means: 'share of places with two plants' },
  scatter: { name: 'Scatter', means: 'SD of single spacings, of the target spacing' },
  monitor: { name: 'Monitor', means: 'what the cab shows against what was dug' },
  emergence: { name: 'Half up', means: 'hours from planting until half were up' },
  emergenceSpread: {
    name: 'Spread of coming up',
    means: 'hours from one in ten up to nine in ten',
  },
  stand: { name: 'Stand', means: 'plants against the expected live stand' },
  late: { name: 'Late plants', means: 'share of plants a stage or more behind' },
  digs: { name: 'Planter’s own', means: 'share of gaps and late plants dug that it made' },
};

export const GRADE_WORDS: Record<GradePart, string> = {
  depth: 'Seeds at depth',
  furrow: 'Furrows tight and closed',
  feed: 'Places filled singly',
  stand: 'Stand that should be there',
  evenness: 'Plants in step',
};

/** Measures that have a unit of people’s own; the others are shares, or hours. */
const KIND: Partial<Record<CardMeasure, QuantityKind>> = {
  depth: 'seedDepth',
  depthSpread: 'depthSpread',
};

/** A figure of a measure as it is spoken. @example measureText('late', 0.21, show) // '21 %' */
export function measureText(measure: CardMeasure, value: number, show: Show): string {
  const kind = KIND[measure];
  if (kind) return show(value, kind);
  if (MEASURE_FACTS[measure].unit === 'hours') return `${Math.round(value)} h`;
  return `${Math.round(100 * value)} %`;
}

/** A difference without its sign. */
function apart(measure: CardMeasure, difference: number, show: Show): string {
  const kind = KIND[measure];
  const size = Math.abs(difference);
  if (kind) return show(size, kind);
  if (MEASURE_FACTS[measure].unit === 'hours') return `${Math.round(size)} h`;
  return `${Math.round(100 * size)} points`;
}

/** What a difference is a difference in, after its size. */
const MORE: Record<CardMeasure, { above: string; below: string }> = {
  depth: { above: 'deeper', below: 'shallower' },
  depthSpread: { above: 'more spread of depth', below: 'less spread of depth' },
  contact: { above: 'more furrows with poor contact', below: 'fewer furrows with poor contact' },
  closing: { above: 'more furrows badly closed', below: 'fewer furrows badly closed' },
  feed: { above: 'more places filled singly', below: 'fewer places filled singly' },
  skips: { above: 'more empty places', below: 'fewer empty places' },
  doubles: { above: 'more doubles', below: 'fewer doubles' },
  scatter: { above: 'more scatter of spacing', below: 'less scatter of spacing' },
  monitor: { above: 'more shown than dropped', below: 'less shown than dropped' },
  emergence: { above: 'later half up', below: 'earlier half up' },
  emergenceSpread: { above: 'longer in coming up', below: 'shorter in coming up' },
  stand: { above: 'thicker', below: 'thinner' },
  late: { above: 'more late plants', below: 'fewer late plants' },
  digs: {
    above: 'more gaps and late plants of the planter’s own making',
    below: 'fewer gaps and late plants of the planter’s own making',
  },
};

/** The interval of a difference, both ends to the side it lies. */
function between(
  measure: CardMeasure,
  difference: number,
  interval: readonly [number, number] | null,
  show: Show,
): string {
  if (!interval) return '';
  const [near, far] = difference < 0 ? [-interval[1], -interval[0]] : interval;
  const [low, high] = [near, far].map((value) =>
    Number.isFinite(value) ? apart(measure, Math.max(0, value), show) : null,
  );
  // Too few plants to say how much at most, or anything at all.
  if (high === null) return low === null || near <= 0 ? '' : ` (95 %: at least ${low})`;
  return ` (95 %: ${joined(low!, high!)})`;
}

/** @example findingText({ measure: 'depth', side: 'below', … }, show) // '¾ in too shallow (95 %: ½ to 1 in)' */
export function findingText(
  { measure, against, side, difference, interval }: CardFinding,
  show: Show,
): string {
  const size = apart(measure, difference, show);
  const sure = between(measure, difference, interval, show);
  if (measure === 'depth' && against === 'target')
    return `${size} too ${side === 'above' ? 'deep' : 'shallow'}${sure}`;
  return `${size} ${MORE[measure][side]}${sure}`;
}

/** What is said of gaps that come again. @example gapsText(row.gaps) // 'a gap every 24 seeds, 7 of its 23' */
export const gapsText = ({ repeating }: RowGaps): string | null =>
  repeating &&
  `a gap at every ${repeating.cells}th seed (${repeating.missesInPhase} of its ${repeating.misses}; by chance in ${repeating.pValue < 0.001 ? 'under 1 of 1,000' : `${Math.max(1, Math.round(1000 * repeating.pValue))} of 1,000`} rows): a dead or damaged cell`;

/** Everything a row is named for, in one sentence; null where it is named for nothing. @example rowSentence(card.rows[3], show) // 'Row 4: ¾ in too shallow, and 22 points thinner.' */
export function rowSentence({ row, findings, gaps }: CardRow, show: Show): string | null {
  const parts = findings.map((finding) => findingText(finding, show));
  const again = gaps && gapsText(gaps);
  if (again) parts.push(again);
  // What one field shows may be the field's: it is said of this field alone.
  const where =
    new Set(findings.flatMap((one) => one.plantingIds)).size === 1 ? ', in this field' : '';
  return parts.length === 0 ? null : `Row ${row}${where}: ${listed(parts)}.`;
}

/** The first thing a row is named for, and how many more. @example findingsShort(card.rows[3], show) // '¾ in too shallow, and 3 more' */
export function findingsShort({ findings, gaps }: CardRow, show: Show): string {
  const parts = findings.map((finding) => findingText(finding, show));
  if (gaps?.repeating) parts.push(`a gap at every ${gaps.repeating.cells}th seed`);
  const more = parts.length - 1;
  return `${parts[0] ?? 'nothing told'}${more > 0 ? `, and ${more} more` : ''}`;
}

/** The same as a line of a list. @example rowShort(card.rows[3], show) // 'Row 4: ¾ in too shallow, and 3 more' */
export const rowShort = (row: CardRow, show: Show): string =>
  `Row ${row.row}: ${findingsShort(row, show)}`;

/** Where a finding comes from. @example seenText(finding) // 'against its sisters, at 18 places in 2 fields' */
export const seenText = ({ against, places, plantingIds, check }: CardFinding): string =>
  check
    ? 'by one check: another place tells whether it is the row'
    : `against ${against === 'target' ? 'what it should be' : 'its sisters'}, at ${places} places in ${plantingIds.length === 1 ? 'this field' : `${plantingIds.length} fields`}`;

const GROUP: Record<PatternFinding['pattern'], (rows: readonly number[]) => string> = {
  tracks: (rows) => `${rowsText(rows)}, behind the tyres,`,
  half: (rows) => `The left half (${rowsText(rows).toLowerCase()})`,
  wings: (rows) => `The wings (${rowsText(rows).toLowerCase()})`,
  section: (rows) => `The section of ${rowsText(rows).toLowerCase()}`,
};

/** @example patternText(pattern, show) // 'Rows 6 and 7, behind the tyres, have 13 points more late plants than the others (95 %: 8 to 17 points).' */
export function patternText(
  { pattern, rows, measure, difference, interval }: PatternFinding,
  show: Show,
): string {
  const side = difference > 0 ? 'above' : 'below';
  const verb = pattern === 'tracks' || pattern === 'wings' ? 'show' : 'shows';
  return `${GROUP[pattern](rows)} ${verb} ${apart(measure, difference, show)} ${MORE[measure][side]} than the others${between(measure, difference, interval, show)}.`;
}

/** @example driftText(driftsOf(card)[0], show) // 'Through the day all rows went ⅜ in shallower in 5 hours (95 %: ¼ to ½ in).' */
export function driftText({ measure, change, interval, hours }: DriftFinding, show: Show): string {
  const side = change > 0 ? 'above' : 'below';
  const h = Math.round(hours);
  return `Through the day all rows went ${apart(measure, change, show)} ${MORE[measure][side]} in ${h === 1 ? 'an hour' : `${h} hours`}${between(measure, change, interval, show)}.`;
}

/** @example alikeText(alikeRows(card)[0]) // 'Rows beside each other are alike in depth …' */
export const alikeText = ({ measure, p }: AlikeFinding): string =>
  `Rows beside each other are alike in ${lower(MEASURE_WORDS[measure].name)}, more than chance makes them (p ${p < 0.001 ? 'below 0.001' : p.toFixed(3)}): look for what they share, frame, hose or wheel, before single units.`;

/** Where a row’s finding shows; null where it was seen at one place alone. @example spreadText(spreadOf(places)) // 'At every one of 6 places.' */
export function spreadText({ is, of, passes }: Spread): string | null {
  if (of < 2) return null;
  const places =
    is === of
      ? `At every one of its ${of} places`
      : is === 0
        ? `At none of its ${of} places by itself: over all of them`
        : is === 1
          ? `At one of its ${of} places`
          : `At ${is} of its ${of} places`;
  if (!passes) return `${places}.`;
  return `${places}, ${
    passes.is === passes.of
      ? `in each of ${passes.of} passes`
      : passes.only !== null
        ? `in pass ${passes.only} alone of ${passes.of}`
        : `in ${passes.is} of ${passes.of} passes`
  }.`;
}

/** @example machineText(card.machine[0], show) // 'The machine as a whole plants ¾ in too deep.' */
export function machineText(
  { measure, value, target, interval, insideWindow }: MachineFinding,
  show: Show,
): string {
  const off = value - target;
  const sure = between(
    measure,
    off,
    interval && [interval[0] - target, interval[1] - target],
    show,
  );
  if (insideWindow)
    return `The machine as a whole plants ${apart(measure, off, show)} ${off > 0 ? 'deeper' : 'shallower'} than its target${sure}, inside the recommended window: no correction is needed.`;
  return `The machine as a whole plants ${apart(measure, off, show)} too ${off > 0 ? 'deep' : 'shallow'}${sure}.`;
}

/** What would raise the grade most. @example raiseText(card.grade) // 'Rows 4 and 6 like their sisters: 3 points more (seeds at depth).' */
export const raiseText = ({ raise }: CardGrade): string | null =>
  raise &&
  `${rowsText(raise.rows)} as good as ${raise.rows.length === 1 ? 'its' : 'their'} sisters: ${raise.by < 1.5 ? '1 point' : `${Math.round(raise.by)} points`} more (${GRADE_WORDS[raise.part].toLowerCase()}).`;

const PROOF_WORDS: Record<WorkProof['proof'], string> = {
  worked: 'It worked',
  didNot: 'It did not work',
  cannotTell: 'Cannot tell yet',
  notSeen: 'Not seen since',
};

/** What is said of a repair. @example proofText('depth', proof, show) // 'It worked: ½ in too shallow before, on target since, 8 seeds.' */
export function proofText(
  measure: CardMeasure,
  { proof, before, after, more, tolerance }: WorkProof,
  show: Show,
): string {
  const figure = (one: WorkProof['after']) => {
    if (!one) return 'not measured';
    const side = one.difference > 0 ? 'above' : 'below';
    if (Math.abs(one.difference) <= tolerance / 2)
      return measure === 'depth' ? 'on target' : 'like its sisters';
    const size = apart(measure, one.difference, show);
    return measure === 'depth'
      ? `${size} too ${side === 'above' ? 'deep' : 'shallow'}`
      : `${size} ${MORE[measure][side]}`;
  };
  const of = measure === 'depth' ? 'seeds' : 'places';
  const next =
    proof !== 'cannotTell'
      ? ''
      : more
        ? ` ${more[0] === more[1] ? more[0] : `${more[0]} to ${more[1]}`} more ${of} should tell.`
        : ' It lies so near the edge of the tolerance that more will not tell.';
  return after
    ? `${PROOF_WORDS[proof]}: ${figure(before)} before, ${figure(after)} since, ${after.n} ${of}.${next}`
    : `${PROOF_WORDS[proof]}.`;
}

/** What rows cost, crop by crop, to two digits. @example costText(costs, units, 1) // '9.1 to 21 bu/ac of corn on the 17 ac it planted: 160 to 360 bu' */
export function costText(
  costs: readonly CropCost[],
  { show, rough }: { show: Show; rough: Show },
  rows: number,
): string {
  return listed(
    costs.map(({ crop, areaM2, kgPerM2, kg, money }) => {
      const { yieldKind, label } = CROP_FACTS[crop];
      const mass = yieldKind === 'cornYield' ? 'cornMass' : 'beanMass';
      const range = ([low, high]: readonly [number, number], kind: QuantityKind) =>
        joined(rough(low, kind), rough(high, kind));
      const worth = money
        ? `, ${joined(Math.round(money[0]).toLocaleString('en'), Math.round(money[1]).toLocaleString('en'))} in your money`
        : '';
      return `${range(kgPerM2, yieldKind)} of ${label.toLowerCase()} on the ${show(areaM2, 'area')} ${rows === 1 ? 'it' : 'they'} planted: ${range(kg, mass)}${worth}`;
    }),
  );
}

/** “8 to 17 points”: the unit stands once. */
function joined(low: string, high: string): string {
  if (low === high) return high;
  const [, unit] = /^\S+(\s.*)$/.exec(high) ?? [];
  return `${unit && low.endsWith(unit) ? low.slice(0, -unit.length) : low} to ${high}`;
}
