import type { Kept } from '@sendero/core';
import { SegmentedControl, TextInput } from '@mantine/core';
import { Dialog } from '../../app/Dialog.tsx';
import { FoundAgain } from '../../fields/FoundAgain.tsx';
import { KeepOrCancel } from '../../fields/KeepOrCancel.tsx';
import { useRecordForm } from '../../fields/useRecordForm.ts';

/** Add or edit a background map. */
export function BackgroundForm({
  map,
  onDone,
}: {
  map?: Kept<'backgroundMap'>;
  /** @param id of the map; empty when the form was given up */
  onDone(id: string): void;
}) {
  const { form, found, keep, cancel } = useRecordForm({
    kind: 'backgroundMap',
    name: `background map ${map?.id ?? 'new'}`,
    record: map,
    start: () => ({
      name: map?.data.name ?? '',
      service: map?.data.service ?? ('xyz' as const),
      address: map?.data.address ?? '',
      layers: map?.data.layers ?? '',
      attribution: map?.data.attribution ?? '',
      maxZoom: String(map?.data.maxZoom ?? 18),
    }),
    read: (values) => ({ data: { ...values, maxZoom: Number(values.maxZoom || Number.NaN) } }),
    onDone,
  });
  const tiles = form.values.service === 'xyz';
  return (
    <Dialog title={map ? 'Edit background map' : 'Add background map'} onClose={cancel}>
      <form className="stack" noValidate onSubmit={form.onSubmit(keep)}>
        {found && <FoundAgain />}
        <TextInput
          label="Name"
          placeholder="Aerial photo"
          {...form.getInputProps('name')}
          key={form.key('name')}
        />
        <SegmentedControl
          aria-label="Service"
          data={[
            { value: 'xyz', label: 'Tiles (XYZ)' },
            { value: 'wms', label: 'WMS' },
          ]}
          {...form.getInputProps('service')}
          key={form.key('service')}
        />
        <TextInput
          label="Address"
          inputMode="url"
          autoCapitalize="off"
          placeholder={tiles ? 'https://tiles.example/{z}/{x}/{y}.png' : 'https://maps.example/wms'}
          description="Of a service you may use: its provider, county or survey office gives it."
          {...form.getInputProps('address')}
          key={form.key('address')}
        />
        {!tiles && (
          <TextInput
            label="Layers"
            description="As the service names them, separated by commas."
            {...form.getInputProps('layers')}
            key={form.key('layers')}
          />
        )}
        <TextInput
          label="Attribution"
          description="Shown on the map; most licences ask for it."
          {...form.getInputProps('attribution')}
          key={form.key('attribution')}
        />
        <TextInput
          label="Deepest zoom"
          inputMode="numeric"
          description="18 shows about 2 ft (0.6 m) a pixel."
          {...form.getInputProps('maxZoom')}
          key={form.key('maxZoom')}
        />
        <KeepOrCancel onCancel={cancel} />
      </form>
    </Dialog>
  );
}
