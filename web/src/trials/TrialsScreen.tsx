import {
  CROP_FACTS,
  isShownIn,
  siteOf,
  togetherSentence,
  TRIAL_QUESTION_FACTS,
  trialKey,
  trialMoistureSentence,
  trialsTogether,
  trialTitle,
  USUAL_BETWEEN_SITES,
  sitesAloneSentence,
  type QuantityKind,
  type TrialAnswer,
  type TrialReading,
  type TrialsTogether,
} from '@sendero/core';
import { group } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { Fold } from '../app/Fold.tsx';
import { useAll, useDevice } from '../data/hooks.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useAppSelector } from '../data/store.ts';
import { useUnits } from '../units/useUnits.ts';
import { AgainstPicture } from './AgainstPicture.tsx';
import { MoisturePicture } from './MoisturePicture.tsx';
import { useTrials } from './useTrial.ts';

/** Trials under way, and what the workspace’s own trials have answered so far, by question. */
export default function TrialsScreen() {
  const trials = useTrials();
  const season = useAppSelector((state) => state.sync.season);
  const now = trials.filter(({ planting }) => season !== null && isShownIn(season, planting.data));
  const questions = useMemo(
    () =>
      [...group(trials, trialKey)].map(([key, own]) => ({
        key,
        together: trialsTogether(own, 'yield'),
      })),
    [trials],
  );
  return (
    <Parts>
      <h1>Trials</h1>
      <section className="sheet stack tight" aria-label="This season">
        <h2>In {season}</h2>
        {now.length === 0 ? (
          <p>
            None yet. Open a planting under <Link to="/fields">Fields</Link> and choose Trial on its
            trail: two ways side by side, in strips that can answer.
          </p>
        ) : (
          <ul className="list-plain">
            {now.map((one) => (
              <Entry key={one.trial.id} reading={one} />
            ))}
          </ul>
        )}
      </section>
      {questions.map(({ key, together }) => (
        <Question key={key} together={together} />
      ))}
      <Archived />
    </Parts>
  );
}

/** Trials put out of the way, and the way back. */
function Archived() {
  const device = useDevice();
  const archived = useAll('trial').filter(({ data }) => data.archived);
  if (archived.length === 0) return null;
  return (
    <section className="sheet" aria-label="Archived">
      <Fold summary={`${archived.length} archived`}>
        <ul className="list-plain">
          {archived.map(({ id, data }) => (
            <li key={id} className="task">
              <span>{trialTitle(data)}</span>
              <button
                className="tool"
                onClick={() => device.change('trial', id, (now) => ({ ...now, archived: false }))}
              >
                Bring it back
              </button>
            </li>
          ))}
        </ul>
      </Fold>
    </section>
  );
}

function Entry({
  reading: { trial, field, strips, ticked, toHarvest, harvested, demonstration },
}: {
  reading: TrialReading;
}) {
  const standing =
    ticked < strips.length
      ? `${ticked} of ${strips.length} strips ticked`
      : harvested < toHarvest
        ? `${harvested} of ${toHarvest} strips weighed`
        : 'all weighed';
  return (
    <li className="task">
      <span>
        <Link to={`/trials/${trial.id}`}>
          {field.data.name}: {trialTitle(trial.data)}
        </Link>
        <br />
        <span className="small soft">
          {demonstration ? 'a demonstration, ' : ''}
          {standing}
        </span>
      </span>
    </li>
  );
}

/** One question over the years: the running answer, each site and year, and what may be expected elsewhere. */
function Question({ together }: { together: TrialsTogether }) {
  const units = useUnits();
  const { trials, read, levels, check, covariate } = together;
  const { question } = trials[0]!.trial.data.factors[0]!;
  const { crop } = (read[0] ?? trials[0]!).planting.data;
  const moisture = read.flatMap(({ strips }) =>
    strips.flatMap(({ furrowMoisture }) => furrowMoisture ?? []),
  );
  // What explains why years differ comes before what is left when it is not looked at.
  const explained = covariate !== null && covariate.interaction.p < 0.05;
  const sentences = [
    togetherSentence(together, 'yield', units.show),
    ...(covariate ? [trialMoistureSentence(together, units.show)!] : []),
  ];
  if (explained) sentences.reverse();
  const alone = sitesAloneSentence(together, 'yield', units.show);
  return (
    <section className="sheet stack tight" aria-label={TRIAL_QUESTION_FACTS[question].label}>
      <h2>
        {TRIAL_QUESTION_FACTS[question].label}: {levels.join(', ')}
      </h2>
      {read.length > 0 && (
        <>
          <div className="stack tight" data-testid="running-answer">
            {sentences.map((says, i) =>
              i === 0 ? <strong key={says}>{says}</strong> : <p key={says}>{says}</p>,
            )}
            {alone && (
              <>
                <p>
                  <span className="default-mark">
                    Sendero default: a difference varies by about{' '}
                    {units.fixed(100 * USUAL_BETWEEN_SITES, 1)} % of the yield between sites
                  </span>
                </p>
                <Fold summary="Without this default">
                  <p>{alone}</p>
                </Fold>
              </>
            )}
          </div>
          <div className="columns half">
            {together.own ? (
              <OwnPicture answer={together.own} check={check} kind={CROP_FACTS[crop].yieldKind} />
            ) : (
              <SitesPicture together={together} />
            )}
            {explained && moisture.length > 0 && (
              <MoisturePicture
                covariate={covariate}
                range={[Math.min(...moisture), Math.max(...moisture)]}
                kind={CROP_FACTS[crop].yieldKind}
              />
            )}
          </div>
        </>
      )}
      <ul className="list-plain">
        {trials.map((one) => (
          <li key={one.trial.id}>
            <Link to={`/trials/${one.trial.id}`}>
              {siteOf(one)}: {trialTitle(one.trial.data)}
            </Link>{' '}
            <span className="small soft">
              {one.demonstration && !read.includes(one)
                ? 'a demonstration: listed, not read'
                : one.harvested === 0
                  ? 'not harvested yet'
                  : `check ${check}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A single site: the picture of its own page. */
function OwnPicture({
  answer,
  check,
  kind,
}: {
  answer: TrialAnswer;
  check: string;
  kind: QuantityKind;
}) {
  return answer.analysis.kind !== 'replicated' ? null : (
    <AgainstPicture
      against={answer.against}
      check={check}
      kind={kind}
      means={new Map(answer.analysis.treatments.map(({ treatment, mean }) => [treatment, mean]))}
    />
  );
}

const ROW = 30;

/** Each level less the check, at each site as far as it is known, and over all of them. */
function SitesPicture({
  together: { atSites, overall, levels, check, read },
}: {
  together: TrialsTogether;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(520);
  if (overall.length === 0) return null;
  const { yieldKind } = CROP_FACTS[read[0]!.planting.data.crop];
  const rows = levels
    .filter((level) => level !== check)
    .flatMap((level) => {
      const over = overall.find((one) => one.level === level);
      return [
        ...atSites
          .filter((one) => one.level === level)
          .map(({ site, difference }) => ({
            label: `${level}, ${site}`,
            value: difference,
            interval: null,
            strong: false,
          })),
        ...(over
          ? [
              {
                label: `${level}, over all`,
                value: over.difference,
                interval: over.interval,
                beyond: over.atNewSite,
                strong: true,
              },
            ]
          : []),
      ];
    });
  const ends = rows.flatMap(({ value, interval }) => [value, ...(interval ?? [])]);
  const far = Math.max(...ends.map(Math.abs), 1e-9) * 1.05;
  const x = scaleLinear([-far, far], [8, width - 8]).clamp(true);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={24 + rows.length * ROW}
        role="img"
        aria-label={`Less ${check}: ${rows
          .map(({ label, value }) => `${label} ${units.show(value, yieldKind)}`)
          .join('; ')}`}
      >
        <line x1={x(0)} x2={x(0)} y1={18} y2={24 + rows.length * ROW} stroke="var(--ink)" />
        <text x={x(0)} y={13} fontSize={13} textAnchor="middle">
          {check}
        </text>
        {rows.map(({ label, value, interval, strong, ...rest }, i) => {
          const top = 24 + i * ROW;
          const beyond = 'beyond' in rest ? rest.beyond : undefined;
          return (
            <g key={label}>
              <text x={4} y={top + 10} fontSize={12} fontWeight={strong ? 700 : 400}>
                {label}
              </text>
              <text x={width - 4} y={top + 10} fontSize={12} textAnchor="end">
                {value < 0 ? '−' : '+'}
                {units.show(Math.abs(value), yieldKind)}
              </text>
              {beyond && (
                <line
                  x1={x(beyond[0])}
                  x2={x(beyond[1])}
                  y1={top + 20}
                  y2={top + 20}
                  stroke="var(--ink-soft)"
                  strokeWidth={1}
                />
              )}
              {interval && (
                <line
                  x1={x(interval[0])}
                  x2={x(interval[1])}
                  y1={top + 20}
                  y2={top + 20}
                  stroke="var(--clay)"
                  strokeWidth={4}
                />
              )}
              <circle
                cx={x(value)}
                cy={top + 20}
                r={strong ? 5.5 : 4}
                fill={strong ? 'var(--clay)' : 'var(--sheet)'}
                stroke="var(--ink)"
              />
            </g>
          );
        })}
      </svg>
      <span className="small soft">
        Thick line: 95{'\u00a0'}% range over all sites. Thin line: at a new site. Open points: one
        site and year.
      </span>
    </div>
  );
}
