import type { Kept, Planting, TAG_VISITS, Trial, Walk } from '../records/index.ts';
import type { EmergencePrediction } from '../weather/index.ts';

/**
 * `missed`: its time has passed for good (nobody can dig behind a planter that has left);
 * `notNeeded`: this planting can do without it.
 */
export const MARK_STATES = ['done', 'due', 'overdue', 'later', 'missed', 'notNeeded'] as const;
export type MarkState = (typeof MARK_STATES)[number];

/** What is known of a planting, for its way-marks to judge by. */
export interface PlantingFacts {
  planting: Pick<Kept<'planting'>, 'id'> & { data: Pick<Planting, 'crop' | 'plantedOn'> };
  /** Its walks of every purpose, oldest first. */
  walks: readonly { id: string; data: Walk }[];
  /** When it comes up by the heat of its field; null where no weather says it. */
  predicted: Pick<EmergencePrediction, 'first' | 'half' | 'band' | 'nineInTen' | 'stages'> | null;
  /** Days on which seeds were dug before plants were up, in order. */
  below: readonly string[];
  /** Its flagged lengths: how many, the days of visits, and whether plants still come. */
  emergence: {
    lengths: number;
    visits: readonly string[];
    coming: 'notYet' | 'coming' | 'done' | null;
    lookAgainOn: string | null;
  };
  /** Its tagged plants, how many were looked at again at each visit, and when last. */
  tags: {
    plants: number;
    looked: Record<(typeof TAG_VISITS)[number], number>;
    lookedOn: string | null;
  };
  /** Its replant case; null: none was opened. */
  replant: {
    openedOn: string;
    replantOn: string | null;
    /** When an injured stand shows what comes back. */
    recountOn: string | null;
    decidedOn: string | null;
  } | null;
  /** Its newest strip trial: how many strips, and what is known of them; null: none was planned. */
  trial: {
    id: string;
    primary: Trial['primary'];
    strips: number;
    ticked: number;
    /** Strips that were not missed, those weighed, and when last. */
    toHarvest: number;
    harvested: number;
    harvestedOn: string | null;
  } | null;
  /** The planter it was sown with; `first` of its plantings this season stands for all where the planter itself is looked at. */
  planter: { id: string; name: string; rows: number; first: boolean } | null;
  /** The field's day, ISO date. */
  today: string;
}

/** Nothing flagged, nothing counted. */
export const NO_EMERGENCE: PlantingFacts['emergence'] = {
  lengths: 0,
  visits: [],
  coming: null,
  lookAgainOn: null,
};

/** Nothing tagged. */
export const NO_TAGS: PlantingFacts['tags'] = {
  plants: 0,
  looked: { flowering: 0, grainFill: 0 },
  lookedOn: null,
};

export interface MarkStanding {
  state: MarkState;
  /** Window worth going in, or the day it was done, ISO dates. */
  from: string;
  to: string;
  /** Why then. */
  reason: string;
  /** Begun and not finished: since when and by whom. */
  underWay?: { since: string; by: string };
  /** In place of the day. */
  instead?: string;
}

/** A station of a planting's season: where its work is done, and how it stands there. */
export interface WayMark {
  mark: string;
  label: string;
  /** Where its work is done or seen; null while there is nothing to do or see. */
  link(facts: PlantingFacts): string | null;
  /** What the way there says. */
  action(facts: PlantingFacts): string;
  state(facts: PlantingFacts): MarkStanding;
  /** What going there takes; left out where nobody goes anywhere. */
  visit?: {
    carry: readonly string[];
    /** About how long, min. A default of this app. */
    minutes(facts: PlantingFacts): number;
  };
}
