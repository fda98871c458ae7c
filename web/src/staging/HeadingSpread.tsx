import { daysBetween, headingSpread, type Heading, type Kept, type WalkStand } from '@sendero/core';
import { useMemo } from 'react';
import { shortDate } from '../app/dates.ts';
import { sameItems, selectChildren, useChildrenOfEach, useWalksRead } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** Two looks tell how long heading takes only while they are this near, days. */
const NEAR_DAYS = 10;

const headsOf = (seen: readonly Kept<'observation'>[]): Heading =>
  seen.reduce(
    (sum, { data }) =>
      data.type === 'heading'
        ? { stems: sum.stems + data.stems, headed: sum.headed + data.headed }
        : sum,
    { stems: 0, headed: 0 },
  );

/** How many days heading takes, from this walk and the nearest other one on which heads were counted. */
export function HeadingSpread({ stand }: { stand: WalkStand }) {
  const { planting, walk } = stand;
  const others = useAppSelector(
    (state) =>
      selectChildren(state, 'walk', 'plantingId', planting.id).filter(
        ({ id, data }) =>
          id !== walk.id &&
          data.purpose === 'stand' &&
          data.startedOn !== walk.data.startedOn &&
          Math.abs(daysBetween(data.startedOn, walk.data.startedOn)) <= NEAR_DAYS,
      ),
    sameItems,
  );
  useWalksRead(others.map(({ id }) => id));
  const stops = useChildrenOfEach('stop', 'walkId', others);
  const allStops = useMemo(() => stops.flat(), [stops]);
  const seen = useChildrenOfEach('observation', 'stopId', allStops);
  const own = headsOf(stand.stops.flatMap((stop) => stop.seen as never));
  const walkOfStop = new Map(allStops.map(({ id, data }) => [id, data.walkId]));
  const [nearest] = others
    .map(({ id, data }) => ({
      on: data.startedOn,
      heads: headsOf(seen.flat().filter((one) => walkOfStop.get(one.data.stopId) === id)),
    }))
    .filter(({ heads }) => heads.stems > 0)
    .sort(
      (a, b) =>
        Math.abs(daysBetween(a.on, walk.data.startedOn)) -
        Math.abs(daysBetween(b.on, walk.data.startedOn)),
    );
  if (!nearest || own.stems === 0)
    return (
      <p className="small soft">
        Heads counted again two or three days apart tell how many days heading takes: a wide spread
        means that disease protection and harvest hit no plant at its best time.
      </p>
    );
  const mine = { on: walk.data.startedOn, heads: own };
  const [first, second] = [nearest, mine].sort((a, b) => (a.on < b.on ? -1 : 1)) as [
    typeof mine,
    typeof mine,
  ];
  const spread = headingSpread(first.heads, second.heads, daysBetween(first.on, second.on));
  return (
    <p data-testid="heading-spread">
      {spread
        ? `From one stem in ten to nine in ten heading takes about ${Math.round(spread.days)} days, by the counts of ${shortDate(first.on)} and ${shortDate(second.on)}.`
        : `The count of ${shortDate(second.on)} shows no more heads than that of ${shortDate(first.on)}: they do not tell how long heading takes.`}
    </p>
  );
}
