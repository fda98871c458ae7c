import type { Kind, Observation } from '@sendero/core';
import { selectOne } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

const OBSERVATION_WORDS: Record<Observation['type'], string> = {
  count: '',
  tape: 'tape',
  trench: 'depths',
  ground: 'moisture',
  adjustment: 'adjustment',
  monitor: 'monitor',
  photo: 'photo',
};

/** Names a record as a person knows it: “Long Forty, stop 3, row 4”; anew when more of what it belongs to is read. */
export function useRecordWords(): (kind: Kind, id: string) => string {
  const records = useAppSelector((state) => state.records);
  return (kind, id) => {
    const state = { records };
    const observation =
      kind === 'observation'
        ? (selectOne(state, 'observation', id)?.data as Observation | undefined)
        : undefined;
    const stop =
      kind === 'stop'
        ? selectOne(state, 'stop', id)
        : selectOne(state, 'stop', observation?.stopId);
    const walk =
      kind === 'walk' ? selectOne(state, 'walk', id) : selectOne(state, 'walk', stop?.data.walkId);
    const planting =
      kind === 'planting'
        ? selectOne(state, 'planting', id)
        : selectOne(state, 'planting', walk?.data.plantingId);
    const field =
      kind === 'field'
        ? selectOne(state, 'field', id)
        : selectOne(state, 'field', planting?.data.fieldId);
    const own =
      kind === 'grower' || kind === 'planter'
        ? (selectOne(state, kind, id)?.data as { name: string } | undefined)?.name
        : undefined;
    const parts = [
      own ?? field?.data.name ?? kind,
      stop && `stop ${stop.data.ordinal}`,
      observation?.row && `row ${observation.row}`,
      observation && OBSERVATION_WORDS[observation.type],
      kind === 'walk' && (walk?.data.purpose === 'trench' ? 'trench check' : 'stand walk'),
      kind === 'event' && 'event',
      kind === 'planting' && 'planting',
    ];
    return parts.filter(Boolean).join(', ');
  };
}
