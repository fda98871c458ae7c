import type { QuantityKind } from '@sendero/core';
import { useState, type ComponentProps } from 'react';
import { enteredFrom, QuantityInput } from './QuantityInput.tsx';
import { useUnits } from './useUnits.ts';
import { useKeepRested } from './useKeepRested.ts';

/** A figure that is kept by itself once the hands rest; empty: none. What is wrong with it stands beside it. */
export function RestedFigure({
  kind,
  kept,
  typed,
  keep,
  problem: elsewhere,
  ...rest
}: Omit<ComponentProps<typeof QuantityInput>, 'entered' | 'onEntered' | 'onBlur' | 'kind'> & {
  kind: QuantityKind;
  kept: number | null;
  /** As it was typed, if that is known. */
  typed?: string;
  /** Gives what is wrong with it, if anything is. */
  keep(value: number | null, text: string): string | null | undefined;
}) {
  const units = useUnits();
  const [entered, setEntered] = useState(() => enteredFrom(kept, typed, kind, units));
  const [problem, setProblem] = useState<string | null>();
  const rested = useKeepRested();
  return (
    <QuantityInput
      {...rest}
      kind={kind}
      entered={entered}
      problem={problem ?? elsewhere}
      onBlur={rested.now}
      onEntered={(next) => {
        setEntered(next);
        rested.later(() => {
          const empty = next.text.trim() === '';
          if (empty || next.value !== null) setProblem(keep(empty ? null : next.value, next.text));
        });
      }}
    />
  );
}
