import { plantDepth, type DrawnSeed, type WalkStand } from '@sendero/core';
import { useMemo } from 'react';
import { useAppSelector } from '../data/store.ts';
import { sameItems, selectChildren } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
import { SoilProfile, SoilProfileKey } from '../depth/SoilProfile.tsx';
import { useTrenchCheck } from '../depth/useTrenchCheck.ts';

/** The soil profile of a planting through the season: seeds of planting day, and those of the plants dug since, row by row. */
export function SeasonProfile({ stand }: { stand: WalkStand }) {
  const { planting } = stand;
  const checks = useAppSelector(
    (state) =>
      selectChildren(state, 'walk', 'plantingId', planting.id).filter(
        ({ data }) => data.purpose === 'trench',
      ),
    sameItems,
  );
  const newest = [...checks].sort(newestFirst)[0];
  const check = useTrenchCheck(newest?.id);
  const rows = useMemo(() => {
    const dug = new Map<number, DrawnSeed[]>();
    for (const { seen } of stand.stops)
      for (const { data } of seen) {
        if (data.type !== 'plantDig' || data.row === null) continue;
        for (const plant of [data.plant, data.neighbour]) {
          const read = plant && plantDepth(plant);
          if (!read) continue;
          const late = plant === data.plant && data.late !== null;
          const seed: DrawnSeed = {
            depthM: read.depthM,
            moist: null,
            plant: late ? 'late' : 'inStep',
          };
          dug.set(data.row, [...(dug.get(data.row) ?? []), seed]);
        }
      }
    if (dug.size === 0) return null;
    const planted = new Map((check?.drawn ?? []).map(({ row, seeds }) => [row, seeds]));
    const all = new Set([...planted.keys(), ...dug.keys()]);
    return [...all]
      .sort((a, b) => a - b)
      .map((row) => ({ row, seeds: [...(planted.get(row) ?? []), ...(dug.get(row) ?? [])] }));
  }, [stand, check]);
  if (!rows) return null;
  return (
    <section className="sheet stack tight">
      <h2>Depth through the season</h2>
      <SoilProfile
        rows={rows}
        crop={planting.data.crop}
        targetM={planting.data.depthTargetM}
        toleranceM={check?.walk.data.toleranceM ?? 0.00635}
        dryLayerM={null}
      />
      <p className="small soft">
        With a leaf: seeds of plants dug on this walk; with a short stem: of late ones; without:
        seeds of the trench check.
      </p>
      <SoilProfileKey crown={planting.data.crop !== 'soybean'} moisture={false} />
    </section>
  );
}
