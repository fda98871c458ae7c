import { CROP_FACTS } from '../crops/index.ts';
import { depthWindow } from '../depth/index.ts';
import {
  outermostCrossing,
  STILL_IMPROVES,
  TRIAL_MEASURE_FACTS,
  TRIAL_QUESTION_FACTS,
} from '../trials/index.ts';
import type { QuantityKind } from '../units/index.ts';
import type { AgainstCheck, TrialAnswer } from './answerTrial.ts';
import type { Show } from './cardWords.ts';
import { trialMeasureKind, type TrialReading } from './readTrial.ts';
import { inHundred } from './replantWords.ts';
import { bySitesAlone, type TrialsTogether } from './trialsTogether.ts';

/** A figure of a measure as people say it. */
const figure = (
  value: number,
  { measure }: Pick<TrialAnswer, 'measure'>,
  { planting }: Pick<TrialReading, 'planting'>,
  show: Show,
): string => {
  const kind: QuantityKind | null = trialMeasureKind(measure, planting.data.crop);
  return kind ? show(value, kind) : `${Math.round(value)} h`;
};

/** What a trial asks, in few words. @example trialTitle(reading.trial.data) // 'Planting depth × downforce' */
export const trialTitle = ({
  asks,
  factors,
}: Pick<TrialReading['trial']['data'], 'asks' | 'factors'>): string => {
  if (asks) return asks;
  const [first, second] = factors.map(({ question }) => TRIAL_QUESTION_FACTS[question].label);
  return second ? `${first} × ${second.toLowerCase()}` : first!;
};

/** Why one strip of each names no winner. */
export const DEMONSTRATION_WORDS =
  'One strip of each is a demonstration: what lies between two strips may be the ground they stand on, and nothing here tells that apart. So it shows figures and names no winner. Two or more strips of each, drawn by lot, can answer.';

const better = ({ measure }: TrialAnswer, difference: number) => {
  const { more } = TRIAL_MEASURE_FACTS[measure];
  return more === false ? difference < 0 : difference > 0;
};

/** Of those held against the check, the one that does best by the measure. */
export function bestAgainst(answer: TrialAnswer): AgainstCheck | null {
  const { more } = TRIAL_MEASURE_FACTS[answer.measure];
  return (more === false ? answer.against.at(-1) : answer.against[0]) ?? null;
}

const told = ({ interval: [low, high] }: AgainstCheck) => low > 0 || high < 0;

/**
 * The answer in a sentence a grower understands, and how far it may be off.
 *
 * @example trialSentence(answer, reading, show)
 * // '2½ in bore 9.4 bu/ac more than 2 in: between 2.1 and 16.7 bu/ac, more than chance makes.'
 */
export function trialSentence(answer: TrialAnswer, reading: TrialReading, show: Show): string {
  const say = (value: number) => figure(value, answer, reading, show);
  if (answer.analysis.kind === 'demonstration') {
    const [first, second] = answer.analysis.treatments;
    return `${upper(first!.treatment)} showed ${say(first!.mean)}, ${second!.treatment} ${say(second!.mean)}. No winner can be named: ${lower(answer.analysis.reason)}`;
  }
  const best = bestAgainst(answer);
  const verb = answer.measure === 'yield' ? 'bore' : 'showed';
  if (!best) return 'The check has no figure yet: without it nothing can be held against it.';
  const check = reading.check.label;
  const size = (one: AgainstCheck) =>
    `${say(Math.abs(one.difference))} ${one.difference < 0 ? 'less' : 'more'} than ${check}`;
  const range = ({ interval: [low, high] }: AgainstCheck) =>
    low > 0 || high < 0
      ? `between ${say(Math.min(Math.abs(low), Math.abs(high)))} and ${say(Math.max(Math.abs(low), Math.abs(high)))}`
      : `between ${say(-low)} less and ${say(high)} more`;
  if (told(best) && better(answer, best.difference))
    return `${upper(best.treatment.label)} ${verb} ${size(best)}: ${range(best)}, more than chance makes.`;
  const worse = answer.against.filter((one) => told(one) && !better(answer, one.difference));
  if (worse.length > 0 && worse.length === answer.against.length)
    return `Nothing did better than ${check}: ${best.treatment.label} ${verb} ${size(best)}, ${range(best)}.`;
  const can = answer.canTell === null ? '' : ` These strips can tell about ${say(answer.canTell)}.`;
  return `Nothing is told from ${check}: ${best.treatment.label} ${verb} ${size(best)}, ${range(best)}.${can}`;
}

/** What that is in money, over the check; null without a price. */
export function trialMoneySentence(
  answer: TrialAnswer,
  reading: TrialReading,
  show: Show,
): string | null {
  const best = answer.against
    .filter(({ money }) => money !== null)
    .sort((a, b) => b.money!.perM2 - a.money!.perM2)[0];
  if (!best?.money) return null;
  const { perM2, interval, probability, breakEvenPricePerKg } = best.money;
  const money = (value: number) =>
    `${value < 0 ? '−' : ''}${show(Math.abs(value), 'moneyPerArea')}`;
  const price =
    breakEvenPricePerKg === null
      ? ''
      : ` It pays from ${show(breakEvenPricePerKg, CROP_FACTS[reading.planting.data.crop].priceKind)} on.`;
  return `In money ${best.treatment.label} returns ${money(perM2)} over ${reading.check.label}, between ${money(interval[0])} and ${money(interval[1])}; the chance that it returns more is ${inHundred(probability)}.${price}`;
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Where the best level lies, by the curve through all of them; null without a curve. */
export function trialResponseSentence(
  answer: TrialAnswer,
  reading: TrialReading,
  show: Show,
): string | null {
  const { response } = answer;
  const { question } = reading.trial.data.factors[0]!;
  const { kind, label } = TRIAL_QUESTION_FACTS[question];
  if (!response || !kind) return null;
  if (response.p > 0.05)
    return `No clear response to ${label.toLowerCase()} over the levels tested.`;
  if (!answer.responseHolds)
    return 'The levels do not follow a simple curve: compare them pair by pair instead.';
  const { x, interval, atEdge } = response.optimum;
  const at = (value: number) => show(value, kind);
  const range = (of: readonly [number, number] | null) =>
    of ? ` (95 % range ${at(of[0])} to ${at(of[1])})` : '';
  const pays = response.economicOptimum;
  const profitable = pays
    ? ` Most profitable level: about ${at(pays.x)}${range(pays.interval)}.`
    : '';
  if (atEdge) return `${edgeSentence(answer, reading, at)}${profitable}`;
  const best = `Best level: about ${at(x)}${range(interval)}.`;
  return `${best}${interval ? '' : ' These strips cannot say how far from it the best may be.'}${profitable}`;
}

/** The best level is the lowest or highest that was tested. */
function edgeSentence(
  { response }: TrialAnswer,
  reading: TrialReading,
  at: (value: number) => string,
): string {
  const { optimum, edge } = response!;
  const end = edge!.at === 'low' ? 'lowest' : 'highest';
  const best = `Best of the levels tested: ${at(optimum.x)}, the ${end}.`;
  const limits = levelLimits(reading);
  const atLimit = limits && (edge!.at === 'low' ? optimum.x <= limits[0] : optimum.x >= limits[1]);
  if (atLimit)
    return `${best} It is also the limit that is advised for ${CROP_FACTS[reading.planting.data.crop].label.toLowerCase()}: do not go beyond it.`;
  return edge!.p <= STILL_IMPROVES
    ? `${best} It still improves there: test ${edge!.at === 'low' ? 'lower' : 'higher'} levels too.`
    : `${best} Whether going beyond it is better is not clear.`;
}

/** Levels that are advised for the crop, SI; null where the question has no such limits. */
function levelLimits({ trial, planting }: TrialReading): readonly [number, number] | null {
  const { crop } = planting.data;
  const { question } = trial.data.factors[0]!;
  if (question === 'depth') return depthWindow(crop);
  if (question === 'rate') return CROP_FACTS[crop].usual.seedsPerM2;
  return question === 'rowWidth' ? CROP_FACTS[crop].usual.rowWidthM : null;
}

/** What is best given furrow moisture: where two levels change places; null where moisture tells nothing. */
export function trialMoistureSentence(
  { covariate }: Pick<TrialAnswer, 'covariate'>,
  show: Show,
): string | null {
  if (!covariate) return null;
  const { p } = covariate.interaction;
  if (p > 0.05) return 'Whether another level is best in moister furrows these strips do not tell.';
  const crossing = outermostCrossing(covariate);
  if (!crossing) return null;
  const at = (value: number) => show(value, 'content');
  const range = crossing.interval
    ? ` (between ${at(crossing.interval[0])} and ${at(crossing.interval[1])})`
    : '';
  return `It depends on the furrow: below ${at(crossing.at)} of water${range} ${crossing.below} bears more, above it ${crossing.above}. Read years together by their moisture, not by their means.`;
}

/** What the two factors of a trial do together; null with one. */
export function trialFactorsSentence({ factors, splitPlot }: TrialAnswer): string | null {
  const both = factors ?? splitPlot;
  if (!both) return null;
  return both.interaction.matters
    ? 'What one factor does depends on the level of the other: read each combination by itself, not the means over them.'
    : 'Neither factor changes what the other does, as far as these strips tell: each may be read over the levels of the other.';
}

/** What was seen when the strips themselves were looked at, in sentences. */
export function trialLookSentences(
  answer: TrialAnswer,
  reading: TrialReading,
  show: Show,
): string[] {
  const { looked } = answer;
  if (!looked) return [];
  const say = (value: number) => figure(value, answer, reading, show);
  return [
    ...looked.outliers.map(
      (i) =>
        `Strip ${answer.plots[i]!.number} lies ${say(Math.abs(looked.residuals[i]!))} ${looked.residuals[i]! < 0 ? 'below' : 'above'} what block and treatment let expect: look up what happened there. It is counted all the same.`,
    ),
    ...(looked.trend && looked.trend.p < 0.05
      ? [
          `The ground ${looked.trend.perPlace < 0 ? 'falls' : 'rises'} by ${say(Math.abs(looked.trend.perPlace))} a strip across the field: look at the answer adjusted by pass order too.`,
        ]
      : []),
  ];
}

/** The running answer to a question over sites and years, and how far it may be trusted. */
export function togetherSentence(
  { sites, overall, check, read, own: single }: TrialsTogether,
  measure: TrialAnswer['measure'],
  show: Show,
): string {
  if (!sites || read.length === 0)
    return 'Nothing to combine yet. One strip of each at a single site cannot be tested: add a second site, or more strips of each.';
  if (single)
    return `${trialSentence(single, read[0]!, show)} One site and year says nothing of the next.`;
  const { signed, range, span } = differenceWords({ measure }, read[0]!, show);
  const most = mostDifferent(overall);
  if (!most)
    return 'No strip of the check has a yield yet. Enter one to compare the other treatments with it.';
  const { level, difference, interval, atNewSite } = most;
  const unclear =
    sites.sd.treatmentBySite > Math.abs(difference)
      ? ' The difference varies more between sites than it is large.'
      : '';
  return `Over ${read.length} sites and years, ${level} yielded ${signed(difference)} than ${check} (${range(interval)}).${unclear} At a new site, expect ${span(atNewSite)}.`;
}

const mostDifferent = (overall: TrialsTogether['overall']) =>
  [...overall].sort((a, b) => Math.abs(b.difference) - Math.abs(a.difference))[0];

/** The same difference by what these sites show alone; null where that is the answer. */
export function sitesAloneSentence(
  { sites, overall, check, read }: TrialsTogether,
  measure: TrialAnswer['measure'],
  show: Show,
): string | null {
  const most = mostDifferent(overall);
  const own = sites?.differencesFromCheck?.find(({ treatment }) => treatment === most?.level);
  if (!most?.usualSpread || !own) return null;
  const { signed, range, span } = differenceWords({ measure }, read[0]!, show);
  const alone = bySitesAlone(own, sites!);
  return `By these ${read.length} sites alone (REML), ${most.level} yielded ${signed(alone.difference)} than ${check} (${range(alone.interval)}); at a new site, ${span(alone.atNewSite)}.`;
}

/** Ways to say a difference and its range. */
function differenceWords(
  answer: Pick<TrialAnswer, 'measure'>,
  reading: Pick<TrialReading, 'planting'>,
  show: Show,
) {
  const signed = (value: number) =>
    `${figure(Math.abs(value), answer, reading, show)} ${value < 0 ? 'less' : 'more'}`;
  const span = ([low, high]: readonly [number, number]) => `${signed(low)} to ${signed(high)}`;
  return {
    signed,
    span,
    range: (interval: readonly [number, number]) => `95 % range ${span(interval)}`,
  };
}
