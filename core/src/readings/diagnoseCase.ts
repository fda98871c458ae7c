import { CROP_FACTS } from '../crops/index.ts';
import {
  type CaseSigns,
  nextChecks,
  weighCauses,
  EVIDENCE_FACTS,
  type NextCheck,
  type WeighedCause,
  type WeighedSign,
} from '../diagnosis/index.ts';
import type { WeatherMonth } from '../records/index.ts';
import { mean } from '../stats/index.ts';
import { addDays } from '../season/index.ts';
import { daysOfMonths, spellsSince, type Spell } from '../weather/index.ts';
import { cardCells, type CardRecords } from './cardCells.ts';
import { caseSigns } from './caseSigns.ts';
import type { Held } from './held.ts';
import { judgeCard, type PlanterCard } from './readPlanterCard.ts';

/** A planter’s records with the weather of its fields. */
export interface CaseRecords extends CardRecords {
  months: readonly Held<WeatherMonth>[];
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

/** The weather that put one planting’s seeds at risk; null where it was not measured. @example spellsOf(planting, months, stationId) */
export function spellsOf(
  { plantedOn, crop }: { plantedOn: string; crop: keyof typeof CROP_FACTS },
  months: readonly Held<WeatherMonth>[],
  stationId: string | null,
): Spell[] | null {
  const own = months.filter(({ data }) => data.stationId === stationId);
  if (stationId === null || own.length === 0) return null;
  const days = daysOfMonths(own).filter(({ on }) => on >= plantedOn);
  if (days.length === 0) return null;
  const until = addDays(plantedOn, CROP_FACTS[crop].emergenceDays[1]);
  return spellsSince(plantedOn, days, { cold: crop !== 'wheat', until });
}

/** What was recorded of a planter’s plantings, as evidence. Weather counts where the records are of one planting. @example weighCauses(signsOfCase(records)) */
export const signsOfCase = (records: CaseRecords): CaseSigns => readCase(records).signs;

/** The same with the card they were read from. @example isClean(readCase(records).card, causes) */
export function readCase(records: CaseRecords): { card: PlanterCard; signs: CaseSigns } {
  const cells = cardCells(records);
  const card = judgeCard(records.planter.data, cells);
  const [planting, ...others] = records.plantings;
  const stationId =
    records.fields.find(({ id }) => id === planting?.data.fieldId)?.data.stationId ?? null;
  const spells =
    planting && others.length === 0 ? spellsOf(planting.data, records.months, stationId) : null;
  return { card, signs: caseSigns(card, cells, { spells }) };
}

/**
 * Why a planting stands as it does: what was recorded of it, weighed by the causes the app knows.
 *
 * @example diagnoseCase(records).causes[0] // { cause: 'depthStop', rows: [4], probability: 0.97, evidence: […] }
 */
export function diagnoseCase(records: CaseRecords): Diagnosed {
  const { card, signs } = readCase(records);
  const causes = weighCauses(signs);
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
    clean: isClean(card, causes),
  };
}
