import { checkBoundary, fieldArea, geodesicArea, type Boundary, type Kept } from '@sendero/core';
import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { FileButton } from '../app/FileButton.tsx';
import { saveFile } from '../app/saveFile.ts';
import { useOfferUndo } from '../app/Undo.tsx';
import { useAll, useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { FieldCanvas } from './FieldCanvas.tsx';
import {
  readShapes,
  SHAPE_FORMATS,
  ShapeProblem,
  writeShape,
  type ShapeFormat,
  type ShapesRead,
} from './shapeFiles.ts';

/** The fields on a map; the outline of one drawn by hand, moved corner by corner, or brought as a file. */
export default function MapScreen() {
  const fields = useAll('field').filter(({ data }) => !data.archived);
  const [search, setSearch] = useSearchParams();
  const chosen = fields.find(({ id }) => id === search.get('field')) ?? null;
  return (
    <div className="stack">
      <div>
        <Link to="/fields">Fields</Link>
        <h1>Map</h1>
      </div>
      <Outline
        key={chosen?.id ?? ''}
        fields={fields}
        field={chosen}
        onChoose={(id) => setSearch(id ? { field: id } : {}, { replace: true })}
      />
    </div>
  );
}

/** What is wrong and can be seen, and mended by hand. */
const DRAWABLE: ReadonlySet<string> = new Set(['crossing', 'small']);

function Outline({
  fields,
  field,
  onChoose,
}: {
  fields: readonly Kept<'field'>[];
  field: Kept<'field'> | null;
  onChoose(id: string): void;
}) {
  const device = useDevice();
  const units = useUnits();
  const offerUndo = useOfferUndo();
  const [drawing, setDrawing] = useState(false);
  // What cannot be kept yet stays on the map, with what is wrong.
  const [broken, setBroken] = useState<Boundary | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [several, setSeveral] = useState<ShapesRead['shapes'] | null>(null);
  const kept = field?.data.boundary ?? null;
  const shown = broken ?? kept;
  const trouble = broken && checkBoundary(broken);
  const keep = (boundary: Boundary | null, says: string) => {
    if (!field) return;
    setDrawing(false);
    setSeveral(null);
    setProblem(null);
    if (boundary && checkBoundary(boundary)) return setBroken(boundary);
    setBroken(null);
    const before = field.data;
    const saved = device.change('field', field.id, (data) => ({ ...data, boundary }));
    if (!saved.ok) return setProblem(Object.values(saved.problems)[0] ?? null);
    offerUndo({
      says: `${field.data.name}: ${says}.`,
      undo: () => device.takeBack('field', field.id, before, { ...before, boundary }),
    });
  };
  const bring = async (file: File) => {
    setProblem(null);
    try {
      const { shapes } = await readShapes(file);
      if (shapes.length === 1) keep(shapes[0]!.boundary, 'outline brought');
      else setSeveral(shapes);
    } catch (error) {
      if (!(error instanceof ShapeProblem)) throw error;
      setProblem(error.message);
    }
  };
  const save = (format: ShapeFormat) => {
    const text = writeShape(field!.data.name, kept!, format);
    saveFile(`${field!.data.name}.${format}`, SHAPE_FORMATS[format].type, text);
  };
  const area = field && fieldArea(field.data);
  return (
    <>
      <div className="row" style={{ alignItems: 'end' }}>
        <NativeSelect
          label="Field"
          value={field?.id ?? ''}
          data={[
            { value: '', label: 'All fields' },
            ...fields.map(({ id, data }) => ({ value: id, label: data.name })),
          ]}
          onChange={(event) => onChoose(event.currentTarget.value)}
        />
        {field && (
          <>
            <Button
              h={48}
              variant={shown ? 'default' : 'filled'}
              aria-pressed={drawing}
              onClick={() => setDrawing(!drawing)}
            >
              {drawing ? 'Stop drawing' : shown ? 'Draw another part' : 'Draw its outline'}
            </Button>
            <FileButton accept=".geojson,.json,.kml,.gpx,.zip" onFile={(file) => void bring(file)}>
              Bring its outline
            </FileButton>
            {shown && (
              <Button
                variant="default"
                h={48}
                onClick={() => (broken ? setBroken(null) : keep(null, 'outline taken off'))}
              >
                {broken ? 'Drop this outline' : 'Take it off'}
              </Button>
            )}
          </>
        )}
      </div>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      {trouble && (
        <div className="rule-left signal" role="alert">
          <p>{trouble.says} It is not kept until then.</p>
          {trouble.repair && (
            <Button h={48} onClick={() => keep(trouble.repair, 'outline mended')}>
              Swap them
            </Button>
          )}
        </div>
      )}
      {several && (
        <section className="sheet stack tight" aria-label="Outlines in the file">
          <h2>Which of its {several.length} outlines?</h2>
          <div className="row">
            {several.slice(0, 40).map(({ name, boundary }, i) => (
              <button key={i} className="tool" onClick={() => keep(boundary, 'outline brought')}>
                {name || `Outline ${i + 1}`}, {units.show(geodesicArea(boundary), 'area')}
              </button>
            ))}
          </div>
        </section>
      )}
      <FieldCanvas
        fields={fields}
        chosen={field?.id ?? null}
        // Places that are none are not drawn.
        boundary={trouble && !DRAWABLE.has(trouble.trouble) ? null : shown}
        drawing={drawing}
        system={units.system}
        onBoundary={(boundary) => keep(boundary, 'outline changed')}
        onChoose={onChoose}
      />
      {field && kept && (
        <div className="row spread">
          <p>
            <strong>{units.show(geodesicArea(kept), 'area')}</strong> by its outline
            {area?.from === 'typed'
              ? `; ${units.show(area.areaM2, 'area')} was typed, and is what figures go by.`
              : '.'}
          </p>
          <div className="row">
            {(Object.keys(SHAPE_FORMATS) as ShapeFormat[]).map((format) => (
              <button key={format} className="tool" onClick={() => save(format)}>
                Save as {SHAPE_FORMATS[format].label}
              </button>
            ))}
          </div>
        </div>
      )}
      <p className="small soft">
        {!field
          ? 'Touch a field, or choose one, to draw or change its outline.'
          : drawing
            ? 'Touch corner after corner; the last one twice. It catches on outlines beside it.'
            : shown
              ? 'Take hold of a corner, or of a side to make a new one; Alt and a click take a corner out.'
              : 'It has no outline yet.'}
      </p>
    </>
  );
}
