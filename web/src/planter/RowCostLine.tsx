import { CROP_FACTS, costText, type Crop, type Kept, type PlanterCard } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { useUnits } from '../units/useUnits.ts';
import { PriceDialog } from './PriceDialog.tsx';
import { useRowCost } from './useRowCost.ts';

/** What some rows cost against their sisters, over the area they planted. */
export function RowCostLine({
  card,
  rows,
  plantings,
  brief = false,
  against = 'sisters',
}: {
  card: PlanterCard;
  rows: readonly number[];
  plantings: readonly Kept<'planting'>[];
  /** The figure alone: how it is made stands beside the row. */
  brief?: boolean;
  /** Of a cause of the whole: the stand that was to be expected. */
  against?: 'sisters' | 'expected';
}) {
  const units = useUnits();
  const [pricing, setPricing] = useState<Crop | null>(null);
  const costs = useRowCost(card, plantings)(rows, against);
  if (costs.length === 0) return null;
  const said = <strong>It costs {costText(costs, units, rows.length)}.</strong>;
  if (brief)
    return (
      <p>
        {said}
        {against === 'expected' && (
          <span className="small soft"> All that the stand lacks, whatever made it.</span>
        )}
      </p>
    );
  const schools = costs.find(
    ({ schools: of }) => of.strict[1].toFixed(6) !== of.compensating[1].toFixed(6),
  );
  return (
    <div data-testid="row-cost">
      <p>{said}</p>
      {schools && (
        <p className="small">
          The schools part: a stand that makes up for gaps loses{' '}
          {units.roughRange(schools.schools.compensating, CROP_FACTS[schools.crop].yieldKind)}, a
          strict reading{' '}
          {units.roughRange(schools.schools.strict, CROP_FACTS[schools.crop].yieldKind)}.
        </p>
      )}
      <p className="small soft">
        Against its sisters at the same stops: the low end counts every plant, the high end
        discounts late ones. The curves are this app’s own
        {costs.some(({ byDefault }) => byDefault) && (
          <>
            , the full yield a <span className="default-mark">default</span>
          </>
        )}
        .
      </p>
      {costs.map(({ crop }) => (
        <Button key={crop} variant="subtle" h={44} onClick={() => setPricing(crop)}>
          Price of {CROP_FACTS[crop].label.toLowerCase()}
        </Button>
      ))}
      {pricing && <PriceDialog crop={pricing} onClose={() => setPricing(null)} />}
    </div>
  );
}
