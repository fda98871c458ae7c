import { FIELD_PARTS, geodesicArea, type FieldPart, type Kept } from '@sendero/core';
import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { useUnits } from '../units/useUnits.ts';
import { PART_WORDS } from './fieldFeatures.ts';

/** Zones, obstacles and gateways of a field: which there are, and which is being drawn. */
export function FieldParts({
  parts,
  chosen,
  adding,
  onChoose,
  onAdd,
  onName,
  onRemove,
}: {
  parts: readonly Kept<'fieldPart'>[];
  chosen: Kept<'fieldPart'> | null;
  /** What is about to be drawn. */
  adding: FieldPart['part'] | null;
  onChoose(id: string | null): void;
  onAdd(part: FieldPart['part'] | null): void;
  onName(name: string): void;
  onRemove(): void;
}) {
  const units = useUnits();
  return (
    <section className="stack tight" aria-label="Parts of the field">
      <h2>Zones, obstacles, gateways</h2>
      {parts.length > 0 && (
        <div className="row">
          {parts.map(({ id, data }) => (
            <button
              key={id}
              className="tool"
              aria-pressed={id === chosen?.id}
              onClick={() => onChoose(id === chosen?.id ? null : id)}
            >
              {data.name}
              <span className="small soft">
                {' '}
                {data.shape ? units.show(geodesicArea(data.shape), 'area') : 'gateway'}
              </span>
            </button>
          ))}
        </div>
      )}
      {chosen ? (
        <div className="row" style={{ alignItems: 'end' }}>
          <PartName key={chosen.id} name={chosen.data.name} onName={onName} />
          <button className="tool" onClick={onRemove}>
            Take {chosen.data.name} off
          </button>
        </div>
      ) : (
        <Choice
          label="Draw another"
          clearable
          options={FIELD_PARTS.map((value) => ({
            value,
            says: (
              <>
                {PART_WORDS[value].label}{' '}
                <span className="small soft">{PART_WORDS[value].how}</span>
              </>
            ),
          }))}
          value={adding}
          onChange={onAdd}
        />
      )}
    </section>
  );
}

function PartName({ name, onName }: { name: string; onName(name: string): void }) {
  const [text, setText] = useState(name);
  return (
    <TextInput
      label="Name"
      value={text}
      error={text.trim() === '' ? 'Enter a name.' : undefined}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={() => text.trim() !== '' && text !== name && onName(text)}
    />
  );
}
