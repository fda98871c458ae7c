import { readWalkStand, type WalkFacts, type WalkStand } from '@sendero/core';
import { useMemo } from 'react';
import { sameItems, useChildrenOfEach } from '../data/hooks.ts';
import { useWalkFacts } from './useWalkFacts.ts';

const NO_STOPS: WalkFacts['stops'] = [];

/**
 * Everything a screen needs to know of one walk, computed by the core from what is kept.
 * @returns undefined while it is read from the disk; null when there is no such walk
 */
export function useWalkStand(walkId: string | undefined): WalkStand | null | undefined {
  const facts = useWalkFacts(walkId);
  const observations = useChildrenOfEach('observation', 'stopId', facts?.stops ?? NO_STOPS);
  return useMemo(() => facts && readOnce(facts, observations), [facts, observations]);
}

/** Walks read last, newest first: screens that show the same walk one after the other read it once. */
let recent: { of: readonly unknown[]; stand: WalkStand }[] = [];
const MOST_RECENT = 4;

function readOnce(facts: WalkFacts, observations: Parameters<typeof readWalkStand>[1]): WalkStand {
  const { walk, planting, field, planter, plan, weights, stops } = facts;
  const of = [walk.data, planting, field, planter, plan, weights, ...stops, ...observations];
  const known = recent.find((one) => sameItems(one.of, of));
  const stand = known?.stand ?? readWalkStand(facts, observations);
  recent = [{ of, stand }, ...recent.filter((one) => one !== known)].slice(0, MOST_RECENT);
  return stand;
}
