import { validate, type Crop, type DataOf, type ExampleRecord, type Kind } from '@sendero/core';
import { newId } from '../data/newId.ts';

/** A record as a device keeps it, with what its kind leaves out. @throws what is wrong with it */
export function record<K extends Kind>(kind: K, data: object, id = newId()) {
  const valid = validate(kind, data);
  if (!valid.ok) throw new Error(JSON.stringify(valid.problems));
  return { kind, id, data: valid.data } as ExampleRecord & { data: DataOf<K> };
}

/**
 * A field of a new grower that was sown behind a planter of its own, beside the demo's. For tests.
 *
 * @returns id of the planting, and the records it takes
 * @example const { planting, records } = sown('Curlew Long', { crop: 'corn', rows: 12 })
 */
export function sown(
  field: string,
  {
    crop = 'corn',
    type = 'planter',
    rows = 8,
    rowWidthM = 0.762,
    seedsPerM2 = 7.9,
    plantedOn = '2027-05-02',
  }: {
    crop?: Crop;
    type?: DataOf<'planter'>['type'];
    rows?: number;
    rowWidthM?: number;
    seedsPerM2?: number;
    plantedOn?: string;
  },
): { planting: string; records: ExampleRecord[] } {
  const [growerId, planterId, fieldId, planting] = [newId(), newId(), newId(), newId()];
  return {
    planting,
    records: [
      record('grower', { name: `${field} Farm` }, growerId),
      record('planter', { name: `${field} machine`, type, rows, rowWidthM, cells: 30 }, planterId),
      record('field', { growerId, name: field, areaM2: null }, fieldId),
      record(
        'planting',
        {
          fieldId,
          planterId,
          season: 2027,
          crop,
          plantedOn,
          rowWidthM,
          seedsPerM2,
          depthTargetM: 0.0508,
          germination: 0.95,
          fieldLoss: 0.05,
        },
        planting,
      ),
    ],
  };
}
