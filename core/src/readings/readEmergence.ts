import { requireDate, requireFinite } from '../arguments/index.ts';
import {
  COUNT_EVERY_DAYS,
  emergenceIndices,
  fitEmergence,
  poolLengths,
  type EmergenceFit,
  type FlaggedCounts,
  type PooledCounts,
} from '../emergence/index.ts';
import type { EmergenceCount, FlaggedLength, Planting } from '../records/index.ts';
import { addDays } from '../season/index.ts';
import { expectedStand } from '../targets/index.ts';
import type { Held } from './held.ts';

/** A count, with who made it where that is known. */
type HeldCount = Held<EmergenceCount> & { editedBy?: string };

/** A flagged length at one visit. */
export interface LengthVisit {
  count: HeldCount;
  round: string;
  /** Since noon of the planting day, h. */
  hours: number;
  /** Newly up since the visit before. */
  fresh: number;
  /** Up until then in all, those lost again among them. */
  emerged: number;
  /** Standing then. */
  standing: number;
  /** Plants that a count of all found missing, and nobody has said what became of them. */
  missing: number;
}

export interface LengthReading extends Held<FlaggedLength> {
  /** Seeds in it, counted or as the rate says. */
  sown: number;
  visits: LengthVisit[];
  /** More came up than seeds lie there. */
  moreThanSown: boolean;
}

/** What is known of when some lengths came up. */
export interface GroupReading {
  name: string;
  /** Planter row, when the group is one. */
  row: number | null;
  lengths: LengthReading[];
  /** How many people counted in them; 1 where that is not known. */
  people: number;
  pool: PooledCounts;
  fit: EmergenceFit;
  meanEmergenceTimeH: number | null;
  emergenceRateIndex: number | null;
  /** Visits between which half of those up so far came, h since planting (0: planting itself); null with nothing up. */
  halfBetweenH: [number, number] | null;
  /** Times that lie between the first and the last visit: others the curve would have to reach for. */
  told: { t10H: number | null; t50H: number | null; t90H: number | null };
}

export interface EmergenceVisitDay {
  round: string;
  on: string;
  /** Mean of the lengths, h since planting. */
  hours: number;
  fresh: number;
  lengths: number;
}

/** What was counted, without what it means. */
export interface EmergenceVisits {
  lengths: LengthReading[];
  visits: EmergenceVisitDay[];
  /** The newest visit that at least half of the lengths got. */
  newest: EmergenceVisitDay | null;
  /** Whether plants still come: by the newest visit. */
  coming: 'notYet' | 'coming' | 'done' | null;
  /** ISO date to look again; null when nothing more is to be seen. */
  lookAgainOn: string | null;
}

export interface EmergenceReading extends EmergenceVisits {
  planting: Held<Planting>;
  /** All lengths together; null before the first visit. */
  all: GroupReading | null;
  rows: GroupReading[];
  zones: GroupReading[];
  /** Share of the seeds expected up: germination × (1 − field loss). */
  expectedShare: number;
}

/** Fewer than this share of all plants new at a visit: it has stopped. A default of this app. */
const STOPPED = 0.02;

/** Hours from noon of the planting day to an instant where the field is. @example hoursSince('2027-04-28', '2027-04-29T18:00:00Z', -360) // 24 */
export function hoursSince(plantedOn: string, at: string, zoneOffsetMin: number): number {
  const instant = Date.parse(requireDate('at', at));
  const noon = Date.parse(`${requireDate('plantedOn', plantedOn).slice(0, 10)}T12:00:00Z`);
  return (instant + requireFinite('zoneOffsetMin', zoneOffsetMin) * 60_000 - noon) / 3_600_000;
}

/** The local moment some hours after noon of the planting day, as an ISO text without zone. @example momentAfter('2027-04-28', 24) // '2027-04-29T12:00' */
export function momentAfter(plantedOn: string, hours: number): string {
  const noon = Date.parse(`${requireDate('plantedOn', plantedOn).slice(0, 10)}T12:00:00Z`);
  return new Date(noon + requireFinite('hours', hours) * 3_600_000).toISOString().slice(0, 16);
}

/**
 * The visits to the flagged lengths of a planting.
 *
 * A later total below an earlier one is a loss, not plants going back: what came up stays counted as up.
 */
export function emergenceVisits(
  { plantedOn, seedsPerM2, rowWidthM }: Pick<Planting, 'plantedOn' | 'seedsPerM2' | 'rowWidthM'>,
  lengths: readonly Held<FlaggedLength>[],
  counts: readonly HeldCount[],
): EmergenceVisits {
  const read = [...lengths]
    .sort((a, b) => (a.data.row ?? 0) - (b.data.row ?? 0) || a.data.at.localeCompare(b.data.at))
    .map((length): LengthReading => {
      const sown = length.data.seeds ?? seedsPerM2 * rowWidthM * length.data.lengthM;
      const visits = visitsIn(
        counts.filter(({ data }) => data.lengthId === length.id),
        plantedOn,
      );
      const up = visits.at(-1)?.emerged ?? 0;
      // A rate is a mean: a length may hold a few seeds more than it says.
      const room = length.data.seeds === null ? 1 + 3 / Math.sqrt(Math.max(1, sown)) : 1;
      return { ...length, sown, visits, moreThanSown: up > sown * room };
    });
  const visits = visitDays(read);
  // A visit that has only begun says nothing of whether plants still come.
  const newest = visits.findLast((visit) => 2 * visit.lengths >= read.length);
  const total = visits.reduce((sum, { fresh }) => sum + fresh, 0);
  const coming = !newest
    ? null
    : total === 0
      ? 'notYet'
      : newest.fresh <= STOPPED * total
        ? 'done'
        : 'coming';
  return {
    lengths: read,
    visits,
    newest: newest ?? null,
    coming,
    lookAgainOn: newest && coming !== 'done' ? addDays(newest.on, COUNT_EVERY_DAYS) : null,
  };
}

/**
 * The emergence of a planting: its visits, and when its lengths came up, together, by row and by zone.
 *
 * @example readEmergence(planting, lengths, counts).all?.told.t50H // 214
 */
export function readEmergence(
  planting: Held<Planting>,
  lengths: readonly Held<FlaggedLength>[],
  counts: readonly HeldCount[],
): EmergenceReading {
  const { seedsPerM2, germination, fieldLoss } = planting.data;
  const visited = emergenceVisits(planting.data, lengths, counts);
  const seen = visited.lengths.filter(({ visits }) => visits.length > 0);
  const by = (of: (length: FlaggedLength) => string | number | null) =>
    [...new Set(seen.map(({ data }) => of(data)))].flatMap((key) =>
      key === null || key === '' ? [] : { key, own: seen.filter(({ data }) => of(data) === key) },
    );
  const zones = by(({ zone }) => zone);
  return {
    ...visited,
    planting,
    all: seen.length > 0 ? readGroup('All lengths', null, seen) : null,
    rows: by(({ row }) => row).map(({ key, own }) => readGroup(`Row ${key}`, Number(key), own)),
    zones: zones.length > 1 ? zones.map(({ key, own }) => readGroup(String(key), null, own)) : [],
    expectedShare: expectedStand({ seedsPerM2, germination, fieldLoss }) / seedsPerM2,
  };
}

function visitsIn(counts: readonly HeldCount[], plantedOn: string): LengthVisit[] {
  let [emerged, lost] = [0, 0];
  return counts
    .map((count) => ({
      count,
      hours: hoursSince(plantedOn, count.data.at, count.data.zoneOffsetMin ?? 0),
    }))
    .sort((a, b) => a.hours - b.hours)
    .map(({ count, hours }, i): LengthVisit => {
      const { on, round, counted, plants, lost: gone } = count.data;
      lost += counted === 'all' ? gone : 0;
      const now = counted === 'new' ? emerged + plants : Math.max(emerged, plants + lost);
      const fresh = now - emerged;
      const missing = counted === 'all' ? Math.max(0, emerged - lost - plants) : 0;
      emerged = now;
      return {
        count,
        round: `${on} ${round}`,
        // On the planting day itself a visit is still after planting.
        hours: Math.max(1 + i, hours),
        fresh,
        emerged,
        standing: emerged - lost - missing,
        missing,
      };
    });
}

function visitDays(lengths: readonly LengthReading[]): EmergenceVisitDay[] {
  const days = new Map<string, EmergenceVisitDay>();
  for (const { visits } of lengths)
    for (const { round, hours, fresh, count } of visits) {
      const day = days.get(round) ?? { round, on: count.data.on, hours: 0, fresh: 0, lengths: 0 };
      days.set(round, {
        ...day,
        hours: (day.hours * day.lengths + hours) / (day.lengths + 1),
        fresh: day.fresh + fresh,
        lengths: day.lengths + 1,
      });
    }
  return [...days.values()].sort((a, b) => a.hours - b.hours);
}

/** A length as the statistics take it. */
export const flaggedCounts = ({ id, sown, visits }: LengthReading): FlaggedCounts => ({
  id,
  sown: Math.max(sown, visits.at(-1)?.emerged ?? 0),
  rounds: visits.map(({ round, hours, emerged }) => ({ round, hours, emerged })),
});

/** When shares of what came up in one flagged length were up, by its curve; null where that lies outside the visits or cannot be told. */
export const lengthTimes = (length: LengthReading): GroupReading['told'] =>
  readGroup('', null, [length]).told;

function readGroup(name: string, row: number | null, lengths: LengthReading[]): GroupReading {
  const pool = poolLengths(lengths.map(flaggedCounts));
  const counters = new Set(
    lengths.flatMap((one) => one.visits.flatMap(({ count }) => count.editedBy || [])),
  );
  const people = Math.max(1, counters.size);
  const visits = pool.hours.map((hours, i) => ({ hours, emerged: pool.emerged[i]! }));
  if (visits.length === 0)
    return {
      name,
      row,
      lengths,
      people,
      pool,
      fit: {
        finalShare: 0,
        t10H: null,
        t50H: null,
        t90H: null,
        spreadH: null,
        curve: null,
        logLikelihood: 0,
      },
      meanEmergenceTimeH: null,
      emergenceRateIndex: null,
      halfBetweenH: null,
      told: { t10H: null, t50H: null, t90H: null },
    };
  const fit = fitEmergence(visits, { sown: pool.sown });
  const up = visits.at(-1)!.emerged;
  const half = visits.findIndex(({ emerged }) => 2 * emerged >= up);
  const [first, last] = [visits[0]!.hours, visits.at(-1)!.hours];
  const told = (time: number | null) =>
    time !== null && time >= first && time <= last ? time : null;
  return {
    name,
    row,
    lengths,
    people,
    pool,
    fit,
    ...emergenceIndices(visits),
    halfBetweenH: up > 0 ? [visits[half - 1]?.hours ?? 0, visits[half]!.hours] : null,
    told: { t10H: told(fit.t10H), t50H: told(fit.t50H), t90H: told(fit.t90H) },
  };
}
