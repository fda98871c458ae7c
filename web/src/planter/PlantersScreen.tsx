import type { Kept } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { useAll } from '../data/hooks.ts';
import { Archived } from '../fields/Archived.tsx';
import { draftNames } from '../fields/useDraft.ts';
import { RecordMenu } from '../fields/RecordMenu.tsx';
import { PlanterForm } from '../fields/SmallForms.tsx';
import { useUnits } from '../units/useUnits.ts';
import { PlanterSeason } from './PlanterSeason.tsx';
import { RowUnits } from './RowUnits.tsx';

/** The machine in the form that was left half-filled, if one was. */
function leftOpen(): string | 'new' | null {
  const name = draftNames().find((draft) => draft.startsWith('planter '));
  return name?.split(' ')[1] ?? null;
}

/** The machines whose rows are judged. */
export default function PlantersScreen() {
  const planters = useAll('planter');
  const plantings = useAll('planting');
  const units = useUnits();
  const [editing, setEditing] = useState(leftOpen);
  const close = () => setEditing(null);
  const nameOf = ({ data }: Kept<'planter'>) => data.name;
  const shown = planters.filter(({ data }) => !data.archived);
  return (
    <Parts>
      <div className="row spread">
        <h1>Planters</h1>
        <Button h={48} onClick={() => setEditing('new')}>
          Add a planter
        </Button>
      </div>
      {editing && (
        <PlanterForm
          key={editing}
          planter={planters.find(({ id }) => id === editing)}
          onDone={close}
        />
      )}
      {planters.length === 0 && !editing && (
        <p>
          No planter yet. A planter’s rows are what counts and depths are judged by: name it, say
          how many rows it has and how far apart.
        </p>
      )}
      <div className="columns half">
        {shown.map((planter) => {
          const { name, type, rows, rowWidthM, cells, depthStopStepM } = planter.data;
          const used = plantings.filter(({ data }) => data.planterId === planter.id).length;
          return (
            <section key={planter.id} className="sheet stack tight">
              <div className="row spread">
                <h2>{name}</h2>
                <RecordMenu
                  record={planter}
                  name={name}
                  nameOf={nameOf}
                  onEdit={() => setEditing(planter.id)}
                />
              </div>
              <RowUnits rows={rows} />
              <dl className="facts">
                <dt>{type === 'drill' ? 'Drill' : 'Planter'}</dt>
                <dd>
                  {rows} rows at {units.show(rowWidthM, 'rowWidth')}
                </dd>
                {cells !== null && (
                  <>
                    <dt>Metering disc</dt>
                    <dd>{cells} cells</dd>
                  </>
                )}
                {depthStopStepM !== null && (
                  <>
                    <dt>Depth stop, one position</dt>
                    <dd>{units.show(depthStopStepM, 'seedDepth')}</dd>
                  </>
                )}
                <dt>Plantings</dt>
                <dd>{used === 0 ? 'none yet' : used}</dd>
              </dl>
              <Button component={Link} to={`/planters/${planter.id}`} variant="default" h={48}>
                Planter card
              </Button>
              <PlanterSeason planter={planter} />
            </section>
          );
        })}
      </div>
      <Archived
        kind="planter"
        records={planters.filter(({ data }) => data.archived)}
        nameOf={nameOf}
      />
    </Parts>
  );
}
