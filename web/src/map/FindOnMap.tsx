import { readPlace, type Kept, type Position } from '@sendero/core';
import { Autocomplete } from '@mantine/core';
import { useState } from 'react';
import { useAll } from '../data/hooks.ts';

/** Finds a field by its name or its grower's, or a place by its coordinates. */
export function FindOnMap({
  fields,
  onField,
  onPlace,
}: {
  fields: readonly Kept<'field'>[];
  onField(id: string): void;
  onPlace(place: Position): void;
}) {
  const growers = useAll('grower');
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const growerOf = (id: string) => growers.find((one) => one.id === id)?.data.name ?? '';
  const options = fields.map(({ id, data }) => ({
    id,
    says: [data.name, growerOf(data.growerId)].filter(Boolean).join(', '),
  }));
  const find = (typed: string) => {
    const place = readPlace(typed);
    const word = typed.trim().toLowerCase();
    const field =
      options.find(({ says }) => says.toLowerCase() === word) ??
      options.find(({ says }) => word !== '' && says.toLowerCase().includes(word));
    setProblem(null);
    setOpen(false);
    if (place) onPlace(place);
    else if (field) {
      setText('');
      onField(field.id);
    } else setProblem('No field has this name. Coordinates look like 44.6012, -138.6034.');
  };
  return (
    <form
      role="search"
      onSubmit={(event) => {
        event.preventDefault();
        find(text);
      }}
    >
      <Autocomplete
        label="Find a field or coordinates"
        placeholder="Name, or 44.6012, -138.6034"
        style={{ width: 320, maxWidth: '100%' }}
        value={text}
        onChange={(typed) => {
          setText(typed);
          setProblem(null);
          setOpen(true);
        }}
        dropdownOpened={open}
        onClick={() => setOpen(true)}
        onBlur={() => setOpen(false)}
        onOptionSubmit={find}
        data={[...new Set(options.map(({ says }) => says))]}
        limit={20}
        error={problem}
      />
    </form>
  );
}
