import { COVERS, DOUBLE_FINDS, FEELS, GAP_FINDS, type GapDig } from '@sendero/core';
import { useState } from 'react';
import { COVER_WORDS } from '../belowGround/belowWords.ts';
import { FEEL_WORDS } from '../depth/trenchWords.ts';
import { Choice, Choices } from '../app/Choice.tsx';
import { Section } from '../app/Section.tsx';
import { newId } from '../data/newId.ts';
import { useEdits } from '../data/useEdits.ts';
import { PhotoButton } from '../photos/PhotoButton.tsx';
import { RowRibbon } from '../spacing/RowRibbon.tsx';
import styles from '../stop/stop.module.css';
import { RowSelect, StopScreen, UndoButton, type StepProps } from '../stop/StopScreen.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FIND_WORDS } from './digWords.ts';
import { DigSheet, KeptDigs } from './DigSheet.tsx';
import { FindDrawing } from './FindDrawing.tsx';
import { PictureKeys } from './PictureKeys.tsx';
import { placesOnTape, type TapePlace } from './placesOnTape.ts';
import { TwoDepths } from './TwoDepths.tsx';

/** A missing plant is a question: what lies where it should stand. */
export default function GapsScreen() {
  return (
    <StopScreen step="gaps">
      {(props) => <Gaps key={`${props.stop.id} ${props.row}`} {...props} />}
    </StopScreen>
  );
}

function Gaps(props: StepProps) {
  const { facts, stop, row } = props;
  const units = useUnits();
  const { change: edit, remove, undo, problem } = useEdits('observation');
  const [openId, setOpenId] = useState<string | null>(null);
  /** A dig that is opened and has nothing in it yet. */
  const [begun, setBegun] = useState<{ id: string; data: GapDig } | null>(null);
  const tape =
    stop.tapes.find(({ data }) => data.row === row) ?? (row === null ? stop.tapes[0] : undefined);
  const digs = stop.seen.flatMap(({ id, data }) => (data.type === 'gapDig' ? [{ id, data }] : []));
  const here = digs.filter(({ data }) => data.row === row);
  const places = tape ? placesOnTape(tape.data, facts.spacingM) : [];
  const open = digs.find(({ id }) => id === openId) ?? null;
  const at = (data: { atM: number | null; what: string; row: number | null }) =>
    `${data.what === 'gap' ? 'Gap' : 'Double'}${data.atM === null ? '' : ` at ${units.show(data.atM, 'tapePosition')}`}${data.row === null ? '' : `, row ${data.row}`}`;
  const begin = (what: GapDig['what'], atM: number | null) => {
    const known = here.find(({ data }) => data.atM !== null && data.atM === atM);
    setOpenId(known?.id ?? null);
    setBegun(
      known
        ? null
        : {
            id: newId(),
            data: {
              stopId: stop.id,
              type: 'gapDig',
              row: row ?? tape?.data.row ?? null,
              atM,
              what,
              found: null,
              depthM: null,
              typed: '',
              neighbourM: null,
              neighbourTyped: '',
              feel: null,
              cover: [],
              note: '',
            },
          },
    );
  };
  const round = (m: number) => Math.round(m * 1000) / 1000;
  const inPlace = (m: number) => places.find(({ fromM, toM }) => m >= fromM && m <= toM);
  return (
    <>
      <RowSelect {...props} />
      {tape && (
        <div className="sheet" style={{ padding: '0.5rem 0.25rem' }}>
          <RowRibbon
            positionsM={tape.data.positionsM}
            stages={tape.data.stages}
            crop={facts.planting.data.crop}
            referenceM={facts.spacingM}
            lengthM={
              Math.max(tape.data.readToM ?? 0, tape.data.positionsM.at(-1) ?? 0) + facts.spacingM
            }
            marks={here.flatMap(({ data }) =>
              data.atM === null ? [] : [{ atM: data.atM, sign: 'dug' as const }],
            )}
            onTap={(m) => {
              const place = inPlace(m);
              if (place) begin(place.what, round(place.atM));
            }}
            label={`Tape of row ${tape.data.row ?? 'not told'} with ${places.length} places to look into`}
          />
        </div>
      )}
      {!begun && !open && (
        <PlaceKeys
          places={places}
          onPlace={(what, atM) => begin(what, atM === null ? null : round(atM))}
        />
      )}
      {(begun || open) && (
        <DigForm
          key={(open ?? begun)!.id}
          title={at((open ?? begun)!.data)}
          dig={(open ?? begun)!.data}
          usualM={facts.planting.data.depthTargetM}
          onChange={(change) => {
            const { id, data } = open ?? begun!;
            if (!edit(id, (now) => ({ ...((now as GapDig | undefined) ?? data), ...change })))
              return;
            setOpenId(id);
            setBegun(null);
          }}
          onDone={() => {
            setOpenId(null);
            setBegun(null);
          }}
        />
      )}
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      {open && <PhotoButton stopId={stop.id} row={open.data.row} of={open.id} />}
      <KeptDigs
        label="Dug at this stop"
        digs={digs.map(({ id, data }) => ({
          id,
          title: at(data),
          says: data.found ? FIND_WORDS[data.found].key : 'not looked at yet',
        }))}
        onOpen={setOpenId}
        onDelete={remove}
      />
      <UndoButton undo={undo} />
    </>
  );
}

function PlaceKeys({
  places,
  onPlace,
}: {
  places: readonly TapePlace[];
  onPlace(what: GapDig['what'], atM: number | null): void;
}) {
  const units = useUnits();
  return (
    <div className="stack tight">
      <p>
        {places.length === 0
          ? 'Dig where the plant should be, then at a healthy neighbour.'
          : 'Tap a gap or a double on the drawn row, or here:'}
      </p>
      <div className="chips">
        {places.map(({ what, atM, empty }) => (
          <button key={atM} className="chip" onClick={() => onPlace(what, atM)}>
            {what === 'gap' ? `Gap of ${empty}` : 'Double'} at {units.show(atM, 'tapePosition')}
          </button>
        ))}
        <button className="chip" onClick={() => onPlace('gap', null)}>
          A gap elsewhere
        </button>
        <button className="chip" onClick={() => onPlace('double', null)}>
          A double elsewhere
        </button>
      </div>
    </div>
  );
}

function DigForm({
  title,
  dig,
  usualM,
  onChange,
  onDone,
}: {
  title: string;
  dig: GapDig;
  usualM: number;
  onChange(change: Partial<GapDig>): void;
  onDone(): void;
}) {
  const finds: readonly NonNullable<GapDig['found']>[] =
    dig.what === 'gap' ? GAP_FINDS : DOUBLE_FINDS;
  const label = dig.what === 'gap' ? 'Where the plant should be' : 'Where two stand';
  return (
    <DigSheet title={title} onDone={onDone}>
      <PictureKeys
        label={label}
        says={
          <span className={styles.answerLine} data-testid={dig.found ? 'points-to' : undefined}>
            {dig.found ? `Points to ${FIND_WORDS[dig.found].points}. Check a neighbor too.` : label}
          </span>
        }
        options={finds.map((find) => ({
          value: find,
          says: FIND_WORDS[find].key,
          picture: <FindDrawing find={find} />,
        }))}
        value={dig.found}
        onChange={(found) => onChange({ found })}
      />
      <TwoDepths
        usualM={usualM}
        slots={[
          {
            label: 'Here',
            valueM: dig.depthM,
            onDepth: (depthM, typed) => onChange({ depthM, typed }),
          },
          {
            label: 'Neighbour',
            valueM: dig.neighbourM,
            onDepth: (neighbourM, neighbourTyped) => onChange({ neighbourM, neighbourTyped }),
          },
        ]}
      />
      <Section title="Soil and surface" bare>
        <Choice
          label="The soil there feels"
          options={FEELS.map((value) => ({ value, says: FEEL_WORDS[value] }))}
          value={dig.feel}
          clearable
          onChange={(feel) => onChange({ feel })}
        />
        <Choices
          label="Over it"
          options={COVERS.map((value) => ({ value, says: COVER_WORDS[value] }))}
          value={dig.cover}
          onChange={(cover) => onChange({ cover })}
        />
      </Section>
    </DigSheet>
  );
}
