import { CROP_FACTS, fullYieldOf, type Crop } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Dialog } from '../app/Dialog.tsx';
import { useDevice, useWorkspace } from '../data/hooks.ts';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';

/** The workspace's own full yield of a crop. */
export function FullYieldDialog({ crop, onClose }: { crop: Crop; onClose(): void }) {
  const device = useDevice();
  const units = useUnits();
  const workspace = useWorkspace()!;
  const { label, yieldKind } = CROP_FACTS[crop];
  const [entered, setEntered] = useState<Entered>(() =>
    enteredFrom(fullYieldOf(crop, workspace.data).kgPerM2, undefined, yieldKind, units),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (kgPerM2: number | null) => {
    const none = { corn: null, soybean: null, wheat: null };
    const kept = device.change('workspace', workspace.id, (data) => ({
      ...data,
      fullYields: { ...none, ...data.fullYields, [crop]: kgPerM2 },
    }));
    if (kept.ok) onClose();
    else setProblem(Object.values(kept.problems)[0] ?? null);
  };
  return (
    <Dialog title={`Full yield of ${label.toLowerCase()}`} onClose={onClose}>
      <form
        className="stack"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (entered.value !== null) keep(entered.value);
        }}
      >
        <QuantityInput
          label="Yield of a full, timely stand here"
          kind={yieldKind}
          entered={entered}
          onEntered={setEntered}
          problem={problem ?? undefined}
        />
        <div className="row">
          <Button h={48} type="submit">
            Keep
          </Button>
          <Button variant="default" h={48} onClick={() => keep(null)}>
            Back to the default
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
