import { isKind, type Kept, type Kind } from '@sendero/core';
import { selectOne } from '../data/hooks.ts';
import type { RootState } from '../data/store.ts';

/** The address of a record's place; `of` asks for the place of what it belongs to. */
type Place<K extends Kind> = (
  record: Kept<K>,
  of: (kind: Kind, id: string | null) => string | null,
) => string | null;

/** Where each kind is entered and can be put right. */
const PLACES: { readonly [K in Kind]: Place<K> } = {
  workspace: () => '/settings',
  backgroundMap: () => '/map',
  grower: () => '/fields',
  field: () => '/fields',
  fieldPart: ({ data }) => `/map?field=${data.fieldId}`,
  groundPicture: ({ data }) => `/map?field=${data.fieldId}`,
  planter: () => '/planters',
  unitMove: ({ data }) => `/planters/${data.planterId}`,
  evidence: ({ data }) => `/planters/${data.planterId}`,
  workItem: ({ data }) => `/planters/${data.planterId}/workshop`,
  causeTable: () => '/causes',
  planting: ({ id }) => `/plantings/${id}`,
  event: ({ data }) => `/plantings/${data.plantingId}`,
  note: ({ data }, of) => of('walk', data.walkId) ?? `/plantings/${data.plantingId}`,
  samplingPlan: ({ data }) => `/plantings/${data.plantingId}/plan`,
  walk: ({ id, data }) => `/${data.purpose === 'trench' ? 'trench' : 'walks'}/${id}`,
  stop: ({ data }, of) => {
    const walk = of('walk', data.walkId);
    return walk && `${walk}?stop=${data.ordinal}`;
  },
  observation: ({ data }, of) => of('stop', data.stopId),
  flaggedLength: ({ data }) => `/plantings/${data.plantingId}/emergence`,
  emergenceCount: ({ data }, of) => of('flaggedLength', data.lengthId),
  belowGround: ({ data }) => `/plantings/${data.plantingId}/below`,
  taggedPlant: ({ data }) => `/plantings/${data.plantingId}/tags`,
  tagOutcome: ({ data }, of) => of('taggedPlant', data.plantId),
  replantCase: ({ data }) => `/plantings/${data.plantingId}/replant`,
  responseCurve: () => null,
  trial: ({ id }) => `/trials/${id}`,
  trialStrip: ({ data }) => `/trials/${data.trialId}`,
  visit: () => '/calendar',
  weatherStation: () => '/weather',
  weatherMonth: () => '/weather',
  weatherForecast: () => '/weather',
  conflict: () => '/device',
};

/** Where a record is entered and can be put right; null when nothing leads there. */
export function recordLink(
  state: Pick<RootState, 'records'>,
  kind: Kind,
  id: string | null,
): string | null {
  const record = isKind(kind) ? selectOne(state, kind, id) : undefined;
  const place = PLACES[kind] as Place<Kind>;
  return record ? place(record, (above, its) => recordLink(state, above, its)) : null;
}
