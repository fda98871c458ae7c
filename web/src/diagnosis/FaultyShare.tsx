import { FAULTY_SHARE } from '@sendero/core';
import { useDevice, useWorkspace } from '../data/hooks.ts';
import { RestedFigure } from '../units/RestedFigure.tsx';
import { useUnits } from '../units/useUnits.ts';

/** How many plantings have something wrong, kept for the workspace: the fewer, the less likely each cause. */
export function FaultyShare() {
  const units = useUnits();
  const device = useDevice();
  const workspace = useWorkspace();
  const own = workspace?.data.faultyShare ?? null;
  return (
    <RestedFigure
      label="Plantings with something wrong"
      kind="share"
      kept={own}
      placeholder={units.show(FAULTY_SHARE, 'share')}
      description={
        <>
          of all you look at. The fewer, the less likely each cause above.{' '}
          {own === null && <span className="default-mark">Sendero default</span>}
        </>
      }
      keep={(value) => {
        const saved = device.change('workspace', workspace!.id, (data) => ({
          ...data,
          faultyShare: value,
        }));
        return saved.ok ? null : Object.values(saved.problems)[0];
      }}
    />
  );
}
