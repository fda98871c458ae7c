import { type PlantDig } from '@sendero/core';
import { useState } from 'react';
import { newId } from '../data/newId.ts';
import { useEdits } from '../data/useEdits.ts';
import { PhotoButton } from '../photos/PhotoButton.tsx';
import { RowSelect, StopScreen, UndoButton, type StepProps } from '../stop/StopScreen.tsx';
import { useUnits } from '../units/useUnits.ts';
import { DigSheet, KeptDigs } from './DigSheet.tsx';
import { ROOT_WORDS, WAY_WORDS } from './digWords.ts';
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

/** Plants dug for their depth, roots and slot. */
export default function RootsScreen() {
  return (
    <StopScreen step="roots">
      {(props) => <Plants key={`${props.stop.id} ${props.row}`} {...props} />}
    </StopScreen>
  );
}

function Plants(props: StepProps) {
  const { facts, stop, row } = props;
  const { crop, depthTargetM } = facts.planting.data;
  const units = useUnits();
  const { keep, remove, undo, problem } = useEdits('observation', useDugDay(facts));
  const [open, setOpen] = useState<{ id: string; data: PlantDig } | null>(null);
  const digs = stop.seen.flatMap(({ id, data }) =>
    data.type === 'plantDig' ? [{ id, data }] : [],
  );
  const dig = open && (digs.find(({ id }) => id === open.id)?.data ?? open.data);
  const begin = () =>
    setOpen({
      id: newId(),
      data: {
        stopId: stop.id,
        type: 'plantDig',
        row,
        atM: null,
        neighbourAtM: null,
        plant: newPlant(stop.staged?.reading.mode ?? null),
        late: null,
        neighbour: null,
        feel: null,
        cover: [],
        note: '',
      },
    });
  const title = ({ row: planterRow, late }: PlantDig) =>
    `${late ? 'Late plant' : 'Plant'}${planterRow === null ? '' : `, row ${planterRow}`}`;
  const change = (plant: PlantDig['plant']) => {
    const data = { ...dig!, plant };
    if (keep(data, open!.id)) setOpen({ id: open!.id, data });
  };
  return (
    <>
      <RowSelect {...props} />
      {!dig && (
        <div>
          <button className="tool" onClick={begin}>
            Dig a plant{row === null ? '' : ` in row ${row}`}
          </button>
        </div>
      )}
      {dig && (
        <DigSheet key={open!.id} title={title(dig)} onDone={() => setOpen(null)}>
          <TwoDepths
            usualM={depthTargetM}
            slots={[
              {
                label: WAY_WORDS[dig.plant.way].read,
                valueM: readDepth(dig.plant),
                onDepth: (valueM, typed) => change(withDepth(dig.plant, valueM, typed)),
              },
            ]}
          />
          <RootFields name="this plant" plant={dig.plant} onPlant={change} />
          <StageAndWay crop={crop} name="this plant" plant={dig.plant} onPlant={change} />
          <MoreDepths name="this plant" plant={dig.plant} onPlant={change} />
          <PhotoButton stopId={stop.id} row={dig.row} of={open!.id} label="Photo of this plant" />
        </DigSheet>
      )}
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <KeptDigs
        label="Plants dug at this stop"
        digs={digs.map(({ id, data }) => {
          const depthM = readDepth(data.plant);
          const { roots } = data.plant;
          return {
            id,
            title: title(data),
            says: `${depthM === null ? 'no depth' : units.show(depthM, 'seedDepth')}${roots ? `, ${ROOT_WORDS[roots]}` : ''}`,
          };
        })}
        onOpen={(id) => setOpen(digs.find((one) => one.id === id) ?? null)}
        onDelete={(id) => {
          remove(id);
          setOpen(null);
        }}
      />
      <UndoButton undo={undo} />
    </>
  );
}
