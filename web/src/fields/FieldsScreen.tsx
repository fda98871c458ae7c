import { cropTitle, type Kept, type Kind } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { shortDate } from '../app/dates.ts';
import { useAll, useDevice } from '../data/hooks.ts';
import { useTrails } from '../trail/useTrails.ts';
import { useUnits } from '../units/useUnits.ts';
import { draftNames } from './useDraft.ts';
import { SeasonSwitch } from './SeasonSwitch.tsx';
import { PlantingForm } from './PlantingForm.tsx';
import { FieldForm, PlanterForm } from './SmallForms.tsx';

type Editing =
  { what: 'field' | 'planter'; id: string | null } | { what: 'planting'; fieldId: string } | null;

/** A form that was left half-filled is open again. */
function leftOpen(): Editing {
  for (const name of draftNames()) {
    const [what, id, on] = name.split(' ');
    if (what === 'field' || what === 'planter') return { what, id: id === 'new' ? null : id! };
    if (what === 'planting' && id === 'on') return { what, fieldId: on! };
  }
  return null;
}
const WALK_WORDS = {
  done: 'walked',
  due: 'walk due',
  overdue: 'walk overdue',
  later: 'walk later',
  missed: '',
  notNeeded: '',
};

/** Growers, their fields and plantings; the planters. */
export default function FieldsScreen() {
  const device = useDevice();
  const units = useUnits();
  const growers = useAll('grower');
  const fields = useAll('field');
  const planters = useAll('planter');
  const trails = useTrails();
  const plantings = useAll('planting');
  const [editing, setEditing] = useState<Editing>(leftOpen);
  const [deleted, setDeleted] = useState<{ kind: Kind; id: string; name: string } | null>(null);
  const close = () => setEditing(null);
  const remove = (kind: Kind, id: string, name: string) => {
    device.remove(kind, id);
    setDeleted({ kind, id, name });
  };
  return (
    <div className="stack">
      <div className="row spread">
        <h1>Fields</h1>
        <span className="spacer" />
        <SeasonSwitch />
        <Button h={48} onClick={() => setEditing({ what: 'field', id: null })}>
          Add a field
        </Button>
      </div>
      {editing?.what === 'field' && (
        <FieldForm key={editing.id} field={editedIn(fields, editing.id)} onDone={close} />
      )}
      {growers.length === 0 && !editing && (
        <p>
          No field yet. Add a field with its grower, then a planter and a planting: the stand walk
          starts from there.
        </p>
      )}
      <div className="columns half">
        {growers.map((grower) => (
          <section key={grower.id} className="sheet stack tight">
            <h2>{grower.data.name}</h2>
            {fields
              .filter(({ data }) => data.growerId === grower.id)
              .map((field) => (
                <div
                  key={field.id}
                  style={{ borderTop: '1px solid var(--line)', paddingTop: '0.6rem' }}
                >
                  <div className="row spread">
                    <div>
                      <strong>{field.data.name}</strong>{' '}
                      <span className="soft small">
                        {[
                          field.data.areaM2 ? units.show(field.data.areaM2, 'area') : '',
                          field.data.soil,
                        ]
                          .filter(Boolean)
                          .join(', ')}
                      </span>
                    </div>
                    <span>
                      <Button
                        variant="subtle"
                        size="compact-md"
                        h={44}
                        onClick={() => setEditing({ what: 'field', id: field.id })}
                        aria-label={`Edit ${field.data.name}`}
                      >
                        Edit
                      </Button>
                      <Button
                        variant="subtle"
                        size="compact-md"
                        h={44}
                        onClick={() => setEditing({ what: 'planting', fieldId: field.id })}
                        aria-label={`Add a planting on ${field.data.name}`}
                      >
                        Add planting
                      </Button>
                      {!plantings.some(({ data }) => data.fieldId === field.id) && (
                        <Button
                          variant="subtle"
                          size="compact-md"
                          h={44}
                          onClick={() => remove('field', field.id, field.data.name)}
                          aria-label={`Delete ${field.data.name}`}
                        >
                          Delete
                        </Button>
                      )}
                    </span>
                  </div>
                  {editing?.what === 'planting' && editing.fieldId === field.id && (
                    <PlantingForm fieldId={field.id} onDone={close} />
                  )}
                  <ul className="list-plain">
                    {trails
                      .filter((one) => one.field.id === field.id)
                      .map(({ planting, marks }) => {
                        const { state } = marks.find(({ mark }) => mark === 'standWalk')!;
                        return (
                          <li key={planting.id} className="row spread" style={{ minHeight: 44 }}>
                            <Link to={`/plantings/${planting.id}`}>
                              {cropTitle(planting.data)}, {shortDate(planting.data.plantedOn)}
                            </Link>
                            <span
                              className={`small ${state === 'overdue' || state === 'due' ? 'warn' : 'soft'}`}
                            >
                              {WALK_WORDS[state]}
                            </span>
                          </li>
                        );
                      })}
                  </ul>
                </div>
              ))}
          </section>
        ))}
      </div>
      <section className="stack tight">
        <div className="row spread">
          <h2>Planters</h2>
          <Button
            variant="default"
            h={48}
            onClick={() => setEditing({ what: 'planter', id: null })}
          >
            Add a planter
          </Button>
        </div>
        {editing?.what === 'planter' && (
          <PlanterForm key={editing.id} planter={editedIn(planters, editing.id)} onDone={close} />
        )}
        <div className="columns half">
          {planters.map((planter) => (
            <div key={planter.id} className="sheet row spread">
              <div>
                <strong>{planter.data.name}</strong>
                <div className="small soft">
                  {planter.data.type === 'drill' ? 'Drill' : 'Planter'}, {planter.data.rows} rows at{' '}
                  {units.show(planter.data.rowWidthM, 'rowWidth')}
                  {planter.data.cells ? `, ${planter.data.cells} cells a disc` : ''}
                </div>
              </div>
              <Button
                variant="subtle"
                h={44}
                onClick={() => setEditing({ what: 'planter', id: planter.id })}
                aria-label={`Edit ${planter.data.name}`}
              >
                Edit
              </Button>
            </div>
          ))}
        </div>
      </section>
      {deleted && (
        <div className="toast" role="status">
          <span>{deleted.name} deleted.</span>
          <button
            onClick={() => {
              device.restore(deleted.kind, deleted.id);
              setDeleted(null);
            }}
          >
            Undo
          </button>
          <button onClick={() => setDeleted(null)} aria-label="Close this message">
            Close
          </button>
        </div>
      )}
    </div>
  );
}

const editedIn = <K extends Kind>(records: readonly Kept<K>[], id: string | null) =>
  records.find((record) => record.id === id);
