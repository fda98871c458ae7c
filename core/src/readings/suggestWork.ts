import { requireNotNegative, requirePositive } from '../arguments/index.ts';
import { DEFAULT_DEPTH_STEP_M } from '../depth/index.ts';
import { inTolerances, type CardMeasure } from '../planter/index.ts';
import type { PRIORITIES } from '../records/index.ts';
import { machineText, patternText, rowSentence, type Show } from './cardWords.ts';
import type { CardRow, PlanterCard } from './readPlanterCard.ts';
import { lower } from './rowsText.ts';

/** Something a card asks to be mended. */
export interface WorkSuggestion {
  rows: number[];
  what: string;
  /** What was found, as a sentence. */
  why: string;
  measure: CardMeasure;
  byM: number | null;
  priority: (typeof PRIORITIES)[number];
  /** Minutes of work, a default. */
  effortMin: number;
}

/** Which of a row's findings explains the others, first. */
const ROOT: readonly CardMeasure[] = [
  'depth',
  'skips',
  'doubles',
  'feed',
  'depthSpread',
  'closing',
  'contact',
  'scatter',
  'monitor',
  'emergence',
  'emergenceSpread',
  'late',
  'stand',
  'digs',
];

/** What to look at on the rows that a measure names (field guide 10). */
const LOOK_AT: Record<Exclude<CardMeasure, 'depth'>, string> = {
  depthSpread: 'Look for play: arms, bushings, gauge wheels, downforce spring',
  contact: 'Set closing wheels and downforce for contact',
  closing: 'Set or change the closing wheels',
  feed: 'Go through the meter: seal, vacuum, singulator, disc',
  skips: 'Go through the meter: seal, vacuum, disc; singulator too tight',
  doubles: 'Set the singulator tighter; look at disc and vacuum',
  scatter: 'Look at the seed tube and its bounce; speed',
  monitor: 'Clean or change the seed sensor',
  emergence: 'Find what holds it up: depth, closing, tracks',
  emergenceSpread: 'Find why it comes up unevenly: depth, contact, closing',
  late: 'Find what holds its plants up: depth, closing, contact',
  stand: 'Find where its seeds stay: dig at its gaps',
  digs: 'Go through the unit: what was dug points to it, not to soil or seed',
};

/** Minutes that mending a row takes, by what it was found by. Defaults of this app. */
const EFFORT_MIN: Record<CardMeasure, number> = {
  depth: 10,
  depthSpread: 60,
  contact: 20,
  closing: 20,
  feed: 60,
  skips: 60,
  doubles: 30,
  scatter: 45,
  monitor: 20,
  emergence: 45,
  emergenceSpread: 45,
  late: 45,
  stand: 45,
  digs: 60,
};
const DISC_MIN = 30;
const GROUP_MIN = 120;
/** Grain that an hour of mending saves a season, kg: from so much on it comes first, or before spring. Defaults. */
const FIRST_KG = 2000;
const NEXT_KG = 200;

/**
 * How soon something is mended: by the grain it costs for each hour of the work.
 *
 * @param costKg a season, as a range; @param minutes of work
 * @example priorityOf([2000, 20_000], 10) // 'high'
 */
export function priorityOf(
  costKg: readonly [number, number],
  minutes: number,
): WorkSuggestion['priority'] {
  requireNotNegative('costKg[0]', costKg[0]);
  requireNotNegative('costKg[1]', costKg[1]);
  requirePositive('minutes', minutes);
  const perHour = (costKg[0] + costKg[1]) / 2 / (minutes / 60);
  return perHour >= FIRST_KG ? 'high' : perHour >= NEXT_KG ? 'middle' : 'low';
}

/**
 * What a planter card asks to be mended, by the machine, its groups of rows and its rows; one item a row, for the finding that
 * explains the others. Depth is corrected in steps of the depth stop; how soon goes by what the rows cost for the work, where that is known, else by
 * how far off they are.
 *
 * @param costKg grain that some rows cost a season, kg, as a range; null where nobody knows
 *
 * @example suggestWork(card, show)[0].what // 'Set row 4 deeper by 3 steps (¾ in)'
 */
export function suggestWork(
  card: PlanterCard,
  show: Show,
  costKg: (rows: readonly number[]) => readonly [number, number] | null = () => null,
): WorkSuggestion[] {
  const soon = (
    rows: readonly number[],
    effortMin: number,
    byFigures: WorkSuggestion['priority'],
  ): Pick<WorkSuggestion, 'priority' | 'effortMin'> => {
    const cost = costKg(rows);
    return { effortMin, priority: cost ? priorityOf(cost, effortMin) : byFigures };
  };
  const stepM = card.planter.depthStopStepM ?? DEFAULT_DEPTH_STEP_M;
  const steps = (byM: number) => {
    const n = Math.max(1, Math.round(Math.abs(byM) / stepM));
    const size = show(n * stepM, 'seedDepth');
    return {
      byM: Math.sign(byM) * n * stepM,
      says: `${byM > 0 ? 'deeper' : 'shallower'} by ${n === 1 ? '1 step' : `${n} steps`} (${size})`,
    };
  };
  const machine = card.machine.flatMap((one): WorkSuggestion[] => {
    if (one.measure !== 'depth' || one.insideWindow) return [];
    const { byM, says } = steps(one.target - one.value);
    return [
      {
        rows: [],
        what: `Set all rows ${says}; first what they share: row cleaners, downforce, frame height`,
        why: machineText(one, show),
        measure: 'depth',
        byM,
        priority: 'high',
        effortMin: EFFORT_MIN.depth * card.planter.rows,
      },
    ];
  });
  const groups = card.patterns.map((one): WorkSuggestion => ({
    rows: one.rows,
    what:
      one.pattern === 'tracks'
        ? 'Ease the tracks: tyre pressure, track looseners, downforce of these rows'
        : 'Look at what these rows share: frame, wing or section, hoses, drive',
    why: patternText(one, show),
    measure: one.measure,
    byM: null,
    ...soon(one.rows, GROUP_MIN, 'middle'),
  }));
  const inGroup = new Set(
    groups.flatMap(({ rows, measure }) => rows.map((row) => `${row} ${measure}`)),
  );
  const rows = card.worst.flatMap((number): WorkSuggestion[] => {
    const row = card.rows[number - 1]!;
    const why = rowSentence(row, show) ?? '';
    const corrected = wasCorrected(card, row);
    const seeded = hasSeedInGaps(card, number);
    const measure = rootOf(
      row,
      (one) =>
        inGroup.has(`${number} ${one}`) ||
        (corrected && OF_PLANTS.has(one)) ||
        (seeded && OF_METER.has(one)),
    );
    const found = measure && row.findings.find((one) => one.measure === measure);
    const own: WorkSuggestion[] = [];
    if (measure === null && corrected)
      own.push({
        rows: [number],
        what: `Row ${number}: dig it behind the planter in the next field. It was corrected after this seed was placed`,
        why,
        measure: 'depth',
        byM: null,
        ...soon([number], EFFORT_MIN.depth, 'middle'),
      });
    else if (
      measure === null &&
      seeded &&
      row.findings.some(({ measure: named }) => OF_METER.has(named))
    )
      own.push({
        rows: [number],
        what: `Row ${number}: seed lies in its gaps. Look at depth, contact and moisture, not at the meter`,
        why,
        measure: 'contact',
        byM: null,
        ...soon([number], EFFORT_MIN.contact, urgency(row)),
      });
    if (measure === 'depth' && found) {
      const { byM, says } = steps(-found.difference);
      own.push({
        rows: [number],
        what: `Set row ${number} ${says}`,
        why,
        measure,
        byM,
        ...soon([number], EFFORT_MIN.depth, urgency(row)),
      });
    } else if (measure && measure !== 'depth')
      own.push({
        rows: [number],
        what: `Row ${number}: ${lower(LOOK_AT[measure])}`,
        why,
        measure,
        byM: null,
        ...soon([number], EFFORT_MIN[measure], urgency(row)),
      });
    if (row.gaps?.repeating)
      own.push({
        rows: [number],
        what: `Row ${number}: change the metering disc, or clear its cell`,
        why,
        measure: 'skips',
        byM: null,
        ...soon([number], DISC_MIN, 'middle'),
      });
    return own;
  });
  return [...machine, ...rows, ...groups];
}

/** What is measured of plants: where a row was corrected, they tell of the setting before. */
const OF_PLANTS: ReadonlySet<CardMeasure> = new Set<CardMeasure>([
  'skips',
  'feed',
  'emergence',
  'emergenceSpread',
  'late',
  'stand',
  'digs',
]);
/** What a meter would be looked at for. */
const OF_METER: ReadonlySet<CardMeasure> = new Set<CardMeasure>(['skips', 'feed']);
/** Gaps and late plants that must be dug in a row before they acquit its meter, and the share of them that may be the planter's own. Defaults. */
const [LEAST_DUG, PLANTERS_SHARE] = [3, 0.5];

/** Whether a row was corrected in every planting in which its plants name it. */
function wasCorrected({ corrections }: PlanterCard, { row, findings }: CardRow): boolean {
  const own = corrections.filter((one) => one.row === row);
  const seenIn = findings.flatMap(({ measure, plantingIds }) =>
    OF_PLANTS.has(measure) ? plantingIds : [],
  );
  return seenIn.length > 0 && seenIn.every((id) => own.some(({ plantingId }) => plantingId === id));
}

/** Whether seed was found in most of what was dug in a row. */
function hasSeedInGaps({ measures }: PlanterCard, row: number): boolean {
  const dug = (measures.find(({ measure }) => measure === 'digs')?.cells ?? []).filter(
    (cell) => cell.row === row,
  );
  const all = dug.reduce((sum, cell) => sum + cell.of, 0);
  const own = dug.reduce((sum, cell) => sum + cell.of * cell.value, 0);
  return all >= LEAST_DUG && own < PLANTERS_SHARE * all;
}

function rootOf(row: CardRow, told: (measure: CardMeasure) => boolean): CardMeasure | null {
  const named = row.findings.map(({ measure }) => measure).filter((measure) => !told(measure));
  return ROOT.find((measure) => named.includes(measure)) ?? null;
}

/** By how many tolerances a row lies off altogether. Defaults. */
const urgency = ({ findings }: CardRow): WorkSuggestion['priority'] => {
  const most = Math.max(
    0,
    ...findings.map(({ measure, difference }) => inTolerances(measure, difference)),
  );
  return most >= 2 ? 'high' : most >= 1.2 ? 'middle' : 'low';
};
