import {
  CROP_FACTS,
  boughtFor,
  inHundred,
  type Crop,
  type Problems,
  type Trial,
  type TrialAnswer,
  type TrialReading,
  USUAL_DIFFERENCE,
  usualPrice,
} from '@sendero/core';
import { useDevice, useWorkspace } from '../data/hooks.ts';
import { useCropFigure } from '../stand/useCropFigure.ts';
import { RestedFigure } from '../units/RestedFigure.tsx';
import { useKeepRested } from '../units/useKeepRested.ts';
import { useUnits } from '../units/useUnits.ts';
import { Choice } from '../app/Choice.tsx';
import { TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from './trials.module.css';

/** The price of a crop, kept for the whole workspace. */
export function PriceOf({ crop, label }: { crop: Crop; label: string }) {
  const units = useUnits();
  const price = useWorkspace()?.data.prices?.[crop] ?? null;
  return (
    <RestedFigure
      label={label}
      kind={CROP_FACTS[crop].priceKind}
      usual={usualPrice(crop)}
      kept={price}
      keep={useCropFigure('prices', crop)}
      placeholder={units.show(CROP_FACTS[crop].pricePerKg, CROP_FACTS[crop].priceKind)}
      description={price === null ? <span className="default-mark">default</span> : undefined}
    />
  );
}

/** How much treatments usually differ: what chances of returning more are held to, so that the best of several does not look better than it is. */
function UsualDifference() {
  const units = useUnits();
  const device = useDevice();
  const workspace = useWorkspace();
  const own = workspace?.data.usualDifference ?? null;
  return (
    <RestedFigure
      label="Treatments usually differ by"
      kind="share"
      kept={own}
      placeholder={units.show(USUAL_DIFFERENCE, 'share')}
      description={
        <>
          of the yield. It keeps the best of several from looking better than it is.{' '}
          {own === null && <span className="default-mark">Sendero default</span>}
        </>
      }
      keep={(value) => {
        const saved = device.change('workspace', workspace!.id, (data) => ({
          ...data,
          usualDifference: value,
        }));
        return saved.ok ? null : Object.values(saved.problems)[0];
      }}
    />
  );
}

type Equipment = NonNullable<Trial['equipment']>;
const USUAL_YEARS = 5;
const USUAL_DISCOUNT = 0.06;

/** What each treatment returns over the check, what it may cost, and whether something bought for it pays. */
export function WhatItIsWorth({ reading, answer }: { reading: TrialReading; answer: TrialAnswer }) {
  const units = useUnits();
  const device = useDevice();
  const { trial, planting, treatments, check } = reading;
  const { crop } = planting.data;
  const signed = (value: number) =>
    `${value < 0 ? '−' : ''}${units.show(Math.abs(value), 'moneyPerArea')}`;
  const keepCost = (index: number) => (value: number | null) => {
    const costsPerM2 = treatments.map((one) => one.costPerM2);
    costsPerM2[index] = value ?? 0;
    const saved = device.change('trial', trial.id, (data) => ({ ...data, costsPerM2 }));
    return saved.ok ? null : Object.values(saved.problems)[0];
  };
  return (
    <section className="stack" aria-label="What it is worth">
      <h3>What it is worth</h3>
      <div className="scroll-x">
        <table className="figures">
          <thead>
            <tr>
              <th scope="col">Over {check.label}</th>
              <th scope="col">Returns</th>
              <th scope="col">95 %</th>
              <th scope="col">Returns more</th>
              <th scope="col">May cost up to</th>
            </tr>
          </thead>
          <tbody>
            {answer.against.map(({ treatment, money }) =>
              money ? (
                <tr key={treatment.index}>
                  <th scope="row">{treatment.label}</th>
                  <td>{signed(money.perM2)}</td>
                  <td>
                    {signed(money.interval[0])} to {signed(money.interval[1])}
                  </td>
                  <td>{inHundred(money.probability)}</td>
                  <td>
                    {money.breakEvenCostPerM2 > 0 ? signed(money.breakEvenCostPerM2) : 'nothing'}
                  </td>
                </tr>
              ) : null,
            )}
          </tbody>
        </table>
      </div>
      <div className={styles.figures}>
        <PriceOf crop={crop} label={`Price of ${CROP_FACTS[crop].label.toLowerCase()}`} />
        <UsualDifference />
        {treatments
          .filter(({ index }) => index !== check.index)
          .map(({ index, label, costPerM2 }) => (
            <RestedFigure
              key={index}
              label={`${label} costs more by`}
              kind="moneyPerArea"
              usual={[-1, 1]}
              kept={costPerM2 === 0 ? null : costPerM2}
              keep={keepCost(index)}
            />
          ))}
      </div>
      {answer.against.length > 0 && <Bought {...{ reading, answer }} />}
    </section>
  );
}

/** Something bought for a treatment: when it has paid, how likely it does, and what another year of trial is worth first. */
function Bought({ reading, answer }: { reading: TrialReading; answer: TrialAnswer }) {
  const units = useUnits();
  const device = useDevice();
  const { trial, check } = reading;
  const { equipment } = trial.data;
  const rested = useKeepRested();
  const [cost, setCost] = useState(equipment ? String(equipment.cost) : '');
  const [years, setYears] = useState(String(equipment?.years ?? USUAL_YEARS));
  const [areaM2, setAreaM2] = useState(equipment?.areaM2PerYear ?? null);
  const [discount, setDiscount] = useState(equipment?.discount ?? null);
  const [problems, setProblems] = useState<Problems>({});
  const [chosen, setChosen] = useState<number>(answer.against[0]!.treatment.index);
  /** In whichever order they are typed, they are kept once the cost and the area are there. */
  const keep = (change: Partial<Equipment>): Problems => {
    const next = {
      cost: Number(cost),
      areaM2PerYear: areaM2,
      years: Number(years),
      discount: discount ?? USUAL_DISCOUNT,
      ...change,
    };
    const { areaM2PerYear } = next;
    if (areaM2PerYear === null || next.cost === 0) return {};
    const saved = device.change('trial', trial.id, (data) => ({
      ...data,
      equipment: { ...next, areaM2PerYear },
    }));
    const found = saved.ok ? {} : atFigures(saved.problems);
    setProblems(found);
    return found;
  };
  const one =
    answer.against.find(({ treatment }) => treatment.index === chosen) ?? answer.against[0]!;
  const bought = equipment && boughtFor(one, equipment);
  const whole = (value: number) => Math.round(value).toLocaleString('en');
  return (
    <div className="stack tight">
      <h3>If something is bought for it</h3>
      {answer.against.length > 1 && (
        <Choice
          label="Bought for"
          options={answer.against.map(({ treatment }) => ({
            value: treatment.index,
            says: treatment.label,
          }))}
          value={one.treatment.index}
          onChange={(next) => next !== null && setChosen(next)}
        />
      )}
      <div className={styles.figures}>
        <TextInput
          label="It costs, once"
          inputMode="decimal"
          value={cost}
          error={
            problems.cost ??
            (cost && !(Number(cost) > 0) ? 'Enter an amount above zero, as 4200.' : undefined)
          }
          onBlur={rested.now}
          onChange={(event) => {
            const text = event.currentTarget.value;
            setCost(text);
            if (Number(text) > 0) rested.later(() => keep({ cost: Number(text) }));
          }}
        />
        <RestedFigure
          label="It works a year"
          kind="area"
          kept={areaM2}
          problem={problems.areaM2PerYear}
          keep={(value) => {
            setAreaM2(value);
            return value === null ? null : keep({ areaM2PerYear: value }).areaM2PerYear;
          }}
        />
        <TextInput
          label="Years"
          inputMode="numeric"
          value={years}
          error={problems.years}
          onBlur={rested.now}
          onChange={(event) => {
            const text = event.currentTarget.value;
            setYears(text);
            if (Number(text) >= 1) rested.later(() => keep({ years: Number(text) }));
          }}
        />
        <RestedFigure
          label="Money next year is worth less by"
          kind="share"
          kept={discount}
          problem={problems.discount}
          placeholder={units.show(USUAL_DISCOUNT, 'share')}
          description={
            discount === null ? <span className="default-mark">default</span> : undefined
          }
          keep={(value) => {
            setDiscount(value);
            return value === null ? null : keep({ discount: value }).discount;
          }}
        />
      </div>
      {bought && (
        <div data-testid="payback" className="stack tight">
          <p>
            {bought.paid.breakEvenYears === null
              ? `At what ${one.treatment.label} returns over ${check.label} it never pays.`
              : `It brings ${whole(bought.paid.perYear)} a year and has paid in ${units.fixed(bought.paid.breakEvenYears, 1)} years, from ${units.show(bought.paid.breakEvenAreaM2!, 'area')} a year on within the ${equipment.years}.`}{' '}
            That it pays within {equipment.years} years: {inHundred(bought.paid.probabilityItPays)}.
          </p>
          <p>
            Another year like this one would be worth about {whole(bought.anotherYear)} before
            buying: what a surer choice gains on average. A trial that costs less than that comes
            first.
          </p>
        </div>
      )}
    </div>
  );
}

/** Problems of what is bought, by the name of the figure alone. */
const atFigures = (problems: Problems): Problems =>
  Object.fromEntries(
    Object.entries(problems).map(([path, says]) => [path.replace('equipment.', ''), says]),
  );
