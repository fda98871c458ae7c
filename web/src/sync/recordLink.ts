import type { Kind } from '@sendero/core';
import { selectOne } from '../data/hooks.ts';
import type { RootState } from '../data/store.ts';

/** Where a record is entered and can be put right; null when nothing leads there. */
export function recordLink(state: RootState, kind: Kind, id: string): string | null {
  switch (kind) {
    case 'grower':
    case 'field':
    case 'planter':
      return '/fields';
    case 'planting':
      return `/plantings/${id}`;
    case 'event': {
      const event = selectOne(state, 'event', id);
      return event ? `/plantings/${event.data.plantingId}` : null;
    }
    case 'walk': {
      const walk = selectOne(state, 'walk', id);
      return walk ? `/${walk.data.purpose === 'trench' ? 'trench' : 'walks'}/${id}` : null;
    }
    case 'stop': {
      const stop = selectOne(state, 'stop', id);
      const walk = stop && recordLink(state, 'walk', stop.data.walkId);
      return walk ? `${walk}?stop=${stop.data.ordinal}` : null;
    }
    case 'observation': {
      const observation = selectOne(state, 'observation', id);
      return observation ? recordLink(state, 'stop', observation.data.stopId) : null;
    }
    default:
      return null;
  }
}
