import { NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { Preferences } from './Preferences.tsx';

/** Units, light and who works at this device. */
export default function SettingsScreen() {
  return (
    <div className="stack" style={{ maxWidth: 760 }}>
      <h1>Settings</h1>
      <Preferences />
      <WhoIsHere />
    </div>
  );
}

function WhoIsHere() {
  const device = useDevice();
  const sync = useAppSelector((state) => state.sync);
  const [problem, setProblem] = useState('');
  return (
    <section className="sheet stack tight">
      <h2>Who is here</h2>
      <NativeSelect
        label="Work as"
        value={sync.session?.person.id ?? ''}
        style={{ maxWidth: 320 }}
        disabled={sync.unsent > 0 || sync.refused.length > 0}
        error={problem}
        description={
          sync.unsent > 0
            ? 'Possible when everything is sent.'
            : 'Entries are kept under this name.'
        }
        onChange={(event) =>
          void device
            .becomePerson(event.currentTarget.value)
            .then((done) =>
              setProblem(done ? '' : 'This needs a connection: try again when there is one.'),
            )
        }
        data={(sync.session?.people ?? []).map(({ id, name, role }) => ({
          value: id,
          label: `${name}, ${role}`,
        }))}
      />
    </section>
  );
}
