import {
  CROP_FACTS,
  CROPS,
  INJURY_WORDS,
  isZone,
  STAND_INJURIES,
  STAND_SCHOOLS,
  type Crop,
  type QuantityKind,
  type ReplantRecord,
  usualPrice,
  type UsualRange,
} from '@sendero/core';
import { NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Fold } from '../app/Fold.tsx';
import { useWorkspace } from '../data/hooks.ts';
import { useCropFigure } from '../stand/useCropFigure.ts';
import { useUnits } from '../units/useUnits.ts';
import { RestedFigure } from '../units/RestedFigure.tsx';
import type { Replant } from './useReplant.ts';
import type { KeepCase } from './useKeepCase.ts';
import styles from './replant.module.css';

type Figure = {
  [Name in keyof ReplantRecord]: ReplantRecord[Name] extends number | null ? Name : never;
}[keyof ReplantRecord];

const SCHOOL_WORDS = {
  compensating: 'Stands make up for much (default)',
  strict: 'A full stand is needed',
};

/** What a case is judged by: each figure is kept as it is typed; where nothing is typed the default stands, and is called one. */
export function CaseFigures({ replant, keep }: { replant: Replant; keep: KeepCase }) {
  const { planting, reading, record } = replant;
  const { crop } = planting.data;
  const units = useUnits();
  const stand = units.standKind(CROP_FACTS[crop].denseStand);
  const one = reading.case;
  const own = { replant, keep };
  return (
    <div className="stack">
      <h3>The stand</h3>
      <div className={styles.figures}>
        <CaseFigure
          {...own}
          name="typedStandPerM2"
          label="Stand told by somebody"
          kind={stand}
          now={reading.stand?.from === 'walk' ? reading.stand.perM2 : null}
          from="as walked"
        />
        <CaseFigure
          {...own}
          name="typedHalfWidthPerM2"
          label="How sure: plus or minus"
          kind={stand}
          now={null}
          from=""
        />
        <NativeSelect
          label="A weak part: its zone"
          data={[
            { value: '', label: 'None of them' },
            ...replant.parts
              .filter(({ data: part }) => isZone(part.part))
              .map(({ id, data: part }) => ({ value: id, label: part.name })),
          ]}
          value={record?.data.weakPartId ?? ''}
          onChange={(event) => keep({ weakPartId: event.currentTarget.value || null })}
        />
        <CaseFigure
          {...own}
          name="weakAreaM2"
          label="A weak part: its area"
          kind="area"
          now={null}
          from=""
        />
        <CaseFigure
          {...own}
          name="weakPerM2"
          label="A weak part: its stand"
          kind={stand}
          now={null}
          from=""
        />
        <CaseFigure
          {...own}
          name="longGapShare"
          label="Row length in gaps over 3 ft"
          kind="share"
          now={reading.stand?.longGapShare ?? null}
          from={reading.stand?.longGapShare ? 'as taped' : 'none taped'}
        />
        <CaseFigure
          {...own}
          name="toComeFromPerM2"
          label="Still to come, at least"
          kind={stand}
          now={reading.toCome.range[0]}
          from={COME_WORDS[reading.toCome.from]}
        />
        <CaseFigure
          {...own}
          name="toComeToPerM2"
          label="Still to come, at most"
          kind={stand}
          now={reading.toCome.range[1]}
          from={COME_WORDS[reading.toCome.from]}
        />
        <NativeSelect
          label="What hurt it"
          data={STAND_INJURIES.map((value) => ({ value, label: INJURY_WORDS[value] }))}
          value={record?.data.injury ?? 'none'}
          onChange={(event) =>
            keep({ injury: event.currentTarget.value as ReplantRecord['injury'] })
          }
        />
        {(record?.data.injury ?? 'none') !== 'none' && (
          <CaseDay {...own} name="injuredOn" label="On" now={null} />
        )}
        {crop === 'soybean' && (
          <NativeSelect
            label="School"
            data={STAND_SCHOOLS.map((value) => ({ value, label: SCHOOL_WORDS[value] }))}
            value={record?.data.school ?? 'compensating'}
            onChange={(event) =>
              keep({ school: event.currentTarget.value as ReplantRecord['school'] })
            }
          />
        )}
      </div>
      <h3>The days</h3>
      <div className={styles.figures}>
        <CaseDay
          {...own}
          name="replantOn"
          label="Earliest day to plant again"
          now={reading.dates.replantOn}
        />
        <CaseDay {...own} name="bestOn" label="Best planting day here" now={reading.dates.bestOn} />
        <CaseDay
          {...own}
          name="lastOn"
          label="Planted later it does not ripen"
          now={reading.dates.lastOn}
        />
        <CaseDay
          {...own}
          name="insuranceOn"
          label="Day of the insurance (as your policy says)"
          now={null}
        />
      </div>
      <h3>The money</h3>
      <div className={styles.figures}>
        <CropFigure
          crop={crop}
          of="fullYields"
          label="Full yield of a timely stand"
          kind={CROP_FACTS[crop].yieldKind}
          now={one?.fullYieldKgPerM2 ?? null}
        />
        <CropFigure
          crop={crop}
          of="prices"
          label="Price"
          kind={CROP_FACTS[crop].priceKind}
          usual={usualPrice(crop)}
          now={one?.pricePerKg ?? null}
        />
        <CaseFigure
          {...own}
          name="seedPerM2"
          label="Seed"
          kind="moneyPerArea"
          now={one?.costs.seedPerM2 ?? null}
        />
        <CaseFigure
          {...own}
          name="seedAllowance"
          label="Of it the seed’s maker bears"
          kind="share"
          now={one?.costs.seedAllowance ?? null}
        />
        <CaseFigure
          {...own}
          name="endPerM2"
          label="Ending the old stand"
          kind="moneyPerArea"
          now={one?.costs.endPerM2 ?? null}
        />
        <CaseFigure
          {...own}
          name="plantPerM2"
          label="Planting"
          kind="moneyPerArea"
          now={one?.costs.plantPerM2 ?? null}
        />
        <CaseFigure
          {...own}
          name="dryPerKg"
          label="Drying and a late harvest"
          kind={CROP_FACTS[crop].priceKind}
          now={one?.costs.dryPerKg ?? null}
        />
        <CaseFigure
          {...own}
          name="replantPerM2"
          label="Stand a replant would have"
          kind={stand}
          now={one?.replant.plantsPerM2 ?? null}
        />
      </div>
      <Fold summary="Spreads, filling in, another crop">
        <div className={styles.figures}>
          <CaseFigure
            {...own}
            name="yieldSpread"
            label="Spread of the full yield"
            kind="share"
            now={one?.yieldSpread ?? null}
          />
          <CaseFigure
            {...own}
            name="priceSpread"
            label="Spread of the price"
            kind="share"
            now={one?.priceSpread ?? null}
          />
          <CaseFigure
            {...own}
            name="fillPerM2"
            label="Plants filled in"
            kind={stand}
            now={one?.fillIn?.plantsPerM2 ?? null}
          />
          <CaseFigure
            {...own}
            name="fillCostPerM2"
            label="What filling in costs"
            kind="moneyPerArea"
            now={one?.fillIn?.costPerM2 ?? null}
          />
          <NativeSelect
            label="Another crop or maturity"
            data={[
              { value: '', label: 'None' },
              ...CROPS.map((value) => ({
                value,
                label:
                  value === crop ? `${CROP_FACTS[value].label}, earlier` : CROP_FACTS[value].label,
              })),
            ]}
            value={record?.data.otherCrop ?? ''}
            onChange={(event) =>
              keep({ otherCrop: (event.currentTarget.value || null) as ReplantRecord['otherCrop'] })
            }
          />
          {record?.data.otherCrop && (
            <CaseFigure
              {...own}
              key={record.data.otherCrop}
              name="otherYieldKgPerM2"
              label="Its full yield"
              kind={CROP_FACTS[record.data.otherCrop].yieldKind}
              now={one?.changeCrop?.fullYieldKgPerM2 ?? null}
            />
          )}
          <CaseFigure
            {...own}
            name="otherCostPerM2"
            label="What it costs"
            kind="moneyPerArea"
            now={one?.changeCrop?.costPerM2 ?? null}
          />
        </div>
      </Fold>
    </div>
  );
}

const COME_WORDS = {
  typed: '',
  emergence: 'by the emergence curve',
  none: 'none known',
};

const MOST_PER_M2 = 700;

/** A figure that the workspace has of a crop, wherever it is used. */
function CropFigure({
  crop,
  of,
  label,
  kind,
  usual,
  now,
}: {
  crop: Crop;
  of: 'fullYields' | 'prices';
  label: string;
  kind: QuantityKind;
  usual?: UsualRange;
  now: number | null;
}) {
  const units = useUnits();
  const kept = useWorkspace()?.data[of]?.[crop] ?? null;
  return (
    <RestedFigure
      label={label}
      kind={kind}
      usual={usual}
      kept={kept}
      keep={useCropFigure(of, crop)}
      placeholder={now === null ? '' : units.show(now, kind)}
      description={kept === null ? <span className="default-mark">default</span> : undefined}
    />
  );
}

interface Own {
  replant: Replant;
  keep: KeepCase;
}

function CaseFigure({
  replant: { record, reading },
  keep,
  name,
  label,
  kind,
  now,
  from,
}: Own & {
  name: Figure;
  label: string;
  kind: QuantityKind;
  /** What stands where nothing is typed. */
  now: number | null;
  /** Where that comes from; left out: a default of this app, or remembered. */
  from?: string;
}) {
  const units = useUnits();
  const kept = record?.data[name] ?? null;
  const source = from ?? (reading.byDefault.has(name) ? 'default' : 'as in the case before');
  return (
    <RestedFigure
      label={label}
      kind={kind}
      // A stand this thin is what it is about: nobody is asked whether it is meant.
      usual={kind === 'population' || kind === 'denseStand' ? [0, MOST_PER_M2] : undefined}
      kept={kept}
      typed={record?.data.typed[name]}
      keep={(value, text) => keep({ [name]: value }, { [name]: text })[name]}
      problem={reading.problems[name]}
      placeholder={now === null ? '' : units.show(now, kind)}
      description={
        kept === null && now !== null && source ? (
          source === 'default' ? (
            <span className="default-mark">default</span>
          ) : (
            source
          )
        ) : undefined
      }
    />
  );
}

function CaseDay({
  replant: { record, reading },
  keep,
  name,
  label,
  now,
}: Own & {
  name: 'replantOn' | 'bestOn' | 'lastOn' | 'insuranceOn' | 'injuredOn';
  label: string;
  now: string | null;
}) {
  const kept = record?.data[name] ?? null;
  const [text, setText] = useState(kept ?? now ?? '');
  const [problem, setProblem] = useState<string>();
  return (
    <TextInput
      type="date"
      label={label}
      value={text}
      error={problem ?? reading.problems[name]}
      description={
        kept === null && now !== null ? <span className="default-mark">default</span> : undefined
      }
      onChange={(event) => {
        setText(event.currentTarget.value);
        setProblem(keep({ [name]: event.currentTarget.value || null })[name]);
      }}
    />
  );
}
