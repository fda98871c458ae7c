import { DEFAULT_WEIGHTS } from '@sendero/core';
import { Button, NumberInput } from '@mantine/core';
import { Dialog } from '../app/Dialog.tsx';
import { useDevice, useWorkspace } from '../data/hooks.ts';
import { useRecordForm } from '../fields/useRecordForm.ts';

/** The workspace's own weights of plants behind their neighbours. */
export function WeightsDialog({ onClose }: { onClose(): void }) {
  const device = useDevice();
  const workspace = useWorkspace()!;
  const { form, keep } = useRecordForm({
    kind: 'workspace',
    name: 'weights',
    record: workspace,
    start: () => ({
      weights: { ...(workspace.data.weights ?? DEFAULT_WEIGHTS) } as Record<
        'oneBehind' | 'twoBehind',
        number | string
      >,
    }),
    read: ({ weights }) => ({
      data: {
        ...workspace.data,
        weights: {
          oneBehind: figureOf(weights.oneBehind),
          twoBehind: figureOf(weights.twoBehind),
        },
      },
    }),
    onDone: onClose,
  });
  return (
    <Dialog title="Weight of plants behind their neighbours" onClose={onClose}>
      <form className="stack" noValidate onSubmit={form.onSubmit(keep)}>
        <p className="small soft">
          1 counts a plant in full, 0 not at all. The defaults, 0.75 and 0, are this app’s own and
          nobody’s research.
        </p>
        <NumberInput
          label="One leaf stage behind"
          step={0.05}
          clampBehavior="none"
          {...form.getInputProps('weights.oneBehind')}
        />
        <NumberInput
          label="Two or more behind"
          step={0.05}
          clampBehavior="none"
          {...form.getInputProps('weights.twoBehind')}
        />
        <div className="row">
          <Button h={48} type="submit">
            Keep
          </Button>
          <Button
            variant="default"
            h={48}
            onClick={() => {
              device.change('workspace', workspace.id, (data) => ({ ...data, weights: null }));
              onClose();
            }}
          >
            Back to the defaults
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

const figureOf = (text: number | string) => (text === '' ? Number.NaN : Number(text));
