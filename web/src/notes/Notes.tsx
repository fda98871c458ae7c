import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import type { Note } from '@sendero/core';
import { shortDate } from '../app/dates.ts';
import { useRemove } from '../app/Undo.tsx';
import { useChildren, useDevice } from '../data/hooks.ts';
import { KeepOrCancel } from '../fields/KeepOrCancel.tsx';
import { draftNames } from '../fields/useDraft.ts';
import { useRecordForm } from '../fields/useRecordForm.ts';

/** Where a note is pinned: to a planting, to a stop of a walk there, or to a planter row. */
export type Place = Pick<Note, 'plantingId' | 'walkId' | 'stop' | 'row'>;

const placeWords = ({ stop, row }: Pick<Note, 'stop' | 'row'>) =>
  [stop && `Stop ${stop}`, row && (stop ? `row ${row}` : `Row ${row}`)].filter(Boolean).join(', ');

/** Those pinned to a place and to what lies in it, oldest first. */
const useNotes = (place: Place) =>
  useChildren('note', 'plantingId', place.plantingId).filter(
    ({ data }) =>
      (place.walkId === null || data.walkId === place.walkId) &&
      (place.stop === null || data.stop === place.stop),
  );

/** Notes pinned to a place and a box for a new one. What is typed stays until it is kept. */
export default function Notes({ place }: { place: Place }) {
  const notes = useNotes(place);
  const remove = useRemove();
  return (
    <div className="stack tight">
      {notes.length > 0 && (
        <ul className="list-plain sheet">
          {[...notes].reverse().map(({ id, data }) => (
            <li key={id} className="task">
              <div style={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
                <strong>{shortDate(data.on)}</strong>
                {placeWords(data) && <span className="soft">, {placeWords(data)}</span>}
                <div>{data.text}</div>
              </div>
              <Button
                variant="subtle"
                h={48}
                onClick={() => remove('note', id, 'Note deleted.')}
                aria-label={`Delete the note: ${data.text.slice(0, 60)}`}
              >
                Delete
              </Button>
            </li>
          ))}
        </ul>
      )}
      <NewNote key={Object.values(place).join(' ')} place={place} />
    </div>
  );
}

const draftOf = (place: Place) => `note ${Object.values(place).join(' ')}`;

function NewNote({ place }: { place: Place }) {
  const [open, setOpen] = useState(() => draftNames().includes(draftOf(place)));
  if (open) return <NoteForm place={place} onDone={() => setOpen(false)} />;
  return (
    <div>
      <Button variant="default" h={48} onClick={() => setOpen(true)}>
        Add a note
      </Button>
    </div>
  );
}

function NoteForm({ place, onDone }: { place: Place; onDone(): void }) {
  const device = useDevice();
  const { form, keep, cancel } = useRecordForm({
    kind: 'note',
    name: draftOf(place),
    start: () => ({ text: '' }),
    read: ({ text }) => ({ data: { ...place, ...device.moment(), text } }),
    onDone,
  });
  const where = placeWords(place).toLowerCase();
  return (
    <form className="stack tight" noValidate onSubmit={form.onSubmit(keep)}>
      <Textarea
        label={where ? `New note on ${where}` : 'New note'}
        autoFocus
        rows={3}
        {...form.getInputProps('text')}
      />
      <KeepOrCancel onCancel={cancel} />
    </form>
  );
}
