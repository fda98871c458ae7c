import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import type { Note } from '@sendero/core';
import { shortDate } from '../app/dates.ts';
import { useChildren, useDevice } from '../data/hooks.ts';
import { useDraft } from '../fields/useDraft.ts';

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

/** The notes of a place behind one line, for screens of the field. */
export default function NotesFold({ place }: { place: Place }) {
  const many = useNotes(place).length;
  return (
    <details>
      <summary>{many > 0 ? `Notes on this stop: ${many}` : 'Note on this stop'}</summary>
      <Notes place={place} />
    </details>
  );
}

/** Notes pinned to a place and a box for a new one. What is typed stays until it is kept. */
export function Notes({ place }: { place: Place }) {
  const device = useDevice();
  const notes = useNotes(place);
  const [gone, setGone] = useState<string | null>(null);
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
                onClick={() => {
                  device.remove('note', id);
                  setGone(id);
                }}
                aria-label={`Delete the note: ${data.text.slice(0, 60)}`}
              >
                Delete
              </Button>
            </li>
          ))}
        </ul>
      )}
      {gone && (
        <p className="small" role="status">
          Note deleted.{' '}
          <Button
            variant="subtle"
            size="compact-md"
            h={44}
            onClick={() => {
              device.restore('note', gone);
              setGone(null);
            }}
          >
            Undo
          </Button>
        </p>
      )}
      <NewNote key={Object.values(place).join(' ')} place={place} />
    </div>
  );
}

function NewNote({ place }: { place: Place }) {
  const device = useDevice();
  const draft = useDraft<{ text: string }, 'note'>(
    `note ${Object.values(place).join(' ')}`,
    undefined,
    () => ({ text: '' }),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const keep = () => {
    const saved = device.put('note', { ...place, ...device.moment(), text: draft.values.text });
    setProblem(saved.ok ? null : (Object.values(saved.problems)[0] ?? null));
    if (saved.ok) draft.clear();
  };
  return (
    <form
      className="stack tight"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <Textarea
        label={placeWords(place) ? `New note on ${placeWords(place).toLowerCase()}` : 'New note'}
        autosize
        minRows={2}
        value={draft.values.text}
        error={problem}
        onChange={(event) => draft.change({ text: event.currentTarget.value })}
      />
      <div>
        <Button type="submit" variant="default" h={48} disabled={draft.values.text.trim() === ''}>
          Keep the note
        </Button>
      </div>
    </form>
  );
}
