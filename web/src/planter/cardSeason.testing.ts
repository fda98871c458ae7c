import {
  validate,
  type DataOf,
  type ExampleRecord,
  type Kind,
  type Observation,
} from '@sendero/core';
import { family } from '../app/onScreen.testing.tsx';
import { newId } from '../data/newId.ts';

const ROWS = 6;
/** A season of one planter: two fields checked and walked; row 4 is shallow, thin and late. */
export function cardSeason() {
  const { records, of } = family({
    planter: { rows: ROWS, trackRows: [], depthStopStepM: 0.00635 },
    planting: { season: 2027, depthTargetM: 0.05, beside: null },
    field: { areaM2: 160_000 },
    walk: null,
    stop: null,
    observation: null,
    samplingPlan: null,
    note: null,
    taggedPlant: null,
    tagOutcome: null,
    flaggedLength: null,
    emergenceCount: null,
    workItem: null,
    replantCase: null,
    trial: null,
    trialStrip: null,
    responseCurve: null,
    evidence: null,
    unitMove: null,
    causeTable: null,
  });
  const made: ExampleRecord[] = records.map((one) =>
    one.kind === 'planting'
      ? { ...one, data: { ...one.data, planterId: of('planter').id } as never }
      : one,
  );
  const add = <K extends Kind>(kind: K, data: object): string => {
    const valid = validate(kind, data);
    if (!valid.ok) throw new Error(`${kind} ${JSON.stringify(valid.problems)}`);
    const id = newId();
    made.push({ kind, id, data: valid.data as DataOf<Kind> });
    return id;
  };
  const planting = of('planting');
  const visit = (on: string) => ({
    plantingId: planting.id,
    startedAt: `${on}T14:00:00.000Z`,
    startedOn: on,
    zoneOffsetMin: 0,
    finishedAt: `${on}T16:00:00.000Z`,
    note: '',
  });
  const stopOf = (walkId: string, ordinal: number) =>
    add('stop', { walkId, ordinal, travel: 'away', chosen: false, note: '' });
  const see = (data: Partial<Observation>) => add('observation', data);
  const wobble = (n: number) => ((n * 7919) % 11) - 5;
  const check = add('walk', {
    ...visit('2027-04-28'),
    purpose: 'trench',
    targetM: 0.05,
    toleranceM: 0.00635,
    readTo: 'bottom',
    seedsPerRow: 5,
    gauge: null,
  });
  for (const ordinal of [1, 2, 3]) {
    const stopId = stopOf(check, ordinal);
    for (let row = 1; row <= ROWS; row++)
      see({
        stopId,
        type: 'trench',
        row,
        at: '2027-04-28T15:00:00.000Z',
        seeds: Array.from({ length: 5 }, (_, s) => ({
          depthM: 0.05 - (row === 4 ? 0.019 : 0) + 0.0006 * wobble(row * 13 + s * 5 + ordinal),
          typed: '',
          moist: null,
          by: 'rule' as const,
        })),
        gapsM: [],
        gapsTyped: [],
        contact: 'tight',
        shape: 'v',
        wall: 'loose',
        floor: 'firm',
        closing: 'firm',
        settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel: '' },
      });
  }
  const walk = add('walk', {
    ...visit('2027-05-26'),
    purpose: 'stand',
    method: 'everyRow',
    lengthM: 5.31,
    hoopDiameterM: null,
  });
  for (let ordinal = 1; ordinal <= 6; ordinal++) {
    const stopId = stopOf(walk, ordinal);
    for (let row = 1; row <= ROWS; row++)
      see({
        stopId,
        type: 'count',
        row,
        lengthM: 5.31,
        rowWidthM: 0.762,
        inStep: row === 4 ? 12 : 28 + Math.round(wobble(row * 3 + ordinal) / 4),
        oneBehind: row === 4 ? 8 : 1,
        twoBehind: 0,
      });
  }
  return { records: made, planter: of('planter'), planting, check, walk, add };
}
