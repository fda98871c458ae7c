import { NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { useRemove } from '../../app/Undo.tsx';
import { dropTiles } from '../../data/keptTiles.ts';
import { MoreItem, MoreMenu } from '../../fields/MoreMenu.tsx';
import { BackgroundForm } from './BackgroundForm.tsx';
import { useBackground } from './useBackground.ts';

const ADD = 'add';

/** Chooses the background map, and adds, edits or deletes one. */
export function BackgroundPicker() {
  const { maps, map, choose } = useBackground();
  const remove = useRemove();
  const [form, setForm] = useState<'new' | 'edit' | null>(null);
  return (
    <>
      <div className="row" style={{ alignItems: 'end', gap: 0, flexWrap: 'nowrap' }}>
        <NativeSelect
          label="Background"
          style={{ width: 170 }}
          value={map?.id ?? ''}
          data={[
            { value: '', label: 'None' },
            ...maps.map(({ id, data }) => ({ value: id, label: data.name })),
            { value: ADD, label: 'Add background map …' },
          ]}
          onChange={(event) => {
            const { value } = event.currentTarget;
            if (value === ADD) setForm('new');
            else choose(value || null);
          }}
        />
        {map && (
          <MoreMenu name={map.data.name}>
            <MoreItem onClick={() => setForm('edit')}>Edit background map</MoreItem>
            <MoreItem
              onClick={() => {
                remove('backgroundMap', map.id, `${map.data.name} deleted.`);
                void dropTiles(map.id);
              }}
            >
              Delete background map
            </MoreItem>
          </MoreMenu>
        )}
      </div>
      {form && (
        <BackgroundForm
          map={form === 'edit' ? (map ?? undefined) : undefined}
          onDone={(id) => {
            setForm(null);
            if (id) choose(id);
          }}
        />
      )}
    </>
  );
}
