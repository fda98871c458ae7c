import type { Walk } from '@sendero/core';
import type { Draft } from '../data/device.ts';
import { newId } from '../data/newId.ts';

/** A walk about to start, with the stop it starts at: kept together or not at all. */
export function withFirstStop(walk: Walk): [Draft<'walk'>, Draft<'stop'>] {
  const id = newId();
  return [
    { kind: 'walk', id, data: walk },
    {
      kind: 'stop',
      data: { walkId: id, ordinal: 1, travel: 'away', chosen: false, note: '' },
    },
  ];
}
