import { Parts } from '../app/Parts.tsx';
import { Choice, Choices } from '../app/Choice.tsx';
import {
  adviseDepth,
  CROP_FACTS,
  CROWN_HOLDS_FROM_M,
  CROPS,
  FORECASTS,
  LEVERS,
  SOILS,
  TILLAGES,
  type Crop,
  type DepthConditions,
  type DepthSchool,
  type MoistureReading,
} from '@sendero/core';
import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useOne, useToday } from '../data/hooks.ts';
import { useDraft } from '../fields/useDraft.ts';
import { ReckonerTabs } from '../reckoner/ReckonerTabs.tsx';
import { QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import {
  changeText,
  FORECAST_WORDS,
  nextText,
  reasonText,
  SCHOOL_WORDS,
  SOIL_WORDS,
  TILLAGE_WORDS,
} from './adviceWords.ts';
import { FurrowSection } from './FurrowSection.tsx';
import { MoistureReadings } from './MoistureReadings.tsx';
import { LEVER_WORDS } from './trenchWords.ts';
import styles from './depth.module.css';

const soilOf = (text: string): DepthConditions['soil'] =>
  /sand/i.test(text) ? 'sand' : /clay/i.test(text) ? 'clay' : 'loam';

/** How deep? Read, set, read again: what to do next, the schools side by side, their reasons, and what would change them. */
export default function AdviserScreen() {
  const [search] = useSearchParams();
  const planting = useOne('planting', search.get('planting'));
  const field = useOne('field', planting?.data.fieldId);
  const today = useToday();
  return (
    <Adviser
      key={planting?.id ?? 'free'}
      about={planting?.id ?? 'free'}
      crop={planting?.data.crop ?? 'corn'}
      date={planting?.data.plantedOn ?? today}
      soil={soilOf(field?.data.soil ?? '')}
      name={field?.data.name}
    />
  );
}

const GROUND = ['crusting', 'cloddy', 'heavyResidue'] as const;

interface Given {
  conditions: Omit<DepthConditions, 'dryLayerM' | 'readings'>;
  dry: Entered;
  readings: MoistureReading[];
  adequate: number | '';
  school: DepthSchool;
}

function Adviser({
  about,
  crop,
  date,
  soil,
  name,
}: {
  about: string;
  crop: Crop;
  date: string;
  soil: DepthConditions['soil'];
  name: string | undefined;
}) {
  const units = useUnits();
  const begin = (): Given => ({
    conditions: {
      crop,
      date,
      soil,
      crusting: false,
      cloddy: false,
      tillage: 'tilled',
      heavyResidue: false,
      forecast: 'mild',
      faults: [],
      faultsStay: false,
    },
    dry: { text: '', value: null },
    readings: [],
    adequate: '',
    school: 'followMoisture',
  });
  // Read on one's knees beside a waiting planter: a closed tab loses none of it.
  const draft = useDraft<Given, 'planting'>(`how deep ${about}`, undefined, begin);
  const [given, setGiven] = useState(draft.first);
  const change = (next: Partial<Given>) => {
    const values = { ...given, ...next };
    draft.hold(values);
    setGiven(values);
  };
  const { conditions, dry, readings, adequate } = given;
  const set = (next: Partial<DepthConditions>) =>
    change({ conditions: { ...conditions, ...next } });
  const advice = adviseDepth({
    ...conditions,
    date: /^\d{4}-\d\d-\d\d$/.test(conditions.date) ? conditions.date : date,
    dryLayerM: dry.value !== null && dry.value >= 0 && dry.value < 0.5 ? dry.value : null,
    readings,
  });
  const shown = advice.schools.find((one) => one.school === given.school) ?? advice.schools[0]!;
  const next = nextText(shown, units);
  const changes = advice.wouldChange[shown.school] ?? [];
  return (
    <Parts>
      <ReckonerTabs />
      <div>
        {name && <div className="soft">{name}</div>}
        <h1>How deep?</h1>
      </div>
      {advice.mendFirst.length > 0 && (
        <section className="rule-left signal stack tight" aria-label="Mend first">
          {advice.mendFirst.map((lever) => (
            <p key={lever}>
              <strong>{LEVER_WORDS[lever].mend}</strong>
            </p>
          ))}
        </section>
      )}
      <Choice
        label="Schools"
        labelled={false}
        look="wideCard"
        options={advice.schools.map((one) => ({
          value: one.school,
          says: (
            <>
              <span className="small">{SCHOOL_WORDS[one.school].label}</span>
              <div className="figure" style={{ fontSize: '2rem' }} data-school={one.school}>
                {units.number(one.depthM, 'seedDepth')}
                <span className="unit">{units.symbol('seedDepth')}</span>
              </div>
              <span className="small soft">
                allowed {units.number(one.rangeM[0], 'seedDepth')} –{' '}
                {units.show(one.rangeM[1], 'seedDepth')}
              </span>
            </>
          ),
        }))}
        value={shown.school}
        onChange={(school) => change({ school: school! })}
      />
      <section className="rule-left stack tight" aria-label="Next" aria-live="polite">
        <p className={styles.next}>{next.does}</p>
        <p>{next.then}</p>
      </section>
      <div className={styles.advice}>
        <section className="stack">
          <p className="small soft">
            {advice.partM >= 0.0029
              ? `Here the schools part by ${units.show(advice.partM, 'seedDepth')}.`
              : 'Here the schools agree.'}{' '}
            {SCHOOL_WORDS[shown.school].creed} Depth to the bottom of the seed.
          </p>
          <div className="columns half">
            <div className="sheet">
              <FurrowSection
                crop={conditions.crop}
                depthM={shown.depthM}
                rangeM={shown.rangeM}
                dryLayerM={dry.value}
                readings={readings}
              />
            </div>
            <div className="stack tight">
              <h2>Why</h2>
              <ul className={styles.reasons}>
                {shown.reasons.map((reason, i) => (
                  <li key={i}>{reasonText(reason, conditions.crop, units)}</li>
                ))}
              </ul>
              <p className="small">
                <span className="default-mark">
                  The size of each reason is a default of this app, nobody’s research.
                </span>
              </p>
              {shown.moistureShortM > 0 && (
                <p className="warn">
                  Moist soil lies {units.show(shown.moistureShortM, 'seedDepth')} deeper than this
                  school allows.
                </p>
              )}
              {conditions.crop === 'corn' && (
                <p className="small">
                  Under {units.show(CROWN_HOLDS_FROM_M, 'seedDepth')} the crown sits too high: weak,
                  floppy plants, and roots that take up herbicide.
                </p>
              )}
              {advice.checkMore && (
                <p className="small">
                  No-till, old rows or residue: the real depth varies over root balls. Check more
                  rows.
                </p>
              )}
              <h2>What would change it</h2>
              {changes.length === 0 ? (
                <p className="small">
                  Nothing asked for here would move it by ⅛ in (3 mm) or more.
                </p>
              ) : (
                <ul className={styles.reasons}>
                  {changes.map((change) => (
                    <li key={change.if}>{changeText(change, units)}</li>
                  ))}
                </ul>
              )}
            </div>
          </div>
        </section>
        <div className={`sheet stack tight ${styles.readIt}`}>
          <h2>Read the moisture</h2>
          <MoistureReadings
            readings={readings}
            adequate={adequate}
            nextAtM={shown.depthM}
            onReadings={(all) => change({ readings: all })}
            onAdequate={(level) => change({ adequate: level })}
          />
          <QuantityInput
            label="Dry layer over moist soil"
            kind="seedDepth"
            entered={dry}
            onEntered={(entered) => change({ dry: entered })}
          />
        </div>
        <section className="sheet stack tight" aria-label="Conditions">
          <h2>Ground and weather</h2>
          <div className="columns half">
            <NativeSelect
              label="Crop"
              value={conditions.crop}
              onChange={(event) => set({ crop: event.currentTarget.value as Crop })}
              data={CROPS.map((one) => ({ value: one, label: CROP_FACTS[one].label }))}
            />
            <TextInput
              label="Planting on"
              type="date"
              value={conditions.date}
              description={
                advice.early
                  ? `early: before ${CROP_FACTS[conditions.crop].usualFrom} (default)`
                  : undefined
              }
              onChange={(event) => set({ date: event.currentTarget.value })}
            />
          </div>
          <Choice
            label="Soil"
            options={SOILS.map((one) => ({ value: one, says: SOIL_WORDS[one] }))}
            value={conditions.soil}
            onChange={(one) => set({ soil: one! })}
          />
          <Choices
            label="The ground"
            options={[
              { value: 'crusting', says: 'crusts' },
              { value: 'cloddy', says: 'cloddy' },
              { value: 'heavyResidue', says: 'heavy residue' },
            ]}
            value={GROUND.filter((one) => conditions[one])}
            onChange={(on) =>
              set({
                crusting: on.includes('crusting'),
                cloddy: on.includes('cloddy'),
                heavyResidue: on.includes('heavyResidue'),
              })
            }
          />
          <Choice
            label="Tillage"
            options={TILLAGES.map((one) => ({ value: one, says: TILLAGE_WORDS[one] }))}
            value={conditions.tillage}
            onChange={(one) => set({ tillage: one! })}
          />
          <Choice
            label="Next days"
            options={FORECASTS.map((one) => ({ value: one, says: FORECAST_WORDS[one] }))}
            value={conditions.forecast}
            onChange={(one) => set({ forecast: one! })}
          />
          <Choices
            label="Faults seen"
            options={LEVERS.filter((lever) => lever !== 'residue').map((lever) => ({
              value: lever,
              says: LEVER_WORDS[lever].label.toLowerCase(),
            }))}
            value={conditions.faults}
            onChange={(faults) => set({ faults })}
          />
          {conditions.faults.length > 0 && (
            <Choices
              label="The faults"
              labelled={false}
              options={[{ value: 'stay', says: 'cannot be mended today' }]}
              value={conditions.faultsStay ? ['stay'] : []}
              onChange={(on) => set({ faultsStay: on.length > 0 })}
            />
          )}
          <Button
            variant="default"
            size="md"
            h={48}
            onClick={() => {
              draft.forget();
              setGiven(begin());
            }}
          >
            Start over
          </Button>
        </section>
      </div>
    </Parts>
  );
}
