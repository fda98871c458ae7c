import type { TrenchCheck } from '@sendero/core';
import type { ComponentProps } from 'react';
import { SoilProfile } from './SoilProfile.tsx';

/** The soil profile of a trench check: its seeds, verdicts, target and dry layer. */
export function CheckProfile({
  check,
  below,
  ...rest
}: {
  check: TrenchCheck;
  /** What stands below a row. */
  below?(row: number): ComponentProps<typeof SoilProfile>['rows'][number]['below'];
} & Omit<
  ComponentProps<typeof SoilProfile>,
  'rows' | 'crop' | 'targetM' | 'toleranceM' | 'dryLayerM'
>) {
  const { targetM, toleranceM } = check.walk.data;
  return (
    <SoilProfile
      rows={check.drawn.map(({ row, seeds }) => ({
        row,
        seeds,
        verdict: check.depths?.rows.find((depth) => depth.row === row)?.verdict,
        below: below?.(row),
      }))}
      crop={check.planting.data.crop}
      targetM={targetM}
      toleranceM={toleranceM}
      dryLayerM={check.dryLayerM}
      {...rest}
    />
  );
}
