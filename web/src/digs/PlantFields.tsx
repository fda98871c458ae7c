import {
  ROOT_FORMS,
  SIDE_WALLS,
  SLOTS,
  STAGES,
  stageName,
  type Crop,
  type DugPlant,
  USUAL_CROWN_M,
} from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { Fold } from '../app/Fold.tsx';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { ROOT_WORDS, SLOT_WORDS, WAY_WORDS } from './digWords.ts';
import { PictureKeys } from './PictureKeys.tsx';
import { RootDrawing } from './FindDrawing.tsx';

/** Ways that the depth of a crop's plants is read, the young one first. */
export const WAYS: Record<Crop, readonly DugPlant['way'][]> = {
  corn: ['seed', 'mesocotyl'],
  soybean: ['seed', 'hypocotyl'],
  wheat: ['seed', 'crown'],
};

/** A plant of which nothing was read yet. */
export const newPlant = (stage: string | null): DugPlant => ({
  stage,
  way: 'seed',
  depthM: null,
  mesocotylM: null,
  crownM: null,
  typed: '',
  roots: null,
  turnedAtM: null,
  nodal: null,
  slot: null,
  wall: null,
  oldRoots: null,
});

/** What the pad's figure is of a plant. */
export const readDepth = ({ way, depthM, mesocotylM }: DugPlant): number | null =>
  way === 'seed' || way === 'hypocotyl' ? depthM : mesocotylM;
export const withDepth = (plant: DugPlant, valueM: number | null, typed: string): DugPlant =>
  plant.way === 'seed' || plant.way === 'hypocotyl'
    ? { ...plant, depthM: valueM, mesocotylM: null, typed }
    : { ...plant, mesocotylM: valueM, depthM: null, typed };

interface PlantProps {
  /** What its labels call it: “this plant”, “its neighbour”. */
  name: string;
  plant: DugPlant;
  onPlant(plant: DugPlant): void;
}

/** The stage of a dug plant, and how its depth is read. */
export function StageAndWay({ crop, name, plant, onPlant }: PlantProps & { crop: Crop }) {
  return (
    <div className="row" style={{ alignItems: 'end' }}>
      <NativeSelect
        label={`Stage of ${name}`}
        size="md"
        value={plant.stage ?? ''}
        onChange={(event) => onPlant({ ...plant, stage: event.currentTarget.value || null })}
        data={[
          { value: '', label: 'not told' },
          ...STAGES[crop].map((stage) => ({ value: stage, label: stageName(stage) })),
        ]}
      />
      <Choice
        label="Depth read"
        options={WAYS[crop].map((way) => ({ value: way, says: WAY_WORDS[way].key }))}
        value={plant.way}
        onChange={(way) =>
          onPlant({ ...plant, way: way!, depthM: null, mesocotylM: null, typed: '' })
        }
      />
    </div>
  );
}

/** Depths that are asked only of some plants: after all keys, so that they move none when they come. */
export function MoreDepths({ name, plant, onPlant }: PlantProps) {
  const units = useUnits();
  return (
    <>
      {(plant.way === 'mesocotyl' || plant.way === 'crown') && (
        <Depth
          label={`Crown of ${name} under the soil line`}
          description={`Left out: ${units.show(USUAL_CROWN_M, 'seedDepth')}, common agronomy.`}
          valueM={plant.crownM}
          onValue={(crownM) => onPlant({ ...plant, crownM })}
        />
      )}
      {plant.roots === 'turned' && (
        <Depth
          label={`The hard layer under ${name} lies`}
          valueM={plant.turnedAtM}
          onValue={(turnedAtM) => onPlant({ ...plant, turnedAtM })}
        />
      )}
    </>
  );
}

/** Roots of a plant, and the slot they grow in. */
export function RootFields({ name, plant, onPlant }: PlantProps) {
  const yesNo = (value: boolean | null) => (value === null ? null : value ? 'yes' : 'no');
  const told = (value: 'yes' | 'no' | null) => (value === null ? null : value === 'yes');
  const yesOrNo = [
    { value: 'yes', says: 'yes' },
    { value: 'no', says: 'no' },
  ] as const;
  return (
    <div className="stack tight">
      <PictureKeys
        label={`Roots of ${name}`}
        options={ROOT_FORMS.map((form) => ({
          value: form,
          says: ROOT_WORDS[form],
          picture: <RootDrawing form={form} />,
        }))}
        value={plant.roots}
        onChange={(roots) =>
          onPlant({ ...plant, roots, ...(roots === 'turned' ? {} : { turnedAtM: null }) })
        }
      />
      <Fold summary={`Nodal roots and slot of ${name}`}>
        <div className="stack tight">
          <Choice
            label="Nodal roots"
            options={yesOrNo}
            value={yesNo(plant.nodal)}
            clearable
            onChange={(nodal) => onPlant({ ...plant, nodal: told(nodal) })}
          />
          <Choice
            label="The slot is"
            options={SLOTS.map((value) => ({ value, says: SLOT_WORDS[value] }))}
            value={plant.slot}
            clearable
            onChange={(slot) => onPlant({ ...plant, slot })}
          />
          <Choice
            label="Its wall is"
            options={SIDE_WALLS.map((value) => ({ value, says: value }))}
            value={plant.wall}
            clearable
            onChange={(wall) => onPlant({ ...plant, wall })}
          />
          <Choice
            label="An old root ball beneath"
            options={yesOrNo}
            value={yesNo(plant.oldRoots)}
            clearable
            onChange={(oldRoots) => onPlant({ ...plant, oldRoots: told(oldRoots) })}
          />
        </div>
      </Fold>
    </div>
  );
}

/** A depth typed, kept when it is left. */
function Depth({
  label,
  description,
  valueM,
  onValue,
}: {
  label: string;
  description?: string;
  valueM: number | null;
  onValue(valueM: number | null): void;
}) {
  const units = useUnits();
  const [entered, setEntered] = useState<Entered>(() =>
    enteredFrom(valueM, undefined, 'seedDepth', units),
  );
  return (
    <QuantityInput
      label={label}
      description={description}
      kind="seedDepth"
      size="md"
      entered={entered}
      onEntered={setEntered}
      onBlur={() => {
        if (entered.value !== valueM) onValue(entered.value);
      }}
    />
  );
}
