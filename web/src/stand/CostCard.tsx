import { CROP_FACTS, readStandCost, type WalkStand } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Section } from '../app/Section.tsx';
import { costBasis, costWords } from '../digs/plantFindings.ts';
import { useWorkspace } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { FullYieldDialog } from './FullYieldDialog.tsx';

/** What the stand of a walk costs, as a range. */
export function CostCard({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const workspace = useWorkspace();
  const [editing, setEditing] = useState(false);
  const cost = readStandCost(stand, workspace?.data ?? null);
  if (!cost) return null;
  const { crop } = stand.planting.data;
  const kind = CROP_FACTS[crop].yieldKind;
  return (
    <Section
      title="What it costs"
      aside={
        <Button variant="subtle" h={44} onClick={() => setEditing(true)}>
          Full yield
        </Button>
      }
    >
      <p data-testid="cost">
        <strong>{costWords(cost, kind, units)}</strong>
      </p>
      <p className="small soft">
        Against the {costBasis(stand, units)} that should be alive, of a full yield of{' '}
        {units.show(cost.fullYieldKgPerM2, kind)}
        {cost.byDefault && (
          <>
            {' '}
            <span className="default-mark">default: replace it with your own figures</span>
          </>
        )}
        . The low end counts every plant, the high end discounts late ones
        {cost.spacing ? ' and takes a loss for uneven spacing' : ''}; the curves are this app’s own.
      </p>
      {editing && <FullYieldDialog crop={crop} onClose={() => setEditing(false)} />}
    </Section>
  );
}
