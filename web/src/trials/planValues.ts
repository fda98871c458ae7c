import {
  TRIAL_QUESTION_FACTS,
  trialMeasureKind,
  type Comparison,
  type InputOf,
  type Kept,
  type Trial,
  type TrialLayout,
  type TrialMeasure,
  type TrialQuestion,
} from '@sendero/core';
import { enteredFrom, type Entered } from '../units/QuantityInput.tsx';
import type { Units } from '../units/useUnits.ts';

const SEEDS = 2 ** 32;

/** What the form of a plan holds. */
export interface PlanValues {
  asks: string;
  question: TrialQuestion;
  levels: string;
  second: TrialQuestion | '';
  secondLevels: string;
  check: string;
  layout: TrialLayout;
  replicates: string;
  comparison: Comparison;
  primary: TrialMeasure;
  matters: Entered;
  planterWidthM: Entered;
  combineWidthM: Entered;
  guardRows: string;
  fieldWidthM: Entered;
  stripLengthM: Entered;
  firstPass: string;
  tramlineM: Entered;
  slope: Trial['slope'];
  blinded: boolean;
  seed: number;
  redraws: number;
}

export /** Levels as typed in one line; a numeric one is read in its unit. */
function readLevels(text: string, question: TrialQuestion, units: Units) {
  const { kind } = TRIAL_QUESTION_FACTS[question];
  return text
    .split(/[;\n]|,(?!\d{3})/)
    .map((piece) => piece.trim())
    .filter(Boolean)
    .map((label) => {
      const read = kind ? units.read(label, kind) : null;
      return read?.ok
        ? {
            label: units.show(read.value, kind!).replaceAll(/[\u00a0\u202f]/g, ' '),
            value: read.value,
          }
        : { label, value: null };
    });
}

const levelText = (levels: Trial['factors'][number]['levels'] | undefined) =>
  levels?.map(({ label }) => label).join('; ') ?? '';

/** What it opens with: the trial as it is, or what planting, field and planter let expect. */
export function planValues({
  trial: own,
  planting,
  field,
  planter,
  units,
}: {
  trial: Trial | undefined;
  planting: Kept<'planting'>;
  field: Kept<'field'>;
  planter: Kept<'planter'> | undefined;
  units: Units;
}): PlanValues {
  const { crop } = planting.data;
  return {
    asks: own?.asks ?? '',
    question: own?.factors[0]?.question ?? 'depth',
    levels: levelText(own?.factors[0]?.levels),
    second: own?.factors[1]?.question ?? '',
    secondLevels: levelText(own?.factors[1]?.levels),
    check: String(own?.check ?? 0),
    layout: own?.layout ?? 'blocks',
    replicates: String(own?.replicates ?? 6),
    comparison: own?.comparison ?? 'check',
    primary: own?.primary ?? 'yield',
    matters: enteredFrom(
      own?.matters ?? null,
      own?.typed.matters,
      trialMeasureKind(own?.primary ?? 'yield', crop)!,
      units,
    ),
    planterWidthM: enteredFrom(
      own?.planterWidthM ?? (planter?.data.rows ?? 12) * planting.data.rowWidthM,
      own?.typed.planterWidthM,
      'distance',
      units,
    ),
    combineWidthM: enteredFrom(
      own?.combineWidthM ?? null,
      own?.typed.combineWidthM,
      'distance',
      units,
    ),
    guardRows: String(own?.guardRows ?? 1),
    fieldWidthM: enteredFrom(
      own?.fieldWidthM ?? (field.data.areaM2 ? Math.sqrt(field.data.areaM2) : null),
      own?.typed.fieldWidthM,
      'distance',
      units,
    ),
    stripLengthM: enteredFrom(
      own?.stripLengthM ?? (field.data.areaM2 ? Math.sqrt(field.data.areaM2) - 20 : null),
      own?.typed.stripLengthM,
      'distance',
      units,
    ),
    firstPass: String(own?.firstPass ?? 3),
    tramlineM: enteredFrom(own?.tramlineM ?? null, own?.typed.tramlineM, 'distance', units),
    slope: own?.slope ?? 'unknown',
    blinded: own?.blinded ?? false,
    seed: own?.seed ?? crypto.getRandomValues(new Uint32Array(1))[0]! % SEEDS,
    redraws: own?.redraws ?? 0,
  };
}

/** Empty is none; what cannot be read is no figure, and stands in the way until it is mended. */
const orNone = ({ text, value }: Entered) => (text.trim() === '' ? null : (value ?? Number.NaN));

/** The trial as the form says it. */
export function planData(
  of: PlanValues,
  { plantingId, plannedOn, units }: { plantingId: string; plannedOn: string; units: Units },
): InputOf<'trial'> {
  const whole = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : Number.NaN);
  const text = (names: (keyof PlanValues)[]) =>
    Object.fromEntries(
      names.flatMap((name) => {
        const { text: typed } = of[name] as Entered;
        return typed ? [[name, typed]] : [];
      }),
    );
  return {
    plantingId,
    asks: of.asks,
    factors: [
      { question: of.question, levels: readLevels(of.levels, of.question, units) },
      ...(of.second
        ? [{ question: of.second, levels: readLevels(of.secondLevels, of.second, units) }]
        : []),
    ],
    layout: of.layout,
    replicates: of.layout === 'oneEach' ? 1 : whole(of.replicates),
    check: Number(of.check),
    comparison: of.comparison,
    primary: of.primary,
    matters: of.matters.value ?? Number.NaN,
    planterWidthM: of.planterWidthM.value ?? Number.NaN,
    combineWidthM: orNone(of.combineWidthM),
    guardRows: whole(of.guardRows || '0'),
    fieldWidthM: orNone(of.fieldWidthM),
    stripLengthM: of.stripLengthM.value ?? Number.NaN,
    firstPass: whole(of.firstPass || '1'),
    tramlineM: orNone(of.tramlineM),
    slope: of.slope,
    blinded: of.blinded,
    seed: of.seed,
    redraws: of.redraws,
    plannedOn,
    typed: text([
      'matters',
      'planterWidthM',
      'combineWidthM',
      'fieldWidthM',
      'stripLengthM',
      'tramlineM',
    ]),
  };
}
