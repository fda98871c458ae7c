import { cropTitle } from '@sendero/core';
import { Button } from '@mantine/core';
import { Link, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { EnterFromPaper } from '../fields/DayOfWork.tsx';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { longDate, shortDate } from '../app/dates.ts';
import { useOne } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { BelowProfile } from './BelowProfile.tsx';
import { belowHeadline, causeTexts, expectedText, FATE_WORDS, STATE_WORDS } from './belowWords.ts';
import { useBelow } from './useBelow.ts';

/** Are the seeds on their way? What was dug, against the heat they have had. */
export default function BelowScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const reading = useBelow(plantingId);
  const units = useUnits();
  if (!planting || !field) return <PlantingGone />;
  const heat = reading?.heat === null || !reading ? null : units.show(reading.heat, 'heat');
  return (
    <Parts>
      <div className="row spread">
        <div>
          <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
          <h1>Below ground</h1>
          <div className="soft">
            {cropTitle(planting.data)}, planted {longDate(planting.data.plantedOn)}
            {reading && `; dug ${shortDate(reading.on)}`}
          </div>
        </div>
        <div className="row">
          <EnterFromPaper
            from={planting.data.plantedOn}
            to={`/plantings/${planting.id}/below/dig`}
          />
          <Button component={Link} to={`/plantings/${planting.id}/below/dig`} size="md" h={52}>
            {reading ? 'Dig again' : 'Dig for the seeds'}
          </Button>
        </div>
      </div>
      {!reading && (
        <div className="sheet stack tight" style={{ maxWidth: 640 }}>
          <h2>Before anything is up</h2>
          <p>
            From three days after planting, open a few seeds in some rows without moving them. A tap
            a seed: what it looks like. The app says where seeds should be by the heat they have
            had, how many are on course, stuck and lost, what that points to and what can still be
            done.
          </p>
        </div>
      )}
      {reading && (
        <>
          <section className="sheet stack tight">
            <h2 data-testid="below-headline">{belowHeadline(reading)}</h2>
            <BelowProfile reading={reading} targetM={planting.data.depthTargetM} />
          </section>
          <div className="columns half">
            <section className="stack">
              <h2>What it points to</h2>
              {causeTexts(reading).map(({ says, canDo }) => (
                <div
                  key={says}
                  className={`rule-left ${reading.judged.causes.length > 0 ? 'signal' : 'leaf'}`}
                >
                  <p>
                    <strong>{says}</strong>
                  </p>
                  <p>{canDo}</p>
                </div>
              ))}
              <p>
                <strong>Look again on {shortDate(reading.lookAgainOn)}.</strong>{' '}
                {reading.upOn &&
                  `Those on course should be up about ${shortDate(reading.upOn)}, if days stay as warm as the last four.`}
              </p>
            </section>
            <section className="stack tight">
              <h2>What was found</h2>
              <p>{expectedText(reading, heat)}</p>
              <dl className="facts">
                {(['onCourse', 'stuck', 'lost'] as const).map((fate) => {
                  const { seeds, share, lower, upper } = reading.judged.fates[fate];
                  return (
                    <div key={fate} style={{ display: 'contents' }}>
                      <dt>{FATE_WORDS[fate]}</dt>
                      <dd>
                        {seeds}, {Math.round(100 * share)} %{' '}
                        <span className="small soft">
                          (95 %: {Math.round(100 * lower)} to {Math.round(100 * upper)} %)
                        </span>
                      </dd>
                    </div>
                  );
                })}
              </dl>
              <p>
                {Object.entries(reading.judged.states)
                  .filter(([, n]) => n > 0)
                  .map(([state, n]) => `${n} ${STATE_WORDS[state as keyof typeof STATE_WORDS].one}`)
                  .join(' · ')}
              </p>
              {reading.dryDepthM !== null && reading.otherDepthM !== null && (
                <p>
                  Those in dry soil lie at {units.show(reading.dryDepthM, 'seedDepth')} on average,
                  the others at {units.show(reading.otherDepthM, 'seedDepth')}.
                </p>
              )}
              {reading.before.length > 0 && (
                <p className="small soft">
                  Dug before: {reading.before.map(shortDate).join(', ')}.
                </p>
              )}
            </section>
          </div>
        </>
      )}
    </Parts>
  );
}
