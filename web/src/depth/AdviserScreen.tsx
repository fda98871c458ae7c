import { Choice } from '../app/Choice.tsx';
import {
  adviseDepth,
  CROP_FACTS,
  CROPS,
  FEELS,
  FORECASTS,
  LEVERS,
  SOILS,
  TILLAGES,
  type Crop,
  type DepthConditions,
  type DepthSchool,
  type Lever,
} from '@sendero/core';
import { NativeSelect, TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { useOne, useToday } from '../data/hooks.ts';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { ReckonerTabs } from '../reckoner/ReckonerTabs.tsx';
import { useUnits } from '../units/useUnits.ts';
import {
  changeText,
  FORECAST_WORDS,
  reasonText,
  SCHOOL_WORDS,
  SOIL_WORDS,
  TILLAGE_WORDS,
} from './adviceWords.ts';
import { FurrowSection } from './FurrowSection.tsx';
import { FEEL_WORDS, LEVER_WORDS } from './trenchWords.ts';
import styles from './depth.module.css';

const soilOf = (text: string): DepthConditions['soil'] =>
  /sand/i.test(text) ? 'sand' : /clay/i.test(text) ? 'clay' : 'loam';

/** How deep? The schools side by side, each with its reasons, and what would change its mind. */
export default function AdviserScreen() {
  const [search] = useSearchParams();
  const planting = useOne('planting', search.get('planting'));
  const field = useOne('field', planting?.data.fieldId);
  const today = useToday();
  return (
    <Adviser
      key={planting?.id ?? 'free'}
      crop={planting?.data.crop ?? 'corn'}
      date={planting?.data.plantedOn ?? today}
      soil={soilOf(field?.data.soil ?? '')}
      name={field?.data.name}
    />
  );
}

function Adviser({
  crop,
  date,
  soil,
  name,
}: {
  crop: Crop;
  date: string;
  soil: DepthConditions['soil'];
  name: string | undefined;
}) {
  const units = useUnits();
  const [given, setGiven] = useState<Omit<DepthConditions, 'dryLayerM' | 'sensor'>>({
    crop,
    date,
    soil,
    crusting: false,
    cloddy: false,
    tillage: 'tilled',
    heavyResidue: false,
    feel: null,
    forecast: 'mild',
    faults: [],
    faultsStay: false,
  });
  const [dry, setDry] = useState<Entered>(() => enteredFrom(null, undefined, 'seedDepth', units));
  const [reading, setReading] = useState('');
  const [adequate, setAdequate] = useState('');
  const [school, setSchool] = useState<DepthSchool>('followMoisture');
  const set = (change: Partial<DepthConditions>) => setGiven({ ...given, ...change });
  const number = (text: string) =>
    text.trim() === '' ? Number.NaN : Number(text.replace(',', '.'));
  const sensor =
    number(reading) >= 0 && number(adequate) > 0
      ? { reading: number(reading), adequate: number(adequate) }
      : null;
  const advice = adviseDepth({
    ...given,
    date: /^\d{4}-\d\d-\d\d$/.test(given.date) ? given.date : date,
    dryLayerM: dry.value !== null && dry.value >= 0 && dry.value < 0.5 ? dry.value : null,
    sensor,
  });
  const shown = advice.schools.find((one) => one.school === school) ?? advice.schools[0]!;
  const toggle = (lever: Lever) =>
    set({
      faults: given.faults.includes(lever)
        ? given.faults.filter((one) => one !== lever)
        : [...given.faults, lever],
    });
  const changes = advice.wouldChange[shown.school] ?? [];
  return (
    <div className="stack">
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
        onChange={(school) => setSchool(school!)}
      />
      <div className="columns two">
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
                crop={given.crop}
                depthM={shown.depthM}
                rangeM={shown.rangeM}
                dryLayerM={dry.value}
              />
            </div>
            <div className="stack tight">
              <h2>Why</h2>
              <ul className={styles.reasons}>
                {shown.reasons.map((reason, i) => (
                  <li key={i}>{reasonText(reason, units)}</li>
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
                  school allows: wait for rain, or take the risk knowingly.
                </p>
              )}
              {given.crop === 'corn' && (
                <p className="small">
                  Under 1½ in (4 cm) the crown sits too high: weak, floppy plants, and roots that
                  take up herbicide.
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
        <section className="sheet stack tight" aria-label="Conditions">
          <div className="columns half">
            <NativeSelect
              label="Crop"
              value={given.crop}
              onChange={(event) => set({ crop: event.currentTarget.value as Crop })}
              data={CROPS.map((one) => ({ value: one, label: CROP_FACTS[one].label }))}
            />
            <TextInput
              label="Planting on"
              type="date"
              value={given.date}
              description={
                advice.early
                  ? `early: before ${CROP_FACTS[given.crop].usualFrom} (default)`
                  : undefined
              }
              onChange={(event) => set({ date: event.currentTarget.value })}
            />
          </div>
          <QuantityInput
            label="Dry layer over moist soil"
            kind="seedDepth"
            entered={dry}
            onEntered={setDry}
          />
          <Pick
            label="Feel at seed depth"
            options={FEELS}
            words={FEEL_WORDS}
            value={given.feel}
            onChoose={(feel) => set({ feel: given.feel === feel ? null : feel })}
          />
          <div className={styles.settings}>
            <TextInput
              label="Sensor reading"
              inputMode="decimal"
              value={reading}
              onChange={(event) => setReading(event.currentTarget.value)}
            />
            <TextInput
              label="Your adequate level"
              inputMode="decimal"
              value={adequate}
              onChange={(event) => setAdequate(event.currentTarget.value)}
            />
          </div>
          <Pick
            label="Soil"
            options={SOILS}
            words={SOIL_WORDS}
            value={given.soil}
            onChoose={(one) => set({ soil: one })}
          >
            <Toggle on={given.crusting} onToggle={() => set({ crusting: !given.crusting })}>
              crusts
            </Toggle>
            <Toggle on={given.cloddy} onToggle={() => set({ cloddy: !given.cloddy })}>
              cloddy
            </Toggle>
          </Pick>
          <Pick
            label="Tillage"
            options={TILLAGES}
            words={TILLAGE_WORDS}
            value={given.tillage}
            onChoose={(tillage) => set({ tillage })}
          >
            <Toggle
              on={given.heavyResidue}
              onToggle={() => set({ heavyResidue: !given.heavyResidue })}
            >
              heavy residue
            </Toggle>
          </Pick>
          <Pick
            label="Next days"
            options={FORECASTS}
            words={FORECAST_WORDS}
            value={given.forecast}
            onChoose={(forecast) => set({ forecast })}
          />
          <div>
            <div className="small soft">Faults seen</div>
            <div className="chips">
              {LEVERS.filter((lever) => lever !== 'residue').map((lever) => (
                <Toggle
                  key={lever}
                  on={given.faults.includes(lever)}
                  onToggle={() => toggle(lever)}
                >
                  {LEVER_WORDS[lever].label.toLowerCase()}
                </Toggle>
              ))}
              {given.faults.length > 0 && (
                <Toggle
                  on={given.faultsStay}
                  onToggle={() => set({ faultsStay: !given.faultsStay })}
                >
                  cannot be mended today
                </Toggle>
              )}
            </div>
          </div>
        </section>
      </div>
    </div>
  );
}

function Pick<T extends string>({
  label,
  options,
  words,
  value,
  onChoose,
  children,
}: {
  label: string;
  options: readonly T[];
  words: Record<T, string>;
  value: T | null;
  onChoose(value: T): void;
  children?: ReactNode;
}) {
  return (
    <div>
      <div className="small soft">{label}</div>
      <div className="chips" role="group" aria-label={label}>
        {options.map((option) => (
          <Toggle key={option} on={option === value} onToggle={() => onChoose(option)}>
            {words[option]}
          </Toggle>
        ))}
        {children}
      </div>
    </div>
  );
}

function Toggle({
  on,
  onToggle,
  children,
}: {
  on: boolean;
  onToggle(): void;
  children: ReactNode;
}) {
  return (
    <button type="button" className="chip" aria-pressed={on} onClick={onToggle}>
      {children}
    </button>
  );
}
