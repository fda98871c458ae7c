import {
  cardCells,
  judgeCard,
  type CardCells,
  type CardRecords,
  type Kept,
  type PlanterCard,
} from '@sendero/core';
import { sameItems } from '../data/hooks.ts';

type SeasonRecords = CardRecords & {
  planter: Kept<'planter'>;
  plantings: readonly Kept<'planting'>[];
};

/** Everything measured of a planter's rows in a season. */
export interface SeasonOfPlanter {
  planter: Kept<'planter'>;
  season: number;
  plantings: readonly Kept<'planting'>[];
  cells: CardCells;
  /** The rows judged on all of it; reckoned when it is asked for first. */
  card(): PlanterCard;
}

/** Seasons remembered: those that screens a person goes to and fro between ask for. */
const MOST = 8;
let lately: { records: SeasonRecords; read: SeasonOfPlanter }[] = [];

/**
 * A planter's season as its records tell it. Whoever asks for one of which nothing changed since is given the same: judging
 * takes a second on a phone, and the parts of a screen, and the screens after it, ask for it again.
 */
export function seasonOfPlanter(season: number, records: SeasonRecords): SeasonOfPlanter {
  const known = lately.find((one) => one.read.season === season && same(one.records, records));
  const read = known?.read ?? readSeason(season, records);
  lately = [{ records, read }, ...lately.filter((one) => one !== known)].slice(0, MOST);
  return read;
}

function readSeason(season: number, records: SeasonRecords): SeasonOfPlanter {
  const { planter, plantings } = records;
  const cells = cardCells(records);
  let judged: PlanterCard | null = null;
  return {
    planter,
    season,
    plantings,
    cells,
    card: () => (judged ??= judgeCard(planter.data, cells)),
  };
}

const same = (a: SeasonRecords, b: SeasonRecords) =>
  a.planter === b.planter &&
  a.weights === b.weights &&
  sameItems(
    (a.trials ?? []).flatMap(({ trial, strips }) => [trial, ...strips]),
    (b.trials ?? []).flatMap(({ trial, strips }) => [trial, ...strips]),
  ) &&
  sameItems(a.plantings, b.plantings) &&
  sameItems(a.fields, b.fields) &&
  sameItems(a.walks, b.walks) &&
  sameItems(a.stops, b.stops) &&
  sameItems(a.observations, b.observations) &&
  sameItems(a.lengths, b.lengths) &&
  sameItems(a.counts, b.counts);
