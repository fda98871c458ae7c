import { factsAt, readStop, type WalkFacts, type WalkStop } from '@sendero/core';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { useChildren } from '../data/hooks.ts';
import { useWalkFacts } from '../stand/useWalkFacts.ts';

/** The stop that a screen's address names, with its walk. */
export interface StopWork {
  facts: WalkFacts;
  stop: WalkStop;
}

/** @returns undefined while it is read from the disk; null when it is not on this device */
export function useStopWork(): StopWork | null | undefined {
  const { walkId, stopId } = useParams();
  const facts = useWalkFacts(walkId);
  const seen = useChildren('observation', 'stopId', stopId);
  return useMemo(() => {
    if (!facts) return facts;
    const stop = facts.stops.find(({ id }) => id === stopId);
    return stop ? { facts: factsAt(facts, stop.id), stop: readStop(facts, stop, seen) } : null;
  }, [facts, seen, stopId]);
}
