import { idFor, type HeadingCount as Heading } from '@sendero/core';
import { Button, NumberInput } from '@mantine/core';
import { useState } from 'react';
import { newId } from '../data/newId.ts';
import { useEdits } from '../data/useEdits.ts';
import type { StepProps } from '../stop/StopScreen.tsx';

/** Near heading: how many stems of a length have their head out. */
export function HeadingCount({ stop, row }: StepProps) {
  const kept = stop.seen.find(({ data }) => data.type === 'heading' && data.row === row) as
    { id: string; data: Heading } | undefined;
  const { keep, problems } = useEdits('observation');
  const [stems, setStems] = useState<number | string>(kept?.data.stems ?? '');
  const [headed, setHeaded] = useState<number | string>(kept?.data.headed ?? '');
  const figure = (text: number | string) => (text === '' ? Number.NaN : Number(text));
  return (
    <form
      className="stack tight"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        keep(
          { stopId: stop.id, type: 'heading', row, stems: figure(stems), headed: figure(headed) },
          kept?.id ?? idFor('observation', { stopId: stop.id, type: 'heading', row }, newId),
        );
      }}
    >
      <h2>Near heading</h2>
      <div className="row" style={{ alignItems: 'end', flexWrap: 'nowrap' }}>
        <NumberInput
          label="Stems looked at"
          size="md"
          value={stems}
          onChange={setStems}
          error={problems.stems}
          style={{ flex: 1 }}
        />
        <NumberInput
          label="Heads out"
          size="md"
          value={headed}
          onChange={setHeaded}
          error={problems.headed}
          style={{ flex: 1 }}
        />
        <Button type="submit" variant="default" h={48}>
          Keep
        </Button>
      </div>
      {kept && (
        <p className="small" data-testid="headed">
          {Math.round((100 * kept.data.headed) / kept.data.stems)} % headed here. Look again in two
          or three days: the two shares tell how many days heading takes.
        </p>
      )}
    </form>
  );
}
