import {
  fairness,
  placeOfStop,
  readPlan,
  sampledField,
  samplingFrame,
  seededRandom,
  toWalk,
  ZONE_KINDS,
  type PlannedPlace,
  type SamplingFrame,
  type WalkFacts,
} from '@sendero/core';
import { useRef } from 'react';
import { useStable } from '../app/useStable.ts';
import { moreStopsText } from '../stand/findingWords.ts';
import { useWalkStand } from '../stand/useWalkStand.ts';
import { fairText } from './wayWords.ts';

/** How near the mean is by now, and the stops that would settle it at ±5 %; null before two are counted. */
export function useSettles(walkId: string): { says: string; more: number } | null {
  const summary = useWalkStand(walkId)?.summary;
  const range = summary?.stopsRange(0.05);
  if (!summary || !range) return null;
  if (summary.enough(0.05)) return { says: 'Within ±5 % of the mean: enough stops.', more: 3 };
  const [low, high] = range.map((needed) => Math.max(1, needed - summary.stops.length)) as [
    number,
    number,
  ];
  return { says: `${moreStopsText([low, high])} settle it at ±5 %, at this spread.`, more: low };
}

/** How fair a sample stops at these places are, in a sentence; drawn up when it is asked for. */
export function useFair(
  facts: WalkFacts,
  plan: NonNullable<WalkFacts['plan']>,
  parts: Parameters<typeof sampledField>[1],
) {
  const frame = useRef<SamplingFrame | null | undefined>(undefined);
  return useStable((places: readonly PlannedPlace[], withThoseLeft: boolean): string => {
    if (frame.current === undefined) {
      const sampled = sampledField(facts.field, parts, ZONE_KINDS);
      const zones = sampled?.zones.filter(({ id }) => id in plan.data.shares) ?? [];
      const { headlandM, seed } = plan.data;
      frame.current =
        sampled && samplingFrame({ ...sampled, zones, headlandM }, seededRandom(seed));
    }
    if (!frame.current) return '';
    const { toMetres } = frame.current.plane;
    const made = facts.stops.flatMap(({ data }) => {
      const place = data.chosen ? null : placeOfStop(data, plan.data);
      return place ? [toMetres(place)] : [];
    });
    const { done } = readPlan(plan, facts.stops);
    const left = withThoseLeft ? toWalk(places, done).map((i) => toMetres(places[i]!.at)) : [];
    const all = [...made, ...left];
    return fairText(
      fairness(frame.current, all),
      all.length,
      (zone) => parts.find(({ id }) => id === zone)?.data.name ?? 'a zone',
    );
  });
}
