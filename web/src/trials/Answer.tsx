import {
  answerTrial,
  CROP_FACTS,
  DEMONSTRATION_WORDS,
  TRIAL_MEASURE_FACTS,
  TRIAL_QUESTION_FACTS,
  trialEmergence,
  trialFactorsSentence,
  trialLookSentences,
  trialMeasureKind,
  trialMoistureSentence,
  trialMoneySentence,
  trialResponseSentence,
  USUAL_DIFFERENCE,
  trialSentence,
  type ResponseShape,
  type TrialAdjustment,
  type TrialAnswer,
  type TrialMeasure,
  type TrialReading,
} from '@sendero/core';
import { useMemo, useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { Fold } from '../app/Fold.tsx';
import { Later } from '../app/Later.tsx';
import { Section } from '../app/Section.tsx';
import { useWorkspace } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { AgainstPicture } from './AgainstPicture.tsx';
import { EmergencePicture } from './EmergencePicture.tsx';
import { MoisturePicture } from './MoisturePicture.tsx';
import { WhatItIsWorth } from './WhatItIsWorth.tsx';
import { ResponsePicture } from './ResponsePicture.tsx';
import { StripPlan, TreatmentKey } from './StripPlan.tsx';
import styles from './trials.module.css';

const ADJUSTMENT_WORDS: Record<TrialAdjustment, string> = {
  none: 'plain',
  passOrder: 'by pass order',
  neighbours: 'by neighbours',
};

const SHAPE_WORDS: Record<ResponseShape, string> = {
  quadratic: 'an arch',
  quadraticPlateau: 'bends into a flat top',
  linearPlateau: 'straight to a flat top',
};

/** What a trial says: a sentence, what it is worth, the pictures, then the figures. */
export function Answer({ reading }: { reading: TrialReading }) {
  const units = useUnits();
  const { trial, planting, measured, treatments, check } = reading;
  const { crop } = planting.data;
  const workspace = useWorkspace()?.data;
  const own = workspace?.prices?.[crop] ?? null;
  const usualDifference = workspace?.usualDifference ?? USUAL_DIFFERENCE;
  const pricePerKg = own ?? CROP_FACTS[crop].pricePerKg;
  const [chosen, setChosen] = useState<TrialMeasure | null>(null);
  const [shape, setShape] = useState<ResponseShape | null>(null);
  const [adjustment, setAdjustment] = useState<TrialAdjustment>('none');
  const measure =
    chosen ?? (measured.includes(trial.data.primary) ? trial.data.primary : measured[0]!);
  const answer = useMemo(
    () => answerTrial(reading, measure, { pricePerKg, adjustment, shape, usualDifference }),
    [reading, measure, pricePerKg, adjustment, shape, usualDifference],
  );
  const kind = trialMeasureKind(measure, crop);
  const emergence = useMemo(
    () => (measure === 'emerged' || measure === 'halfUp' ? trialEmergence(reading) : null),
    [reading, measure],
  );
  const plain = useMemo(
    () =>
      adjustment === 'none' ? null : answerTrial(reading, measure, { pricePerKg, usualDifference }),
    [reading, measure, pricePerKg, adjustment, usualDifference],
  );
  const figures = useMemo(
    () =>
      new Map(
        reading.strips.flatMap(({ number, figures: own }) =>
          own[measure] === undefined ? [] : [[number, own[measure]] as const],
        ),
      ),
    [reading, measure],
  );
  const say = (value: number) => (kind ? units.show(value, kind) : `${Math.round(value)} h`);
  const outliers = answer?.looked?.outliers.map((i) => answer.plots[i]!.number) ?? [];
  return (
    <section className="sheet stack" aria-label="What it says">
      <div className="row spread">
        <h2>What it says</h2>
        {measured.length > 1 && (
          <Choice
            label="Measure"
            labelled={false}
            options={measured.map((value) => ({
              value,
              says: `${TRIAL_MEASURE_FACTS[value].label}${value === trial.data.primary ? '' : ' *'}`,
            }))}
            value={measure}
            onChange={(next) => next && setChosen(next)}
          />
        )}
      </div>
      {!answer ? (
        <p>One treatment is measured so far: a second one is needed to hold it against.</p>
      ) : (
        <>
          <div className="stack tight" data-testid="answer">
            <p className={styles.says}>{trialSentence(answer, reading, units.show)}</p>
            {answer.analysis.kind === 'demonstration' ? (
              <p className="rule-left signal">{DEMONSTRATION_WORDS}</p>
            ) : (
              <Further answer={answer} reading={reading} />
            )}
          </div>
          {!answer.primary && (
            <p className="small soft">
              * Looked at afterwards: what decides was chosen to be{' '}
              {TRIAL_MEASURE_FACTS[trial.data.primary].label.toLowerCase()}. Of many measures one
              will differ by chance.
            </p>
          )}
          <Section title="Strip by strip" bare>
            <TreatmentKey treatments={treatments} check={check.index} />
            <StripPlan
              strips={reading.strips.map((strip) => ({ ...strip, shown: strip.done }))}
              treatments={treatments}
              figures={{ of: figures, kind, whole: reading.demonstration }}
              named={outliers}
            />
          </Section>
          {answer.analysis.kind === 'replicated' && (
            <>
              <Section title="In pictures" bare>
                <div className="columns half">
                  <div className="stack tight">
                    <h3>Against {check.label}</h3>
                    <AgainstPicture
                      against={answer.against}
                      check={check.label}
                      kind={kind}
                      means={
                        new Map(
                          answer.analysis.treatments.map(({ treatment, mean }) => [
                            treatment,
                            mean,
                          ]),
                        )
                      }
                    />
                    <p className="small soft">
                      Beside each its mean. Points: differences; lines: 95 %
                      {trial.data.comparison === 'check' && treatments.length > 2
                        ? ', for all against the check at once (Dunnett)'
                        : trial.data.comparison === 'all'
                          ? ', for every pair at once (Tukey)'
                          : ''}
                      .
                    </p>
                  </div>
                  <div className="stack tight">
                    {emergence && (
                      <>
                        <h3>How it came up</h3>
                        <EmergencePicture emergence={emergence} treatments={treatments} />
                      </>
                    )}
                    {answer.response &&
                      kind &&
                      TRIAL_QUESTION_FACTS[trial.data.factors[0]!.question].kind && (
                        <>
                          <h3>Through the levels</h3>
                          <ResponsePicture
                            response={answer.response}
                            points={answer.plots.map(({ treatment, value }) => ({
                              x: treatments.find(({ label }) => label === treatment)!.value!,
                              value,
                            }))}
                            kind={TRIAL_QUESTION_FACTS[trial.data.factors[0]!.question].kind!}
                            yKind={kind}
                          />
                          <Choice
                            label="Shape of the curve"
                            options={(Object.keys(SHAPE_WORDS) as ResponseShape[]).map((value) => ({
                              value,
                              says: SHAPE_WORDS[value],
                            }))}
                            value={answer.response.shape}
                            onChange={(next) => next && setShape(next)}
                          />
                        </>
                      )}
                    {answer.covariate && kind && (
                      <>
                        <h3>Given the water in the furrow</h3>
                        <MoisturePicture
                          covariate={answer.covariate}
                          range={rangeOf(reading)}
                          kind={kind}
                        />
                      </>
                    )}
                  </div>
                </div>
              </Section>
              <Later>
                <Section title="In money and figures" bare>
                  <Choice
                    label="Adjusted for where strips lie"
                    options={(Object.keys(ADJUSTMENT_WORDS) as TrialAdjustment[]).map((value) => ({
                      value,
                      says: ADJUSTMENT_WORDS[value],
                    }))}
                    value={adjustment}
                    onChange={(next) => next && setAdjustment(next)}
                  />
                  {plain && (
                    <p data-testid="plain-answer">
                      The plain answer: {trialSentence(plain, reading, units.show)}
                    </p>
                  )}
                  {measure === 'yield' && <WhatItIsWorth {...{ reading, answer }} />}
                  <Fold summary="In figures">
                    <Table {...{ answer, say }} />
                  </Fold>
                </Section>
              </Later>
            </>
          )}
          {answer.analysis.kind === 'demonstration' && (
            <table className="figures">
              <tbody>
                {answer.analysis.treatments.map(({ treatment, mean }) => (
                  <tr key={treatment}>
                    <th scope="row">{treatment}</th>
                    <td>{say(mean)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      )}
    </section>
  );
}

const rangeOf = ({ strips }: TrialReading): [number, number] => {
  const values = strips.flatMap(({ furrowMoisture }) => furrowMoisture ?? []);
  return [Math.min(...values), Math.max(...values)];
};

/** What else it says, in sentences: money, curve, moisture, factors, and what the strips themselves show. */
function Further({ answer, reading }: { answer: TrialAnswer; reading: TrialReading }) {
  const units = useUnits();
  const sentences = [
    trialMoneySentence(answer, reading, units.show),
    trialFactorsSentence(answer),
    trialResponseSentence(answer, reading, units.show),
    trialMoistureSentence(answer, units.show),
    answer.noCovariate,
    ...trialLookSentences(answer, reading, units.show),
  ].filter((says) => says !== null);
  return sentences.map((says) => <p key={says}>{says}</p>);
}

function Table({ answer, say }: { answer: TrialAnswer; say(value: number): string }) {
  const units = useUnits();
  if (answer.analysis.kind !== 'replicated') return null;
  const { treatments, anova, residualDf, cv, lsd } = answer.analysis;
  const share = (value: number | null) => (value === null ? '' : units.chance(value));
  return (
    <div className="stack tight">
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Treatment</th>
            <th scope="col">Strips</th>
            <th scope="col">Mean ± SE</th>
            <th scope="col">Letters</th>
          </tr>
        </thead>
        <tbody>
          {treatments.map(({ treatment, n, mean, se, letters }) => (
            <tr key={treatment}>
              <th scope="row">{treatment}</th>
              <td>{n}</td>
              <td>
                {say(mean)} ± {say(se)}
              </td>
              <td>{answer.splitPlot ? '' : letters}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small">
        {answer.splitPlot
          ? 'No letters: in a split plot pairs are told with different errors.'
          : 'Who shares a letter is not told apart (Tukey, 5 %).'}
        {lsd !== null && !answer.splitPlot && ` Least difference a single pair tells: ${say(lsd)}.`}{' '}
        Strips alike differ by {units.fixed(100 * cv, 1)} % of the mean.
      </p>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">What explains it</th>
            <th scope="col">df</th>
            <th scope="col">F</th>
            <th scope="col">p</th>
          </tr>
        </thead>
        <tbody>
          {(answer.splitPlot?.anova ?? anova)
            .filter(({ df }) => df > 0)
            .map(({ source, df, f, p }) => (
              <tr key={source}>
                <th scope="row">{SOURCE_WORDS[source] ?? source}</th>
                <td>{df}</td>
                <td>{f === null ? '' : units.fixed(f, 2)}</td>
                <td>{share(p)}</td>
              </tr>
            ))}
        </tbody>
      </table>
      <p className="small soft">
        Residual with {residualDf} degrees of freedom. Figures are handed out as CSV below.
      </p>
    </div>
  );
}

const SOURCE_WORDS: Record<string, string> = {
  block: 'Block',
  treatment: 'Treatment',
  beside: 'Where it lies',
  residual: 'Left over',
  whole: 'On whole passes',
  wholeError: 'Left over between passes',
  sub: 'Within passes',
  'whole×sub': 'Both together',
};
