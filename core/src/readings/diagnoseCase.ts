import { CROP_FACTS } from '../crops/index.ts';
import {
  EVIDENCE_FACTS,
  nextChecks,
  weighCauses,
  type CaseSigns,
  type Cause,
  type CauseTable,
  type NextCheck,
  type WeighedCause,
  type WeighedSign,
} from '../diagnosis/index.ts';
import type { Field, Planting, WeatherMonth } from '../records/index.ts';
import { addDays } from '../season/index.ts';
import { mean } from '../stats/index.ts';
import { daysOfMonths, spellsSince, type Spell } from '../weather/index.ts';
import { cardCells, type CardCells, type CardRecords } from './cardCells.ts';
import { caseSigns, type ByHand } from './caseSigns.ts';
import type { Held } from './held.ts';
import { judgeCard, type PlanterCard } from './readPlanterCard.ts';

/** What a card is diagnosed with: where its plantings lie, and their weather. */
export interface CaseGround {
  plantings: readonly Held<Planting>[];
  fields: readonly Held<Field>[];
  months: readonly Held<WeatherMonth>[];
}

/** A planter’s records with the weather of its fields. */
export type CaseRecords = CardRecords & CaseGround;

/** A card that was read for what it points to. */
export interface DiagnosedCard {
  signs: CaseSigns;
  /** The likeliest first. */
  causes: WeighedCause[];
  /** The one planting that is looked at; null: several, whose ground and weather are not put together. */
  planting: Held<Planting> | null;
  /** Nothing is likely to be wrong. */
  clean: boolean;
}

export interface Diagnosed {
  /** The likeliest first. */
  causes: {
    cause: string;
    /** null: the machine as a whole, or the field. */
    rows: number[] | null;
    probability: number;
    evidence: { name: string; for: boolean; ratio: number }[];
  }[];
  /** What to look at next, by what it tells for its time. */
  nextChecks: NextCheck[];
  /** Nothing is likely to be wrong. */
  clean: boolean;
}

/** From this probability on something is taken to be there. A default. */
export const LIKELY = 0.5;

/** A stand below this share of the expected one is something wrong, whatever nobody found of it. A default. */
const SOUND_STAND = 0.9;

/** Asked about where several plantings are looked at: their grounds and weathers are not put together. */
const OF_MACHINE: readonly Cause['scope'][] = ['row', 'tracks', 'machine'];

/**
 * Whether nothing is likely to be wrong: no cause is, and the stand is about what was expected.
 *
 * @example isClean(card, causes) // false where a third of the plants is missing and nobody dug
 */
export function isClean(
  { measures }: Pick<PlanterCard, 'measures'>,
  causes: readonly Pick<WeighedCause, 'probability'>[],
): boolean {
  const stand = measures.find(({ measure }) => measure === 'stand');
  return (
    causes.every(({ probability }) => probability < LIKELY) &&
    (stand === undefined || mean(stand.cells.map(({ value }) => value))! >= SOUND_STAND)
  );
}

/** The weather that put a planting’s seeds at risk; null where it was not measured. */
function spellsOf(
  { fieldId, plantedOn, crop }: Planting,
  { fields, months }: Pick<CaseGround, 'fields' | 'months'>,
): Spell[] | null {
  const stationId = fields.find(({ id }) => id === fieldId)?.data.stationId ?? null;
  const own = months.filter(({ data }) => data.stationId === stationId);
  const days = daysOfMonths(own).filter(({ on }) => on >= plantedOn);
  if (days.length === 0) return null;
  const until = addDays(plantedOn, CROP_FACTS[crop].emergenceDays[1]);
  return spellsSince(plantedOn, days, { cold: crop !== 'wheat', until });
}

/**
 * What a card points to: its signs, those of its ground and weather where one planting is looked at, and what people saw themselves, weighed by the
 * causes the app knows or a workspace’s own.
 *
 * @param faultyShare share of plantings with something wrong; left out: the default
 * @example diagnoseCard(card, cells, ground).causes[0]?.cause // 'depthStop'
 */
export function diagnoseCard(
  card: PlanterCard,
  cells: CardCells,
  ground: CaseGround,
  {
    byHand = [],
    table,
    faultyShare,
  }: { byHand?: readonly ByHand[]; table?: CauseTable; faultyShare?: number } = {},
): DiagnosedCard {
  const [only, ...others] = card.plantingIds;
  const planting = (others.length === 0 && ground.plantings.find(({ id }) => id === only)) || null;
  const spells = planting && spellsOf(planting.data, ground);
  const signs = caseSigns(card, cells, { spells, byHand });
  const causes = weighCauses(signs, {
    ...(planting ? {} : { scopes: OF_MACHINE }),
    causes: table,
    faultyShare,
  });
  return { signs, causes, planting, clean: isClean(card, causes) };
}

/** The same from records. @example readCase(records).clean // true */
export function readCase(records: CaseRecords): DiagnosedCard {
  const cells = cardCells(records);
  return diagnoseCard(judgeCard(records.planter.data, cells), cells, records);
}

/**
 * Why a planting stands as it does: what was recorded of it, weighed by the causes the app knows.
 *
 * @example diagnoseCase(records).causes[0] // { cause: 'depthStop', rows: [4], probability: 0.97, evidence: […] }
 */
export function diagnoseCase(records: CaseRecords): Diagnosed {
  const { causes, clean } = readCase(records);
  const evidence = ({ sign, seen, ratio }: WeighedSign) => ({
    name: sign === null ? 'check' : EVIDENCE_FACTS[sign][seen === 'not' ? 'absent' : 'says'],
    for: ratio > 1,
    ratio,
  });
  return {
    causes: causes.map(({ cause, rows, probability, speaksFor, speaksAgainst }) => ({
      cause,
      rows,
      probability,
      evidence: [...speaksFor, ...speaksAgainst].map(evidence),
    })),
    nextChecks: nextChecks(causes),
    clean,
  };
}
