import { cropTitle, fieldArea, nextOnTrail, type Kept, type TrailMark } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { dateSeenFrom } from '../app/dates.ts';
import { useAll, useToday } from '../data/hooks.ts';
import { whenOf } from '../trail/markWords.ts';
import { useTrails, type PlantingOnTrail } from '../trail/useTrails.ts';
import { useUnits } from '../units/useUnits.ts';
import { Archived } from './Archived.tsx';
import { BESIDE_WORDS, plantingTitle } from './plantingWords.ts';
import { FIELDS_TABLE_DRAFT, FieldsTable } from './FieldsTable.tsx';
import { PlantingForm } from './PlantingForm.tsx';
import { RecordMenu } from './RecordMenu.tsx';
import { SeasonSwitch } from './SeasonSwitch.tsx';
import { FieldForm, GrowerForm } from './SmallForms.tsx';
import { draftNames } from './useDraft.ts';

type Editing =
  | { what: 'field' | 'grower'; id: string | null }
  | { what: 'table' }
  | { what: 'planting'; fieldId: string }
  | null;

/** A form that was left half-filled is open again. */
function leftOpen(): Editing {
  for (const name of draftNames()) {
    if (name === FIELDS_TABLE_DRAFT) return { what: 'table' };
    const [what, id, on] = name.split(' ');
    if (what === 'field' || what === 'grower') return { what, id: id === 'new' ? null : id! };
    if (what === 'planting' && id === 'on') return { what, fieldId: on! };
  }
  return null;
}

/** Growers with their fields and plantings, and what is next on each. */
export default function FieldsScreen() {
  const growers = useAll('grower');
  const fields = useAll('field');
  const trails = useTrails();
  const [search] = useSearchParams();
  const [editing, setEditing] = useState<Editing>(
    () => leftOpen() ?? (search.get('add') === 'field' ? { what: 'field', id: null } : null),
  );
  const close = () => setEditing(null);
  const growerOf = ({ data }: Kept<'field'>) =>
    growers.find(({ id }) => id === data.growerId)?.data.name ?? '';
  const fieldWords = (field: Kept<'field'>) => `${field.data.name}, ${growerOf(field)}`;
  return (
    <Parts>
      <div className="row spread">
        <h1>Fields</h1>
        <span className="spacer" />
        <Link className="alone" to="/map">
          Map
        </Link>
        <Link className="alone" to="/weather">
          Weather
        </Link>
        <SeasonSwitch />
        <Button variant="default" h={48} onClick={() => setEditing({ what: 'table' })}>
          Add from a table
        </Button>
        <Button h={48} onClick={() => setEditing({ what: 'field', id: null })}>
          Add a field
        </Button>
      </div>
      {editing?.what === 'field' && (
        <FieldForm key={editing.id} field={editedIn(fields, editing.id)} onDone={close} />
      )}
      {editing?.what === 'table' && <FieldsTable onDone={close} />}
      {growers.length === 0 && !editing && (
        <p>
          No field yet. Add a field with its grower, then its planting: the stand walk starts from
          there.
        </p>
      )}
      <div className="columns half">
        {growers
          .filter(({ data }) => !data.archived)
          .map((grower) => (
            <section key={grower.id} className="sheet stack tight">
              <div className="row spread">
                <h2>{grower.data.name}</h2>
                <RecordMenu
                  record={grower}
                  name={grower.data.name}
                  nameOf={({ data }) => data.name}
                  onEdit={() => setEditing({ what: 'grower', id: grower.id })}
                />
              </div>
              {editing?.what === 'grower' && editing.id === grower.id && (
                <GrowerForm grower={grower} onDone={close} />
              )}
              {fields
                .filter(({ data }) => data.growerId === grower.id && !data.archived)
                .map((field) => (
                  <FieldEntry
                    key={field.id}
                    field={field}
                    nameOf={fieldWords}
                    trails={trails.filter((one) => one.field.id === field.id && !one.archived)}
                    onEdit={() => setEditing({ what: 'field', id: field.id })}
                    onAdd={() => setEditing({ what: 'planting', fieldId: field.id })}
                    onDone={
                      editing?.what === 'planting' && editing.fieldId === field.id ? close : null
                    }
                  />
                ))}
            </section>
          ))}
      </div>
      <Archived
        kind="grower"
        records={growers.filter(({ data }) => data.archived)}
        nameOf={({ data }) => data.name}
      />
      <Archived
        kind="field"
        records={fields.filter(({ data }) => data.archived)}
        nameOf={fieldWords}
      />
      <Archived
        kind="planting"
        records={trails.flatMap(({ planting }) => (planting.data.archived ? [planting] : []))}
        nameOf={({ data }) =>
          `${fields.find(({ id }) => id === data.fieldId)?.data.name ?? ''}, ${plantingTitle(data)}`
        }
      />
    </Parts>
  );
}

function FieldEntry({
  field,
  nameOf,
  trails,
  onEdit,
  onAdd,
  onDone,
}: {
  field: Kept<'field'>;
  nameOf(field: Kept<'field'>): string;
  trails: readonly PlantingOnTrail[];
  onEdit(): void;
  onAdd(): void;
  /** Closes the form of a new planting; null while it is not open. */
  onDone: (() => void) | null;
}) {
  const units = useUnits();
  const today = useToday();
  const { name, soil } = field.data;
  const area = fieldArea(field.data);
  return (
    <div style={{ borderTop: '1px solid var(--line)', paddingTop: '0.6rem' }}>
      <div className="row spread" style={{ flexWrap: 'nowrap' }}>
        <div>
          <strong>{name}</strong>{' '}
          <span className="soft small">
            {[
              area &&
                `${units.show(area.areaM2, 'area')}${area.from === 'outline' ? ' by its outline' : ''}`,
              soil,
            ]
              .filter(Boolean)
              .join(', ')}
          </span>
        </div>
        <span className="row" style={{ flexWrap: 'nowrap', gap: 0 }}>
          <Button
            variant="subtle"
            size="compact-md"
            h={44}
            onClick={onAdd}
            aria-label={`Add a planting on ${name}`}
          >
            Add planting
          </Button>
          <RecordMenu record={field} name={name} nameOf={nameOf} onEdit={onEdit} />
        </span>
      </div>
      {onDone && <PlantingForm fieldId={field.id} onDone={onDone} />}
      <ul className="list-plain">
        {trails.map(({ planting, marks }) => (
          <li key={planting.id} className="row spread" style={{ minHeight: 48, gap: '0 1rem' }}>
            <Link
              to={`/plantings/${planting.id}`}
              style={{ minHeight: 44, display: 'inline-flex', alignItems: 'center' }}
            >
              {cropTitle(planting.data)}, {dateSeenFrom(planting.data.plantedOn, today)}
            </Link>
            <span className="small soft">
              {planting.data.beside && `${BESIDE_WORDS[planting.data.beside].short}; `}
              <Next marks={marks} />
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What is next on a trail: what is due, else what comes later. */
function Next({ marks }: { marks: readonly TrailMark[] }) {
  const due = nextOnTrail(marks);
  const next = due ?? marks.find(({ state }) => state === 'later');
  if (!next) return <>all done</>;
  return (
    <span className={due ? 'warn' : ''}>
      {next.label} {next.underWay ? 'under way' : whenOf(next)}
    </span>
  );
}

const editedIn = (records: readonly Kept<'field'>[], id: string | null) =>
  records.find((record) => record.id === id);
