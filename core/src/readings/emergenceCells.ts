import type { CardMeasure } from '../planter/index.ts';
import type { Planting } from '../records/index.ts';
import type { CardCell, CardRecords } from './cardCells.ts';
import type { Held } from './held.ts';
import { emergenceVisits, lengthTimes, type LengthVisit } from './readEmergence.ts';

/** When half of what came up was up, read off the line between two visits: for lengths of which no curve can be told. */
function halfOnTheLine(visits: readonly LengthVisit[]): number | null {
  const wanted = (visits.at(-1)?.emerged ?? 0) / 2;
  const after = visits.findIndex(({ emerged }) => wanted > 0 && emerged >= wanted);
  const [a, b] = [visits[after - 1], visits[after]];
  if (!a || !b) return null;
  return a.hours + ((wanted - a.emerged) / (b.emerged - a.emerged)) * (b.hours - a.hours);
}

/**
 * How each flagged length of a row came up: when half was up, and how long it took from the first tenth to the ninth, by the same curve as
 * the page of its emergence.
 */
export function emergenceCells(
  planting: Held<Planting>,
  { lengths, counts }: Pick<CardRecords, 'lengths' | 'counts'>,
): CardCell[] {
  const own = lengths.filter(({ data }) => data.plantingId === planting.id && data.row !== null);
  if (own.length === 0) return [];
  const ids = new Set(own.map(({ id }) => id));
  const read = emergenceVisits(
    planting.data,
    own,
    counts.filter(({ data }) => ids.has(data.lengthId)),
  );
  return read.lengths.flatMap((length): CardCell[] => {
    const { data, visits } = length;
    const last = visits.at(-1);
    if (!last) return [];
    const { t10H, t50H, t90H } = lengthTimes(length);
    const half = t50H ?? halfOnTheLine(visits);
    const cell = (measure: CardMeasure, value: number): CardCell => ({
      measure,
      row: data.row!,
      plantingId: planting.id,
      // Lengths laid side by side in the rows of one place are compared with each other.
      placeId: data.place === '' ? planting.id : data.place,
      walkId: null,
      on: last.count.data.on,
      hour: 12,
      clockH: 12,
      value,
      of: last.emerged,
    });
    return [
      ...(half === null ? [] : [cell('emergence', half)]),
      ...(t10H === null || t90H === null ? [] : [cell('emergenceSpread', t90H - t10H)]),
    ];
  });
}
