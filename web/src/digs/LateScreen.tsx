import {
  COVERS,
  CROWN_HOLDS_FROM_M,
  FEELS,
  plantDepth,
  stageName,
  STAGES,
  stageStep,
  whyLate,
  type Crop,
  type PlantDig,
  type DugPlant,
} from '@sendero/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { Choice, Choices } from '../app/Choice.tsx';
import { Fold } from '../app/Fold.tsx';
import { COVER_WORDS } from '../belowGround/belowWords.ts';
import { newId } from '../data/newId.ts';
import { useEdits } from '../data/useEdits.ts';
import { FEEL_WORDS } from '../depth/trenchWords.ts';
import { PhotoButton } from '../photos/PhotoButton.tsx';
import { RowRibbon } from '../spacing/RowRibbon.tsx';
import { RowSelect, StopScreen, UndoButton, type StepProps } from '../stop/StopScreen.tsx';
import styles from '../stop/stop.module.css';
import { useUnits } from '../units/useUnits.ts';
import { DigSheet, KeptDigs } from './DigSheet.tsx';
import { LATE_WORDS } from './digWords.ts';
import { laggardsOnTape } from './placesOnTape.ts';
import {
  MoreDepths,
  newPlant,
  readDepth,
  RootFields,
  StageAndWay,
  withDepth,
} from './PlantFields.tsx';
import { TwoDepths } from './TwoDepths.tsx';
import { useDugDay } from './useDugDay.ts';

/** A late plant, dug beside its neighbour: placed elsewhere, or held up where it lies. */
export default function LateScreen() {
  return (
    <StopScreen step="late">
      {(props) => <LatePlants key={`${props.stop.id} ${props.row}`} {...props} />}
    </StopScreen>
  );
}

const LAGS = [
  { value: 'oneBehind', says: 'one stage behind' },
  { value: 'twoBehind', says: 'two or more' },
] as const;

/** A stage so many steps before another; the first of its crop at least. */
const stageBefore = (crop: Crop, stage: string | null, steps: number): string | null =>
  stage === null ? null : STAGES[crop][Math.max(0, (stageStep(crop, stage) ?? 0) - steps)]!;

function LatePlants(props: StepProps) {
  const { facts, stop, row } = props;
  const { crop, depthTargetM } = facts.planting.data;
  const units = useUnits();
  const { keep, remove, undo, problem } = useEdits('observation', useDugDay(facts));
  const [open, setOpen] = useState<{ id: string; data: PlantDig } | null>(null);
  const digs = stop.seen.flatMap(({ id, data }) =>
    data.type === 'plantDig' && data.late !== null ? [{ id, data }] : [],
  );
  const tape =
    stop.tapes.find(({ data }) => data.row === row) ?? (row === null ? stop.tapes[0] : undefined);
  const common = stop.staged?.reading.mode ?? null;
  const laggards =
    tape && common !== null
      ? laggardsOnTape(
          tape.data,
          (stage) => stageStep(crop, common)! - (stageStep(crop, stage) ?? 0),
        )
      : [];
  const begin = (from: {
    late: PlantDig['late'];
    atM: number | null;
    neighbourAtM: number | null;
    stage: string | null;
  }) =>
    setOpen({
      id: newId(),
      data: {
        stopId: stop.id,
        type: 'plantDig',
        row: row ?? tape?.data.row ?? null,
        atM: from.atM,
        neighbourAtM: from.neighbourAtM,
        plant: newPlant(from.stage),
        late: from.late,
        neighbour: newPlant(common),
        feel: null,
        cover: [],
        note: '',
      },
    });
  const title = ({ atM, row: planterRow }: PlantDig) =>
    `Late plant${atM === null ? '' : ` at ${units.show(atM, 'tapePosition')}`}${planterRow === null ? '' : `, row ${planterRow}`}`;
  return (
    <>
      <RowSelect {...props} />
      {tape && (
        <div className="sheet" style={{ padding: '0.5rem 0.25rem' }}>
          <RowRibbon
            positionsM={tape.data.positionsM}
            stages={tape.data.stages}
            crop={crop}
            referenceM={facts.spacingM}
            lengthM={
              Math.max(tape.data.readToM ?? 0, tape.data.positionsM.at(-1) ?? 0) + facts.spacingM
            }
            marks={digs.flatMap(({ data }) =>
              data.atM === null || data.row !== tape.data.row
                ? []
                : [{ atM: data.atM, sign: 'dug' as const }],
            )}
            label={`Tape of row ${tape.data.row ?? 'not told'} with ${laggards.length} late plants`}
          />
        </div>
      )}
      {!open && (
        <div className="stack tight">
          <p>Dig a late plant and the healthy one beside it.</p>
          <div className="chips">
            {laggards.map(({ atM, stage, lag, neighbourAtM }) => (
              <button
                key={atM}
                className="chip"
                onClick={() =>
                  begin({ late: lag === 1 ? 'oneBehind' : 'twoBehind', atM, neighbourAtM, stage })
                }
              >
                {stageName(stage, tape!.data.stagedBy)} at {units.show(atM, 'tapePosition')}
              </button>
            ))}
            {LAGS.map(({ value, says }, i) => (
              <button
                key={value}
                className="chip"
                onClick={() =>
                  begin({
                    late: value,
                    atM: null,
                    neighbourAtM: null,
                    stage: stageBefore(crop, common, i + 1),
                  })
                }
              >
                A plant {says}
              </button>
            ))}
          </div>
        </div>
      )}
      {open && (
        <PairForm
          key={open.id}
          title={title(open.data)}
          crop={crop}
          dig={digs.find(({ id }) => id === open.id)?.data ?? open.data}
          usualM={depthTargetM}
          onChange={(data) => {
            if (keep(data, open.id)) setOpen({ id: open.id, data });
          }}
          onDone={() => setOpen(null)}
        >
          <div className="row">
            <PhotoButton
              stopId={stop.id}
              row={open.data.row}
              of={open.id}
              side="late"
              label="Photo of the late one"
            />
            <PhotoButton
              stopId={stop.id}
              row={open.data.row}
              of={open.id}
              side="neighbour"
              label="Photo of its neighbour"
            />
          </div>
        </PairForm>
      )}
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <KeptDigs
        label="Late plants dug at this stop"
        digs={digs.map(({ id, data }) => ({
          id,
          title: title(data),
          says: LATE_WORDS[whyLate(data)],
        }))}
        onOpen={(id) => setOpen(digs.find((dig) => dig.id === id) ?? null)}
        onDelete={(id) => {
          remove(id);
          setOpen(null);
        }}
      />
      <div className="row">
        <UndoButton undo={undo} />
        <Link
          className="tool"
          to={`/plantings/${facts.planting.id}/tags?walk=${facts.walk.id}&stop=${stop.data.ordinal}${row === null ? '' : `&row=${row}`}`}
        >
          Tag plants instead
        </Link>
      </div>
    </>
  );
}

function PairForm({
  title,
  crop,
  dig,
  usualM,
  onChange,
  onDone,
  children,
}: {
  title: string;
  crop: Crop;
  dig: PlantDig;
  usualM: number;
  onChange(dig: PlantDig): void;
  onDone(): void;
  children: React.ReactNode;
}) {
  const units = useUnits();
  const { plant, neighbour } = dig;
  const beside = neighbour ?? newPlant(null);
  const depths = [plantDepth(plant), plantDepth(beside)];
  const both = [
    {
      name: 'the late one',
      plant,
      onPlant: (next: DugPlant) => onChange({ ...dig, plant: next }),
    },
    {
      name: 'its neighbour',
      plant: beside,
      onPlant: (next: DugPlant) => onChange({ ...dig, neighbour: next }),
    },
  ];
  return (
    <DigSheet title={title} onDone={onDone}>
      <Choice
        label="It is"
        options={LAGS}
        value={dig.late}
        onChange={(late) => onChange({ ...dig, late })}
      />
      <TwoDepths
        usualM={usualM}
        slots={[
          {
            label: 'Late one',
            valueM: readDepth(plant),
            onDepth: (valueM, typed) =>
              onChange({ ...dig, plant: withDepth(plant, valueM, typed) }),
          },
          {
            label: 'Neighbour',
            valueM: readDepth(beside),
            onDepth: (valueM, typed) =>
              onChange({ ...dig, neighbour: withDepth(beside, valueM, typed) }),
          },
        ]}
      />
      {/* It has its room before there is anything to say: what stands below it does not move. */}
      <p data-testid="pair-says" style={{ minHeight: '3.2em' }}>
        {depths[0] && depths[1] && (
          <>
            <strong>
              {units.show(depths[0].depthM, 'seedDepth')} against{' '}
              {units.show(depths[1].depthM, 'seedDepth')}: {LATE_WORDS[whyLate(dig)]}.
            </strong>{' '}
            {depths.some((one) => one?.tooShallowToTell) &&
              `Computed from the crown and under ${units.show(CROWN_HOLDS_FROM_M, 'seedDepth')}: the crown sits higher there, so this cannot tell the depth.`}
          </>
        )}
      </p>
      <Fold summary="Stage, how depth is read, roots">
        <div className={styles.pair}>
          {both.map((one) => (
            <div key={one.name} className="stack tight">
              <StageAndWay crop={crop} {...one} />
              <RootFields {...one} />
              <MoreDepths {...one} />
            </div>
          ))}
        </div>
      </Fold>
      <Choice
        label="The soil there feels"
        options={FEELS.map((value) => ({ value, says: FEEL_WORDS[value] }))}
        value={dig.feel}
        clearable
        onChange={(feel) => onChange({ ...dig, feel })}
      />
      <Choices
        label="Over it"
        options={COVERS.map((value) => ({ value, says: COVER_WORDS[value] }))}
        value={dig.cover}
        onChange={(cover) => onChange({ ...dig, cover })}
      />
      {children}
    </DigSheet>
  );
}
