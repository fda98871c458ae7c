import {
  passStrip,
  toSi,
  validate,
  type Problems,
  type TrialReading,
  type TrialStrip,
} from '@sendero/core';
import Papa from 'papaparse';
import { csvText, plainText } from '../app/csvText.ts';

/** Columns of a strip in a spreadsheet; the unit stands in the name, so that none is guessed. */
const FIGURES = {
  weight_kg: { attribute: 'weightKg', factor: 1 },
  weight_lb: { attribute: 'weightKg', factor: toSi(1, 'lb') },
  moisture_percent: { attribute: 'moisture', factor: 0.01 },
  length_m: { attribute: 'lengthM', factor: 1 },
  length_ft: { attribute: 'lengthM', factor: toSi(1, 'ft') },
  width_m: { attribute: 'widthM', factor: 1 },
  width_ft: { attribute: 'widthM', factor: toSi(1, 'ft') },
  test_weight_kg_m3: { attribute: 'testWeightKgPerM3', factor: 1 },
  test_weight_lb_bu: { attribute: 'testWeightKgPerM3', factor: toSi(1, 'lbPerBu') },
  protein_percent: { attribute: 'protein', factor: 0.01 },
  furrow_moisture_percent: { attribute: 'furrowMoisture', factor: 0.01 },
} as const;
type Column = keyof typeof FIGURES;
const WRITTEN: readonly Column[] = [
  'weight_kg',
  'moisture_percent',
  'length_m',
  'width_m',
  'test_weight_kg_m3',
  'protein_percent',
  'furrow_moisture_percent',
];
const MISSED = 'missed';

const round = (value: number) => Number(value.toPrecision(8));

/** Every strip as a row: its place, treatment and figures. */
export function writeStrips({ strips, treatments }: TrialReading): string {
  return csvText(
    strips.map((strip) => ({
      strip: strip.number,
      block: strip.block,
      first_pass: strip.passes[0],
      planned: treatments[strip.treatment]!.label,
      done: strip.done === null ? MISSED : treatments[strip.done]!.label,
      ...Object.fromEntries(
        WRITTEN.map((column) => {
          const { attribute, factor } = FIGURES[column];
          const value = strip.record?.data[attribute] ?? null;
          return [column, value === null ? '' : round(value / factor)];
        }),
      ),
      yield_kg_ha: strip.figures.yield === undefined ? '' : round(strip.figures.yield * 10_000),
    })),
  );
}

export interface ReadStrips {
  /** What changes, by strip. */
  changes: { number: number; change: Partial<TrialStrip> }[];
  /** What could not be read, with its line. */
  problems: string[];
}

/**
 * Strips as they come back from a spreadsheet: found by their number, each figure in the unit its column names. A line with something wrong is told and left
 * out; the others are read.
 */
export function readStrips(text: string, { trial, strips, treatments }: TrialReading): ReadStrips {
  const { data: lines, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase().replaceAll(' ', '_'),
  });
  const columns = meta.fields ?? [];
  if (!columns.includes('strip'))
    return {
      changes: [],
      problems: [
        'No column “strip”: save the strips here first, fill in that file, and bring it back.',
      ],
    };
  const figures = columns.filter((name): name is Column => Object.hasOwn(FIGURES, name));
  const changes: ReadStrips['changes'] = [];
  const problems: string[] = [];
  const met = new Set<number>();
  lines.forEach((line, i) => {
    const at = `Line ${i + 2}`;
    const number = Number(line.strip);
    const strip = strips.find((one) => one.number === number);
    if (!strip)
      return void problems.push(
        `${at}: “${line.strip}” is none of the strips 1 to ${strips.length}.`,
      );
    if (met.has(number))
      return void problems.push(
        `${at}: strip ${number} is there twice: a strip is harvested once. Take one of the two out.`,
      );
    met.add(number);
    const change: Record<string, unknown> = {};
    let wrong = false;
    for (const column of figures) {
      const text = (line[column] ?? '').trim();
      if (text === '') continue;
      const value = Number(text.replace(/,(?=\d{3}\b)/g, '').replace(',', '.'));
      if (Number.isNaN(value)) {
        problems.push(`${at}, ${column}: “${text}” is no number. Write it without its unit.`);
        wrong = true;
      } else change[FIGURES[column].attribute] = value * FIGURES[column].factor;
    }
    const done = plainText((line.done ?? '').trim());
    if (done === MISSED) change.done = MISSED;
    else if (done !== '') {
      const treatment = treatments.find(({ label }) => label === done);
      if (!treatment) {
        problems.push(`${at}, done: “${done}” is none of the treatments.`);
        wrong = true;
      } else change.done = treatment.index === strip.treatment ? null : treatment.index;
    }
    if (wrong) return;
    const checked = validate('trialStrip', {
      ...strip.record?.data,
      trialId: trial.id,
      number,
      ...change,
    });
    if (checked.ok) changes.push({ number, change: change as Partial<TrialStrip> });
    else problems.push(...said(at, checked.problems));
  });
  return { changes, problems };
}

const said = (at: string, problems: Problems) =>
  Object.entries(problems).map(([name, says]) => `${at}, ${name}: ${says}`);

/** The strips on the map; null where the field has no outline or nobody said how passes go. */
export function stripShapes({ trial, field, strips, treatments }: TrialReading): string | null {
  const { boundary, passes } = field.data;
  if (!boundary || !passes) return null;
  const blinded = trial.data.blinded;
  return JSON.stringify({
    type: 'FeatureCollection',
    features: strips.map((strip) => ({
      type: 'Feature',
      properties: {
        strip: strip.number,
        block: strip.block,
        ...(blinded
          ? {}
          : { treatment: strip.done === null ? MISSED : treatments[strip.done]!.label }),
      },
      geometry: {
        type: 'Polygon',
        coordinates: [
          passStrip(
            passes,
            boundary,
            strip.fromM,
            strip.fromM + strip.widthM,
            trial.data.stripLengthM,
          ),
        ],
      },
    })),
  });
}
