import { Button, NativeSelect } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { DEFAULT_WEIGHTS } from '@sendero/core';
import { useState } from 'react';
import { Parts } from '../app/Parts.tsx';
import { Fold } from '../app/Fold.tsx';
import { Keys } from '../app/KeyList.tsx';
import { useDevice, useWorkspace } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { WeightsDialog } from '../stand/WeightsDialog.tsx';
import { BROWSER_MARK, useUnits } from '../units/useUnits.ts';
import { Preferences } from './Preferences.tsx';
import { PositionSource } from './PositionSource.tsx';

/** Units, light, who works at this device and the workspace's own figures, and the keys. */
export default function SettingsScreen() {
  const desk = useMediaQuery('(min-width: 900px)', window.innerWidth >= 900);
  return (
    <Parts>
      <h1>Settings</h1>
      <div className="columns half">
        <div className="stack">
          <Preferences />
          <PositionSource />
          <WhoIsHere />
          <OwnFigures />
          <Decimals />
        </div>
        <div className="sheet stack">
          {desk ? (
            <Keys />
          ) : (
            <Fold summary="Keys of a keyboard or headset">
              <Keys />
            </Fold>
          )}
        </div>
      </div>
    </Parts>
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

/** Figures the workspace may set for itself. */
function OwnFigures() {
  const units = useUnits();
  const workspace = useWorkspace();
  const [open, setOpen] = useState(false);
  if (!workspace) return null;
  const own = workspace.data.weights;
  const weights = own ?? DEFAULT_WEIGHTS;
  return (
    <section className="sheet stack tight">
      <h2>Weight of a plant behind</h2>
      <dl className="facts">
        <dt>One stage behind</dt>
        <dd>{units.show(weights.oneBehind, 'share')} of a plant</dd>
        <dt>Two or more behind</dt>
        <dd>{units.show(weights.twoBehind, 'share')} of a plant</dd>
      </dl>
      <p className="small soft">
        {own ? 'Your own figures.' : 'Defaults of this app, nobody’s research.'}
      </p>
      <div>
        <Button variant="default" h={48} onClick={() => setOpen(true)}>
          Weights
        </Button>
      </div>
      {open && <WeightsDialog onClose={() => setOpen(false)} />}
    </section>
  );
}

/** The mark before decimals, for everybody of the workspace. */
function Decimals() {
  const device = useDevice();
  const workspace = useWorkspace();
  const units = useUnits();
  if (!workspace) return null;
  return (
    <section className="sheet stack tight">
      <h2>Decimals</h2>
      <NativeSelect
        label="Mark before decimals"
        style={{ maxWidth: 320 }}
        description={`1${units.decimal === '.' ? ',' : '.'}250 is read as twelve hundred and fifty. Where a figure can be meant both ways, you are asked.`}
        value={workspace.data.decimalMark ?? ''}
        onChange={(event) => {
          const mark = event.currentTarget.value as '' | '.' | ',';
          device.change('workspace', workspace.id, (data) => ({
            ...data,
            decimalMark: mark === '' ? null : mark,
          }));
        }}
        data={[
          { value: '', label: `as this browser has it (${BROWSER_MARK})` },
          { value: '.', label: 'point: 1.5' },
          { value: ',', label: 'comma: 1,5' },
        ]}
      />
    </section>
  );
}
