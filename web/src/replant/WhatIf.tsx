import { CROP_FACTS, type ReplantCase } from '@sendero/core';
import { Button, Slider } from '@mantine/core';
import { Section } from '../app/Section.tsx';
import { useUnits } from '../units/useUnits.ts';
import styles from './replant.module.css';

/** What is tried out, and never kept: as a factor, or in days. */
export interface Change {
  stand: number;
  days: number;
  price: number;
}
export const NO_CHANGE: Change = { stand: 1, days: 0, price: 1 };

/** A case with something tried out. */
export function withChange(one: ReplantCase, { stand, days, price }: Change): ReplantCase {
  if (stand === 1 && days === 0 && price === 1) return one;
  return {
    ...one,
    stand: { ...one.stand, plantsPerM2: one.stand.plantsPerM2 * stand },
    ...(one.zones
      ? { zones: one.zones.map((zone) => ({ ...zone, plantsPerM2: zone.plantsPerM2 * stand })) }
      : {}),
    replant: { ...one.replant, daysAfterBest: one.replant.daysAfterBest + days },
    pricePerKg: one.pricePerKg * price,
  };
}

/** Three things to move: what is asked is drawn anew at once, over the same worlds. */
export function WhatIf({
  one,
  change,
  setChange,
}: {
  one: ReplantCase;
  change: Change;
  setChange(change: Change): void;
}) {
  const units = useUnits();
  const { denseStand, priceKind } = CROP_FACTS[one.crop];
  const kind = units.standKind(denseStand);
  const changed = change.stand !== 1 || change.days !== 0 || change.price !== 1;
  const slider = (
    label: string,
    name: keyof Change,
    [min, max, step]: [number, number, number],
    says: string,
  ) => (
    <div className={styles.slider}>
      <div className="row spread">
        <span>{label}</span>
        <strong>{says}</strong>
      </div>
      <Slider
        size="lg"
        thumbSize={28}
        color="var(--clay)"
        label={null}
        thumbLabel={`${label}: ${says}`}
        min={min}
        max={max}
        step={step}
        value={change[name]}
        onChange={(value) => setChange({ ...change, [name]: value })}
      />
    </div>
  );
  return (
    <Section
      title="What if"
      aside={
        changed && (
          <Button variant="subtle" h={44} onClick={() => setChange(NO_CHANGE)}>
            As it is
          </Button>
        )
      }
    >
      {slider(
        'The stand',
        'stand',
        [0.2, 1.5, 0.02],
        units.show(one.stand.plantsPerM2 * change.stand, kind),
      )}
      {slider(
        'Replanted later by',
        'days',
        [0, 30, 1],
        change.days === 1 ? '1 day' : `${change.days} days`,
      )}
      {slider(
        'The price',
        'price',
        [0.5, 1.8, 0.02],
        units.show(one.pricePerKg * change.price, priceKind),
      )}
    </Section>
  );
}
