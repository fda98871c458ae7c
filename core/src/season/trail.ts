import { CROP_FACTS, type Crop } from '../crops/index.ts';
import { addDays } from './dates.ts';

/** Way-marks of a planting's season, in the order of the work. Later capabilities add theirs here. */
export const WAY_MARKS = ['targets', 'trenchCheck', 'standWalk', 'result'] as const;
export type WayMark = (typeof WAY_MARKS)[number];
/** `missed`: its time has passed for good; nobody can dig behind a planter that has left. */
export type MarkState = 'done' | 'due' | 'overdue' | 'later' | 'missed';

export interface TrailMark {
  mark: WayMark;
  state: MarkState;
  /** Window worth going in, ISO dates. */
  from: string;
  to: string;
  /** Why then. */
  reason: string;
}

/**
 * Where a planting stands on its trail on a day. Windows are days after planting, a default of this
 * app; a finished walk is done whenever it was made.
 *
 * @param planting crop and planting date
 * @param made dates of its finished trench checks and stand walks
 * @param today ISO date
 * @example trailOf({ crop: 'corn', plantedOn: '2027-05-01' }, { trench: [], stand: [] }, '2027-05-27')[2].state // 'due'
 */
export function trailOf(
  planting: { crop: Crop; plantedOn: string },
  { trench, stand: walkedOn }: { trench: readonly string[]; stand: readonly string[] },
  today: string,
): TrailMark[] {
  const { standWalkDays } = CROP_FACTS[planting.crop];
  const [from, to] = standWalkDays.map((days) => addDays(planting.plantedOn, days)) as [
    string,
    string,
  ];
  const state =
    walkedOn.length > 0 ? 'done' : today < from ? 'later' : today <= to ? 'due' : 'overdue';
  return [
    {
      mark: 'targets',
      state: 'done',
      from: planting.plantedOn,
      to: planting.plantedOn,
      reason: 'Rate, spacing and depth are set with the planting.',
    },
    {
      mark: 'trenchCheck',
      state:
        trench.length > 0
          ? 'done'
          : today < planting.plantedOn
            ? 'later'
            : today === planting.plantedOn
              ? 'due'
              : 'missed',
      from: trench.at(-1) ?? planting.plantedOn,
      to: trench.at(-1) ?? planting.plantedOn,
      reason: 'Behind the stopped planter: every row’s depth, moisture and spacing on the day.',
    },
    {
      mark: 'standWalk',
      state,
      from: walkedOn.at(-1) ?? from,
      to: walkedOn.at(-1) ?? to,
      reason: `Plants are up and still easy to tell apart ${standWalkDays[0]}–${standWalkDays[1]} days after planting (default).`,
    },
    {
      mark: 'result',
      state: walkedOn.length > 0 ? 'done' : 'later',
      from: walkedOn.at(-1) ?? from,
      to: walkedOn.at(-1) ?? to,
      reason: 'What the walk found: population, effective stand and spacing against the target.',
    },
  ];
}
