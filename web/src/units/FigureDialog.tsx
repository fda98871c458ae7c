import type { QuantityKind, UsualRange } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Dialog } from '../app/Dialog.tsx';
import { enteredFrom, NOT_SETTLED, QuantityInput, type Entered } from './QuantityInput.tsx';
import { useUnits } from './useUnits.ts';

/** One figure of a person's own, kept or given back. */
export function FigureDialog({
  title,
  label,
  kind,
  usual,
  start,
  without,
  keep,
  onClose,
}: {
  title: string;
  label: string;
  kind: QuantityKind;
  /** As of a field for a figure. */
  usual?: UsualRange;
  start: number | null;
  /** What giving it back is called. */
  without: string;
  /** Keeps it, null for none; gives what is wrong with it. */
  keep(value: number | null): string | null;
  onClose(): void;
}) {
  const units = useUnits();
  const [entered, setEntered] = useState<Entered>(() => enteredFrom(start, undefined, kind, units));
  const [problem, setProblem] = useState<string | null>(null);
  const tryToKeep = (value: number | null) => {
    const wrong = keep(value);
    if (wrong === null) onClose();
    else setProblem(wrong);
  };
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        className="stack"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (entered.value !== null) tryToKeep(entered.value);
          else setProblem(entered.text.trim() === '' ? 'Enter a figure.' : NOT_SETTLED);
        }}
      >
        <QuantityInput
          label={label}
          kind={kind}
          usual={usual}
          entered={entered}
          onEntered={setEntered}
          problem={problem ?? undefined}
        />
        <div className="row">
          <Button h={48} type="submit">
            Keep
          </Button>
          <Button variant="default" h={48} onClick={() => tryToKeep(null)}>
            {without}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
