import {
  cutTo,
  fieldArea,
  geodesicArea,
  middleOf,
  type Boundary,
  type Field,
  type FieldPart,
  type Fix,
  type Kept,
  type Position,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { FileButton } from '../app/FileButton.tsx';
import { useOfferUndo, useRemove } from '../app/Undo.tsx';
import { useAll, useChildren, useDevice } from '../data/hooks.ts';
import { WhereIAm } from '../position/WhereIAm.tsx';
import { useUnits } from '../units/useUnits.ts';
import { fieldFeatures, PART_WORDS } from './fieldFeatures.ts';
import { FieldParts } from './FieldParts.tsx';
import { BackgroundPicker } from './background/BackgroundPicker.tsx';
import { KeepOffline } from './background/KeepOffline.tsx';
import { useBackground } from './background/useBackground.ts';
import { FindOnMap } from './FindOnMap.tsx';
import type { MapFeature } from './looks.ts';
import { MapCanvas, type MapEdit } from './MapCanvas.tsx';
import { Passes } from './Passes.tsx';
import { Pictures, useGroundPicture } from './Pictures.tsx';
import { SaveShapes } from './SaveShapes.tsx';
import { readShapes, ShapeProblem, SHAPE_FILES, type ShapesRead } from './shapeFiles.ts';
import { ShapeTrouble } from './ShapeTrouble.tsx';
import { troubleOf, useShape } from './useShape.ts';
import { WalkAround } from './WalkAround.tsx';

/** The fields on a map; the outline of one and its parts drawn by hand, changed corner by corner, or brought as a file. */
export default function MapScreen() {
  const all = useAll('field');
  const fields = useMemo(() => all.filter(({ data }) => !data.archived), [all]);
  /** Where the map was sent by coordinates, or beside another field. */
  const [sentTo, setSentTo] = useState<SentTo | null>(null);
  const [search, setSearch] = useSearchParams();
  const chosen = fields.find(({ id }) => id === search.get('field')) ?? null;
  const choose = (id: string) => {
    setSentTo(null);
    setSearch({ field: id }, { replace: true });
  };
  const [looking, setLooking] = useState(false);
  const [fix, setFix] = useState<Fix | null>(null);
  const here = looking ? fix : null;
  const places = useMemo(() => ({ here, sentTo, onSend: setSentTo }), [here, sentTo]);
  return (
    <Parts>
      <div>
        {chosen ? (
          <Link to="/map" replace>
            All fields
          </Link>
        ) : (
          <Link className="alone" to="/fields">
            Fields
          </Link>
        )}
        <h1>{chosen ? `Map of ${chosen.data.name}` : 'Map'}</h1>
      </div>
      <div className="row" style={{ alignItems: 'end' }}>
        <FindOnMap
          fields={fields}
          onField={choose}
          onPlace={(place) => setSentTo({ place, marked: true })}
        />
        <BackgroundPicker />
        <button className="tool" aria-pressed={looking} onClick={() => setLooking(!looking)}>
          Show where I am
        </button>
      </div>
      {looking && <WhereIAm onFix={setFix} />}
      {chosen ? (
        <OneField
          key={chosen.id}
          fields={fields}
          field={chosen}
          places={places}
          onChoose={choose}
        />
      ) : (
        <AllFields fields={fields} places={places} onChoose={choose} />
      )}
    </Parts>
  );
}

/** A place the map is sent to, marked where somebody typed it. */
interface SentTo {
  place: Position;
  marked: boolean;
}
interface Places {
  here: Fix | null;
  sentTo: SentTo | null;
  onSend(to: SentTo): void;
}

const placeFeatures = ({ here, sentTo }: Places): MapFeature[] => [
  ...(here ? [{ id: 'here', look: 'here' as const, at: here.at, size: here.accuracyM }] : []),
  ...(sentTo?.marked
    ? [{ id: 'found', look: 'mark' as const, at: sentTo.place, hollow: true, size: 8 }]
    : []),
];
/** About half a mile around a place, degrees. */
const AROUND = 0.006;
const focusOn = ({ place: [x, y] }: SentTo) => ({
  key: `place ${x} ${y}`,
  box: [x - AROUND, y - AROUND, x + AROUND, y + AROUND] as [number, number, number, number],
});

function AllFields({
  fields,
  places,
  onChoose,
}: {
  fields: readonly Kept<'field'>[];
  places: Places;
  onChoose(id: string): void;
}) {
  const { system } = useUnits();
  const features = useMemo(
    () => [
      ...fields.flatMap((field) => fieldFeatures(field, [], { passes: false })),
      ...placeFeatures(places),
    ],
    [fields, places],
  );
  const ids = new Set(fields.map(({ id }) => id));
  const drawn = fields.flatMap(({ id, data }) => (data.boundary ? [id] : [])).join(' ');
  return (
    <>
      <MapCanvas
        features={features}
        focus={places.sentTo ? focusOn(places.sentTo) : { key: `all ${drawn}` }}
        system={system}
        label="Map of the fields"
        onChoose={(id) => ids.has(id) && onChoose(id)}
      />
      <p className="small soft">
        Tap a field, or find one, to draw or change its outline and what lies in it.
      </p>
    </>
  );
}

function OneField({
  fields,
  field,
  places,
  onChoose,
}: {
  fields: readonly Kept<'field'>[];
  field: Kept<'field'>;
  places: Places;
  onChoose(id: string): void;
}) {
  const device = useDevice();
  const units = useUnits();
  const offerUndo = useOfferUndo();
  const remove = useRemove();
  const parts = useChildren('fieldPart', 'fieldId', field.id);
  const [drawing, setDrawing] = useState(false);
  const [adding, setAdding] = useState<FieldPart['part'] | null>(null);
  const [partId, setPartId] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [several, setSeveral] = useState<ShapesRead['shapes'] | null>(null);
  const pictures = useChildren('groundPicture', 'fieldId', field.id);
  const [pictureId, setPictureId] = useState<string | null>(() => pictures.at(-1)?.id ?? null);
  const picture = useGroundPicture(pictures.find(({ id }) => id === pictureId) ?? null);
  const [walking, setWalking] = useState(false);
  const [way, setWay] = useState<Position[]>([]);
  const part = parts.find(({ id }) => id === partId) ?? null;
  const outline = field.data.boundary;
  const { map: background } = useBackground();
  /** What the hand is at: the outline, a part of the field, or one that is to be. */
  const atPart = part !== null || adding !== null;

  const rest = () => {
    setDrawing(false);
    setSeveral(null);
    setProblem(null);
  };
  const changeField = (change: Partial<Field>, says: string | null) => {
    rest();
    const before = field.data;
    const saved = device.change('field', field.id, (data) => ({ ...data, ...change }));
    if (!saved.ok) return setProblem(Object.values(saved.problems)[0] ?? null);
    if (says)
      offerUndo({
        says: `${field.data.name}: ${says}.`,
        undo: () => device.takeBack('field', field.id, before, { ...before, ...change }),
      });
  };
  const addPart = (data: Pick<FieldPart, 'part' | 'shape' | 'at'>, called?: string) => {
    rest();
    const { label } = PART_WORDS[data.part];
    const alike = parts.filter((one) => one.data.part === data.part).length;
    const name = called || (alike === 0 ? label : `${label} ${alike + 1}`);
    const saved = device.put('fieldPart', { fieldId: field.id, name, ...data });
    if (!saved.ok) return setProblem(Object.values(saved.problems)[0] ?? null);
    setAdding(null);
    setPartId(saved.id);
    offerUndo({
      says: `${name} drawn.`,
      undo: () => device.remove('fieldPart', saved.id),
    });
  };
  /** All that a file has, but what does not lie in the field: that is said. */
  const addParts = (kind: FieldPart['part'], shapes: ShapesRead['shapes']) => {
    const sound = shapes.filter(({ boundary }) => !troubleOf(boundary, outline));
    const { label } = PART_WORDS[kind];
    const alike = parts.filter((one) => one.data.part === kind).length;
    rest();
    const saved = device.putAll(
      sound.map(({ name, boundary }, i) => ({
        kind: 'fieldPart',
        data: {
          fieldId: field.id,
          part: kind,
          name: name || `${label} ${alike + i + 1}`,
          shape: boundary,
          at: null,
        },
      })),
    );
    if (!saved.ok) return setProblem(Object.values(saved.problems)[0] ?? null);
    setAdding(null);
    const left = shapes.length - sound.length;
    if (left > 0)
      setProblem(`${left} of ${shapes.length} lie outside the field or cannot be: left out.`);
    offerUndo({
      says: `${sound.length} drawn.`,
      undo: () => saved.ids.forEach((id) => device.remove('fieldPart', id)),
    });
  };
  const changePart = (change: Partial<FieldPart>) => {
    rest();
    const before = part!.data;
    const saved = device.change('fieldPart', part!.id, (data) => ({ ...data, ...change }));
    if (!saved.ok) return setProblem(Object.values(saved.problems)[0] ?? null);
    offerUndo({
      says: `${before.name} changed.`,
      undo: () => device.takeBack('fieldPart', part!.id, before, { ...before, ...change }),
    });
  };
  const keep = (shape: Boundary, name?: string) => {
    if (part) changePart({ shape });
    else if (adding) addPart({ part: adding, shape, at: null }, name);
    else changeField({ boundary: shape }, 'outline changed');
  };
  const { broken, take, drop } = useShape(atPart ? outline : null, keep);
  const bring = async (file: File) => {
    rest();
    try {
      const { shapes } = await readShapes(file);
      if (shapes.length === 1) take(shapes[0]!.boundary);
      else setSeveral(shapes);
    } catch (error) {
      if (!(error instanceof ShapeProblem)) throw error;
      setProblem(error.message);
    }
  };
  const gateway = (part?.data.part ?? adding) === 'gateway';
  const shown = broken ? (broken.drawable ? broken.shape : null) : shapeNow();
  function shapeNow(): Boundary | null {
    if (part) return part.data.shape;
    return adding ? null : outline;
  }
  const edit: MapEdit = {
    shape: shown,
    label: part?.data.name ?? (adding ? '' : field.data.name),
    draw: gateway ? 'place' : drawing || (adding && !broken) ? 'area' : null,
    onShape: (shape) => take(shape),
    onPlace: (at: Position) =>
      part ? changePart({ at }) : addPart({ part: 'gateway', shape: null, at }),
  };
  const features = useMemo(
    (): MapFeature[] => [
      ...placeFeatures(places),
      ...(way.length > 1 ? [{ id: 'way', look: 'way' as const, line: way }] : []),
      ...fields.flatMap((one) =>
        one.id === field.id
          ? fieldFeatures(one, parts, {
              without: atPart ? (part?.id ?? null) : field.id,
            })
          : fieldFeatures(one, [], { passes: false }),
      ),
    ],
    [fields, field.id, parts, part, atPart, way, places],
  );
  const hasOutline = outline !== null;
  const focus = useMemo(
    () =>
      places.sentTo
        ? focusOn(places.sentTo)
        : { key: `${field.id} ${hasOutline}`, on: hasOutline ? ['', field.id] : undefined },
    [field.id, hasOutline, places.sentTo],
  );
  const area = fieldArea(field.data);
  const inside = part?.data.shape && outline ? cutTo(part.data.shape, outline) : null;
  const overhangs =
    inside !== null && geodesicArea(inside) < 0.99 * geodesicArea(part!.data.shape!);
  const ids = new Set(fields.map(({ id }) => id));
  return (
    <>
      {walking && (
        <WalkAround
          fieldId={part?.id ?? field.id}
          onWay={setWay}
          onClose={() => setWalking(false)}
          onDone={(shape) => {
            setWalking(false);
            take(shape);
          }}
        />
      )}
      {overhangs && !broken && (
        <div className="row" role="status">
          <span>
            {part!.data.name} reaches out of the field: only the{' '}
            {units.show(geodesicArea(inside), 'area')} inside count.
          </span>
          <Button variant="default" h={48} onClick={() => changePart({ shape: inside })}>
            Cut it to the field
          </Button>
        </div>
      )}
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      {broken && <ShapeTrouble broken={broken} onMend={take} onDrop={drop} />}
      {several && (
        <Several
          shapes={several}
          all={adding ? () => addParts(adding, several) : null}
          onOne={({ boundary, name }) => {
            setSeveral(null);
            take(boundary, name);
          }}
        />
      )}
      <MapCanvas
        features={features}
        focus={focus}
        edit={edit}
        picture={picture}
        system={units.system}
        label="Map of the fields"
        onChoose={(id) => {
          if (parts.some((one) => one.id === id)) setPartId(id);
          else if (ids.has(id) && id !== field.id) onChoose(id);
        }}
      />
      {!gateway && (
        <div className="row">
          {!adding && (
            <Button
              h={48}
              variant={shown ? 'default' : 'filled'}
              aria-pressed={drawing}
              onClick={() => setDrawing(!drawing)}
            >
              {drawing ? 'Stop drawing' : shown ? 'Draw another part' : 'Draw its outline'}
            </Button>
          )}
          <FileButton accept={SHAPE_FILES} onFile={(file) => void bring(file)}>
            {adding
              ? `Bring ${PART_WORDS[adding].label.toLowerCase()} as a file`
              : 'Bring its outline'}
          </FileButton>
          {!walking && (
            <Button variant="default" h={48} onClick={() => setWalking(true)}>
              Walk around it
            </Button>
          )}
          {!atPart && outline && !broken && (
            <Button
              variant="default"
              h={48}
              onClick={() => changeField({ boundary: null }, 'outline taken off')}
            >
              Take it off
            </Button>
          )}
        </div>
      )}
      <p className="small soft">{howText({ adding, gateway, drawing, shown: shown !== null })}</p>
      {!outline && <WayToIt fields={fields} onSend={places.onSend} />}
      {outline && background && (
        <KeepOffline key={background.id} map={background} outline={outline} />
      )}
      {outline && (
        <div className="row spread">
          <p>
            <strong>{units.show(geodesicArea(outline), 'area')}</strong> by its outline
            {area?.from === 'typed'
              ? `; ${units.show(area.areaM2, 'area')} was typed, and is what figures go by.`
              : '.'}
          </p>
          <SaveShapes field={field} parts={parts} />
        </div>
      )}
      {outline && (
        <div className="columns half">
          <FieldParts
            parts={parts}
            chosen={part}
            adding={adding}
            onChoose={(id) => {
              drop();
              rest();
              setAdding(null);
              setPartId(id);
            }}
            onAdd={(one) => {
              drop();
              rest();
              setAdding(one);
            }}
            onName={(name) => changePart({ name })}
            onRemove={() => {
              const { id, data } = part!;
              remove('fieldPart', id, `${data.name} taken off.`);
              setPartId(null);
            }}
          />
          <Passes field={field.data} onChange={(change) => changeField(change, null)} />
          <Pictures fieldId={field.id} outline={outline} shown={pictureId} onShow={setPictureId} />
        </div>
      )}
    </>
  );
}

/** Ways to a field that is not on the map yet, at a desk far from it. */
function WayToIt({
  fields,
  onSend,
}: {
  fields: readonly Kept<'field'>[];
  onSend(to: SentTo): void;
}) {
  const drawn = fields.filter(({ data }) => data.boundary).slice(0, 6);
  return (
    <div className="stack tight">
      <p>
        To find the field: enter its coordinates above, show your position while you stand in it, or
        import its outline.{drawn.length > 0 && ' Or start beside another field:'}
      </p>
      <div className="row">
        {drawn.map(({ id, data }) => (
          <button
            key={id}
            className="tool"
            onClick={() => onSend({ place: middleOf(data.boundary!), marked: false })}
          >
            {data.name}
          </button>
        ))}
      </div>
    </div>
  );
}

function howText({
  adding,
  gateway,
  drawing,
  shown,
}: {
  adding: FieldPart['part'] | null;
  gateway: boolean;
  drawing: boolean;
  shown: boolean;
}): string {
  if (gateway) return 'Touch the map where the gateway is.';
  if (adding || drawing)
    return 'Touch corner after corner; the last one twice. It catches on outlines beside it; drawn inside, it is a hole.';
  return shown
    ? 'Take hold of a corner, or of a side to make a new one; Alt and a click take a corner out.'
    : 'It has no outline yet.';
}

function Several({
  shapes,
  all,
  onOne,
}: {
  shapes: ShapesRead['shapes'];
  /** Takes each of them; null where only one can be meant. */
  all: (() => void) | null;
  onOne(shape: ShapesRead['shapes'][number]): void;
}) {
  const units = useUnits();
  return (
    <section className="sheet stack tight" aria-label="Outlines in the file">
      <h2>Which of its {shapes.length} outlines?</h2>
      <div className="row">
        {all && (
          <Button h={48} onClick={all}>
            All of them
          </Button>
        )}
        {shapes.slice(0, 40).map((shape, i) => (
          <button key={i} className="tool" onClick={() => onOne(shape)}>
            {shape.name || `Outline ${i + 1}`}, {units.show(geodesicArea(shape.boundary), 'area')}
          </button>
        ))}
      </div>
    </section>
  );
}
