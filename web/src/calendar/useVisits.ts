import {
  placeVisits,
  readVisits,
  type Kept,
  type Placed,
  type PlannedVisit,
  type VisitInRound,
  workItemOf,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useDevice, useToday } from '../data/hooks.ts';
import { useTrails, type PlantingOnTrail } from '../trail/useTrails.ts';

export interface VisitOnMap extends VisitInRound {
  /** Of the planting it belongs to. */
  one: PlantingOnTrail | null;
}

/** Where a visit is: the field and its grower. */
export const placeOf = ({ one }: VisitOnMap) =>
  one ? [one.field.data.name, one.growerName].filter(Boolean).join(', ') : '';

/** A visit by name and field. */
export const nameOf = (visit: VisitOnMap) =>
  [visit.visit.label, visit.one?.field.data.name].filter(Boolean).join(', ');

/** Visits of all plantings of the season and a person's own, each on its day, and the rounds of the next days. */
export function useVisits(): ReturnType<typeof placeVisits<VisitOnMap>> {
  const trails = useTrails();
  const decided = useAll('visit');
  const items = useAll('workItem');
  const planters = useAll('planter');
  const today = useToday();
  return useMemo(() => {
    const shown = trails.filter(({ archived }) => !archived);
    const byId = new Map(shown.map((one) => [one.planting.id, one]));
    const visits = readVisits(
      shown.map(({ facts }) => facts),
      decided.filter(({ data }) => data.plantingId === null || byId.has(data.plantingId)),
      today,
      { items, planters },
    );
    return placeVisits(
      visits.map((visit): VisitOnMap => {
        const one = byId.get(visit.plantingId ?? '') ?? null;
        return { visit, one, round: one?.growerName ?? '' };
      }),
      today,
    );
  }, [trails, decided, items, planters, today]);
}

export type PlacedVisit = Placed<VisitOnMap>;

/** Keeps what a person decides of a visit; the function takes it back. */
export function useDecide() {
  const device = useDevice();
  return (visit: PlannedVisit, change: Partial<Kept<'visit'>['data']>): (() => void) | null => {
    const { plantingId, of, nth, decided } = visit;
    const item = workItemOf(visit);
    if (item !== null) return decideWork(device, item, change);
    const before = decided?.data ?? {
      plantingId,
      of,
      nth,
      title: '',
      on: null,
      minutes: null,
      doneOn: null,
      note: '',
    };
    const after = { ...before, ...change };
    const saved = device.put('visit', after, decided?.id);
    return saved.ok
      ? () => device.takeBack('visit', saved.id, decided ? before : null, after)
      : null;
  };
}

/** What is due in the workshop is moved and ticked off on its own item. */
function decideWork(
  device: ReturnType<typeof useDevice>,
  id: string,
  { on, doneOn }: Partial<Kept<'visit'>['data']>,
): (() => void) | null {
  let before: Kept<'workItem'>['data'] | null = null;
  const saved = device.change('workItem', id, (item) => {
    before = item;
    return {
      ...item,
      ...(on === undefined ? {} : { due: on ?? item.due }),
      ...(doneOn === undefined
        ? {}
        : { doneOn, state: doneOn === null ? ('todo' as const) : ('done' as const) }),
    };
  });
  return saved.ok && before ? () => device.change('workItem', id, () => before!) : null;
}
