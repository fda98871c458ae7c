import {
  BESIDE,
  CROP_FACTS,
  CROPS,
  DEFAULT_FIELD_LOSS,
  expectedStand,
  targetSpacing,
  type Crop,
  type Kept,
  type Planting,
} from '@sendero/core';
import { Button, NativeSelect, Radio, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAll, useChildren, useToday } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FoundAgain } from './FoundAgain.tsx';
import { MovedDate } from './MovedDate.tsx';
import { BESIDE_WORDS, plantingTitle } from './plantingWords.ts';
import { useDraft } from './useDraft.ts';
import { useRecordForm } from './useRecordForm.ts';

const FIGURES = ['rowWidthM', 'seedsPerM2', 'depthTargetM', 'germination', 'fieldLoss'] as const;
type Figure = (typeof FIGURES)[number];

const NO_PLANTER = (
  <>
    None yet. <Link to="/planters">Add the planter</Link> first to judge row by row; this form stays
    as it is.
  </>
);

/** Add or edit a planting; the target spacing follows while typing. */
export function PlantingForm({
  fieldId,
  planting,
  onDone,
}: {
  fieldId: string;
  planting?: Kept<'planting'>;
  onDone(id: string): void;
}) {
  const units = useUnits();
  const today = useToday();
  const season = useAppSelector((state) => state.sync.season) ?? Number(today.slice(0, 4));
  const planters = useAll('planter').filter(
    ({ id, data }) => !data.archived || id === planting?.data.planterId,
  );
  const others = useChildren('planting', 'fieldId', fieldId).filter(
    ({ id, data }) => id !== planting?.id && data.season === (planting?.data.season ?? season),
  );
  const walks = useChildren('walk', 'plantingId', planting?.id);
  const [moving, setMoving] = useState(false);
  const kindsOf = (crop: Crop) =>
    ({
      rowWidthM: 'rowWidth',
      seedsPerM2: units.standKind(CROP_FACTS[crop].denseStand),
      depthTargetM: 'seedDepth',
      germination: 'share',
      fieldLoss: 'share',
    }) as const;
  const draft = useDraft(`planting ${planting?.id ?? `on ${fieldId}`}`, planting, () => {
    const crop: Crop = planting?.data.crop ?? 'corn';
    const usual = {
      rowWidthM: planters[0]?.data.rowWidthM ?? null,
      seedsPerM2: null,
      depthTargetM: CROP_FACTS[crop].depthTargetM,
      germination: 0.95,
      fieldLoss: DEFAULT_FIELD_LOSS,
    };
    const figure = (name: Figure) =>
      enteredFrom(
        planting ? planting.data[name] : usual[name],
        planting?.data.asTyped[name],
        kindsOf(crop)[name],
        units,
      );
    return {
      crop,
      variety: planting?.data.variety ?? '',
      plantedOn: planting?.data.plantedOn ?? today,
      beside: planting?.data.beside ?? ('' as const),
      planterId: planting ? (planting.data.planterId ?? '') : (planters[0]?.id ?? ''),
      figures: Object.fromEntries(FIGURES.map((name) => [name, figure(name)])) as Record<
        Figure,
        Entered
      >,
    };
  });
  const { problems, setProblems, save, cancel } = useRecordForm('planting', draft, onDone);
  const { crop, variety, plantedOn, planterId, beside, figures } = draft.values;
  const first = others.find(({ data }) => data.beside === null);
  const asked = first && (!planting || planting.data.beside !== null);
  const leftBehind = walks.filter(({ data }) => data.startedOn < plantedOn);
  const kinds = kindsOf(crop);
  const value = (figure: Figure) => figures[figure].value ?? Number.NaN;
  const input = (figure: Figure, label: React.ReactNode) => (
    <QuantityInput
      label={label}
      kind={kinds[figure]}
      entered={figures[figure]}
      onEntered={(entered) => draft.change({ figures: { ...figures, [figure]: entered } })}
      problem={problems[figure]}
    />
  );
  const [rowWidthM, seedsPerM2] = [value('rowWidthM'), value('seedsPerM2')];
  const spacing =
    rowWidthM > 0 && seedsPerM2 > 0
      ? targetSpacing({ rowWidthM, populationPerM2: seedsPerM2 })
      : null;
  const shares = [value('germination'), value('fieldLoss')];
  const live =
    spacing && shares.every((share) => share >= 0 && share <= 1)
      ? expectedStand({ seedsPerM2, germination: shares[0]!, fieldLoss: shares[1]! })
      : null;
  const keep = () =>
    save({
      fieldId,
      planterId: planterId || null,
      season: planting?.data.season ?? season,
      crop,
      variety,
      plantedOn,
      ...(Object.fromEntries(FIGURES.map((figure) => [figure, value(figure)])) as Pick<
        Planting,
        Figure
      >),
      asTyped: Object.fromEntries(FIGURES.map((figure) => [figure, figures[figure].text])),
      beside: asked ? beside || null : null,
    });
  return (
    <form
      className="sheet stack"
      aria-label={planting ? 'Edit the planting' : 'New planting'}
      onSubmit={(event) => {
        event.preventDefault();
        if (asked && beside === '')
          return setProblems({ beside: 'Choose why the field has two plantings.' });
        if (leftBehind.length > 0 && plantedOn !== planting?.data.plantedOn) return setMoving(true);
        keep();
      }}
    >
      {draft.found && <FoundAgain />}
      {asked && (
        <Radio.Group
          label={`This season the field already has ${plantingTitle(first.data)}. This planting is`}
          value={beside}
          error={problems.beside}
          onChange={(value) => draft.change({ beside: value as NonNullable<Planting['beside']> })}
        >
          <div className="row" style={{ minHeight: 44 }}>
            {BESIDE.map((why) => (
              <Radio key={why} value={why} label={BESIDE_WORDS[why].label} size="md" />
            ))}
          </div>
        </Radio.Group>
      )}
      {moving && (
        <MovedDate
          walks={leftBehind}
          from={planting!.data.plantedOn}
          to={plantedOn}
          onMove={keep}
          onStay={() => {
            draft.change({ plantedOn: planting!.data.plantedOn });
            setMoving(false);
          }}
          onClose={() => setMoving(false)}
        />
      )}
      <div className="columns half">
        <div className="stack">
          <NativeSelect
            label="Crop"
            value={crop}
            onChange={(event) => draft.change({ crop: event.currentTarget.value as Crop })}
            data={CROPS.map((name) => ({ value: name, label: CROP_FACTS[name].label }))}
          />
          <TextInput
            label="Variety (optional)"
            value={variety}
            onChange={(event) => draft.change({ variety: event.currentTarget.value })}
            error={problems.variety}
          />
          <TextInput
            label="Planted on"
            type="date"
            value={plantedOn}
            onChange={(event) => draft.change({ plantedOn: event.currentTarget.value })}
            error={problems.plantedOn}
          />
          <NativeSelect
            label="Planter"
            description={planters.length === 0 ? NO_PLANTER : undefined}
            value={planterId}
            error={problems.planterId}
            onChange={(event) => {
              const next = planters.find(({ id }) => id === event.currentTarget.value);
              const width = next && {
                rowWidthM: enteredFrom(
                  next.data.rowWidthM,
                  next.data.asTyped.rowWidthM,
                  'rowWidth',
                  units,
                ),
              };
              draft.change({ planterId: next?.id ?? '', figures: { ...figures, ...width } });
            }}
            data={[
              { value: '', label: 'Not said' },
              ...planters.map(({ id, data }) => ({
                value: id,
                label: `${data.name}, ${data.rows} rows`,
              })),
            ]}
          />
        </div>
        <div className="stack">
          {input('rowWidthM', 'Row width')}
          {input('seedsPerM2', 'Seeding rate')}
          {input('depthTargetM', 'Depth target')}
          {input('germination', 'Germination on the tag')}
          {input(
            'fieldLoss',
            <>
              Expected field loss{' '}
              <span className="default-mark">default 5 %: replace it with your local figure</span>
            </>,
          )}
        </div>
      </div>
      <p className="rule-left" aria-live="polite" data-testid="target-spacing">
        {spacing ? (
          <>
            One seed every <strong>{units.show(spacing, 'targetSpacing')}</strong>
            {live ? (
              <>
                ; <strong>{units.show(live, kinds.seedsPerM2)}</strong> plants to expect alive.
              </>
            ) : (
              '.'
            )}
          </>
        ) : (
          'Enter row width and rate: the target spacing appears here.'
        )}
      </p>
      <div className="row">
        <Button type="submit" h={48}>
          Keep
        </Button>
        <Button variant="default" h={48} onClick={cancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
