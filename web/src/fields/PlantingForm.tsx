import {
  addDays,
  BESIDE,
  CROP_FACTS,
  CROPS,
  cropYear,
  DEFAULT_FIELD_LOSS,
  expectedStand,
  isShownIn,
  targetSpacing,
  TILLAGES,
  USUAL_FIGURES,
  type Crop,
  type Kept,
  type Planting,
  type Problems,
  type UsualRange,
} from '@sendero/core';
import { NativeSelect, Radio, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAll, useChildren, useDevice, useToday } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FoundAgain } from './FoundAgain.tsx';
import { KeepOrCancel } from './KeepOrCancel.tsx';
import { MovedDate } from './MovedDate.tsx';
import { BESIDE_WORDS, plantingTitle, TILLAGE_LABELS } from './plantingWords.ts';
import { useRecordForm } from './useRecordForm.ts';

const FIGURES = ['rowWidthM', 'seedsPerM2', 'depthTargetM', 'germination', 'fieldLoss'] as const;
type Figure = (typeof FIGURES)[number];
/** Days ahead that a planting is planned at most. Sendero default. */
const FURTHEST_DAYS = 550;

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
  const device = useDevice();
  const today = useToday();
  const shown = useAppSelector((state) => state.sync.season) ?? Number(today.slice(0, 4));
  const planters = useAll('planter').filter(
    ({ id, data }) => !data.archived || id === planting?.data.planterId,
  );
  const others = useChildren('planting', 'fieldId', fieldId).filter(
    ({ id }) => id !== planting?.id,
  );
  /** A planting's season is the year of its harvest. */
  const seasonOf = (plantedOn: string) => {
    if (planting && plantedOn === planting.data.plantedOn) return planting.data.season;
    return /^\d{4}-/.test(plantedOn) ? cropYear(plantedOn) : shown;
  };
  const firstIn = (plantedOn: string) =>
    others.find(({ data }) => data.season === seasonOf(plantedOn) && data.beside === null);
  const asksBeside = (plantedOn: string) =>
    firstIn(plantedOn) !== undefined && (!planting || planting.data.beside !== null);
  const walks = useChildren('walk', 'plantingId', planting?.id);
  const kindsOf = (crop: Crop) =>
    ({
      rowWidthM: 'rowWidth',
      seedsPerM2: units.standKind(CROP_FACTS[crop].denseStand),
      depthTargetM: 'seedDepth',
      germination: 'share',
      fieldLoss: 'share',
    }) as const;
  const [moving, setMoving] = useState(false);
  const { form, found, hold, figure, keep, cancel } = useRecordForm({
    kind: 'planting',
    name: `planting ${planting?.id ?? `on ${fieldId}`}`,
    record: planting,
    start: () => {
      const crop: Crop = planting?.data.crop ?? 'corn';
      const usual = {
        rowWidthM: planters[0]?.data.rowWidthM ?? null,
        seedsPerM2: null,
        depthTargetM: CROP_FACTS[crop].depthTargetM,
        germination: 0.95,
        fieldLoss: DEFAULT_FIELD_LOSS,
      };
      const start = (name: Figure) =>
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
        beside: planting?.data.beside ?? '',
        tillage: planting?.data.tillage ?? '',
        planterId: planting ? (planting.data.planterId ?? '') : (planters[0]?.id ?? ''),
        ...(Object.fromEntries(FIGURES.map((name) => [name, start(name)])) as Record<
          Figure,
          Entered
        >),
      };
    },
    check: ({ beside, plantedOn }): Problems => ({
      ...(plantedOn > addDays(today, FURTHEST_DAYS) && {
        plantedOn: 'This day is more than a year and a half ahead. Check the year.',
      }),
      ...(asksBeside(plantedOn) &&
        beside === '' && { beside: 'Choose why the field has two plantings.' }),
    }),
    read: ({ crop, variety, plantedOn, beside, tillage, planterId, ...figures }) => ({
      data: {
        fieldId,
        planterId: planterId || null,
        season: seasonOf(plantedOn),
        crop,
        variety,
        plantedOn,
        ...(Object.fromEntries(
          FIGURES.map((name) => [name, figures[name].value ?? Number.NaN]),
        ) as Pick<Planting, Figure>),
        asTyped: Object.fromEntries(FIGURES.map((name) => [name, figures[name].text])),
        tillage: (tillage || null) as Planting['tillage'],
        beside: asksBeside(plantedOn) ? (beside as Planting['beside']) || null : null,
      },
    }),
    onDone: (id) => {
      const { plantedOn } = form.values;
      // What was just entered is shown.
      if (!isShownIn(shown, { season: seasonOf(plantedOn), plantedOn }))
        void device.openSeason(seasonOf(plantedOn));
      onDone(id);
    },
  });
  const { crop, plantedOn } = form.values;
  const first = firstIn(plantedOn);
  const season = seasonOf(plantedOn);
  const leftBehind = walks.filter(({ data }) => data.startedOn < plantedOn);
  const kinds = kindsOf(crop);
  const usual: Partial<Record<Figure, UsualRange>> = {
    ...USUAL_FIGURES,
    ...CROP_FACTS[crop].usual,
  };
  const value = (name: Figure) => form.values[name].value ?? Number.NaN;
  const input = (name: Figure, label: React.ReactNode) => (
    <QuantityInput label={label} kind={kinds[name]} usual={usual[name]} {...figure(name)} />
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
  return (
    <form
      className="sheet stack"
      aria-label={planting ? 'Edit the planting' : 'New planting'}
      noValidate
      onSubmit={form.onSubmit((values) =>
        leftBehind.length > 0 && plantedOn !== planting?.data.plantedOn
          ? setMoving(true)
          : keep(values),
      )}
    >
      {found && <FoundAgain />}
      {first && asksBeside(plantedOn) && (
        <Radio.Group
          label={`In season ${season} the field already has ${plantingTitle(first.data)}. This planting is`}
          {...form.getInputProps('beside')}
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
          onMove={() => keep(form.values)}
          onStay={() => {
            form.setFieldValue('plantedOn', planting!.data.plantedOn);
            setMoving(false);
          }}
          onClose={() => setMoving(false)}
        />
      )}
      <div className="columns half">
        <div className="stack">
          <NativeSelect
            label="Crop"
            {...form.getInputProps('crop')}
            data={CROPS.map((name) => ({ value: name, label: CROP_FACTS[name].label }))}
          />
          <TextInput label="Variety (optional)" {...form.getInputProps('variety')} />
          <TextInput
            label="Planted on"
            type="date"
            description={
              season === shown ? undefined : `Belongs to season ${season}, the year of its harvest.`
            }
            {...form.getInputProps('plantedOn')}
          />
          <NativeSelect
            label="Planter"
            description={
              planters.length === 0 && (
                <>
                  None yet.{' '}
                  <Link to="/planters" onClick={hold}>
                    Add the planter
                  </Link>{' '}
                  first to judge row by row; this form stays as it is.
                </>
              )
            }
            {...form.getInputProps('planterId')}
            onChange={(event) => {
              const next = planters.find(({ id }) => id === event.currentTarget.value);
              form.setFieldValue('planterId', next?.id ?? '');
              if (next)
                form.setFieldValue(
                  'rowWidthM',
                  enteredFrom(next.data.rowWidthM, next.data.asTyped.rowWidthM, 'rowWidth', units),
                );
            }}
            data={[
              { value: '', label: 'Not said' },
              ...planters.map(({ id, data }) => ({
                value: id,
                label: `${data.name}, ${data.rows} rows`,
              })),
            ]}
          />
          <NativeSelect
            label="Tillage"
            description="Residue keeps the soil cool: plants come up later in no-till."
            {...form.getInputProps('tillage')}
            data={[
              { value: '', label: 'Not said' },
              ...TILLAGES.map((one) => ({ value: one, label: TILLAGE_LABELS[one] })),
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
      <KeepOrCancel onCancel={cancel} />
    </form>
  );
}
