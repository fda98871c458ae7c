import { cropTitle, TRIAL_MEASURE_FACTS, trialTitle, type TrialReading } from '@sendero/core';
import { Button } from '@mantine/core';
import { lazy, useState } from 'react';
import { flushSync } from 'react-dom';
import { Link, useNavigate, useParams } from 'react-router';
import { Section } from '../app/Section.tsx';
import { Parts } from '../app/Parts.tsx';
import { longDate } from '../app/dates.ts';
import { Fold } from '../app/Fold.tsx';
import { Later } from '../app/Later.tsx';
import { useDevice } from '../data/hooks.ts';
import { Answer } from './Answer.tsx';
import { CabSheet } from './CabSheet.tsx';
import { DayList } from './DayList.tsx';
import { HarvestSlips } from './HarvestSlips.tsx';
import { LAYOUT_WORDS } from './layoutWords.ts';
import { StripPlan, TreatmentKey } from './StripPlan.tsx';
import { useTrial } from './useTrial.ts';

const StripFiles = lazy(() => import('./StripFiles.tsx'));

/** A trial through its season: its plan, what was done, what was weighed, and what it says. What is due comes first. */
export default function TrialScreen() {
  const { trialId } = useParams();
  const reading = useTrial(trialId);
  if (reading === undefined) return null;
  if (reading === null)
    return (
      <p>
        This trial is not on this device. <Link to="/trials">See all trials</Link>
      </p>
    );
  return <Season key={reading.trial.id} reading={reading} />;
}

function Season({ reading }: { reading: TrialReading }) {
  const device = useDevice();
  const navigate = useNavigate();
  const { trial, planting, field, strips, treatments, check, measured } = reading;
  const { data } = trial;
  const [shown, setShown] = useState(false);
  const [printed, setPrinted] = useState(false);
  const ticked = reading.ticked === strips.length;
  const weighed = reading.harvested >= reading.toHarvest;
  // What is walked blind is not told apart before all of it is in.
  const blind = data.blinded && ticked && !reading.complete && !shown;
  const answer =
    measured.length > 0 &&
    (blind ? (
      <section className="sheet stack tight" aria-label="What it says">
        <h2>What it says</h2>
        <p>
          Walked blind: what it says is shown once every strip has its{' '}
          {TRIAL_MEASURE_FACTS[data.primary].label.toLowerCase()}, so that nobody counts towards it.
        </p>
        <Button
          variant="default"
          h={44}
          style={{ alignSelf: 'start' }}
          onClick={() => setShown(true)}
        >
          Show it all the same
        </Button>
      </section>
    ) : (
      <Answer reading={reading} />
    ));
  const drawn = (
    <div className="stack tight">
      {blind ? (
        <p className="small soft">
          Walked blind: numbers, not treatments. Which is which is shown once all of it is in.
        </p>
      ) : (
        <TreatmentKey treatments={treatments} check={check.index} />
      )}
      <StripPlan
        strips={strips.map((strip) => ({ ...strip, shown: strip.done }))}
        treatments={treatments}
        blinded={blind}
      />
      <p className="small soft">
        {LAYOUT_WORDS[data.layout].says}
        {data.redraws > 0 &&
          `, drawn again ${data.redraws} ${data.redraws === 1 ? 'time' : 'times'}`}
        .
      </p>
    </div>
  );
  const plan = (
    <section className="sheet stack tight" aria-label="The plan">
      <h2>{reading.demonstration ? 'The plan of a demonstration' : 'The plan'}</h2>
      {weighed && measured.length > 0 ? <Fold summary="As it was drawn">{drawn}</Fold> : drawn}
    </section>
  );
  const day = (
    <section className="sheet stack tight" aria-label="On the day">
      <h2>What was done</h2>
      {ticked ? (
        <Fold summary={`All ${strips.length} are ticked${changed(reading)}`}>
          <DayList reading={reading} />
        </Fold>
      ) : (
        <>
          <p className="soft">
            {reading.ticked} of {strips.length} are ticked. Swaps and misses happen: the plan is
            kept, what was done is analysed.
          </p>
          <DayList reading={reading} />
        </>
      )}
    </section>
  );
  const harvest = (
    <section className="sheet stack tight" aria-label="Harvest">
      <h2>Harvest</h2>
      <p className="soft">
        {reading.harvested} of {reading.toHarvest} strips are weighed.
      </p>
      {weighed ? (
        <Fold summary="Slips">
          <HarvestSlips reading={reading} />
        </Fold>
      ) : (
        <HarvestSlips reading={reading} />
      )}
    </section>
  );
  return (
    <>
      <Parts className="stack on-screen">
        <div className="row spread">
          <div>
            <Link to={`/plantings/${planting.id}`}>
              {field.data.name} {planting.data.season}
            </Link>
            <h1>{trialTitle(data)}</h1>
            <div className="soft">
              {cropTitle(planting.data)}, planted {longDate(planting.data.plantedOn)}
              {reading.demonstration && '; a demonstration: one strip of each'}
            </div>
          </div>
          <div className="row">
            <Button
              variant="default"
              h={48}
              onClick={() => {
                // Whoever is quick gets the whole sheet too.
                flushSync(() => setPrinted(true));
                window.print();
              }}
            >
              Sheet for the cab
            </Button>
            {reading.ticked === 0 && (
              <Button component={Link} to={`/trials/${trial.id}/plan`} variant="default" h={48}>
                Edit
              </Button>
            )}
          </div>
        </div>
        {!ticked && day}
        {answer}
        <Later>
          {plan}
          {ticked && (!weighed || data.primary !== 'yield') && <Walked reading={reading} />}
          {ticked && data.primary === 'yield' && harvest}
          {ticked && day}
          <Section title="Strips as a file" label="Files">
            <Fold summary="Spreadsheet and map">
              <StripFiles reading={reading} />
            </Fold>
          </Section>
        </Later>
        <div>
          <Button
            variant="subtle"
            h={44}
            onClick={() => {
              device.change('trial', trial.id, (now) => ({ ...now, archived: true }));
              void navigate(`/plantings/${planting.id}`);
            }}
          >
            Archive this trial
          </Button>
        </div>
      </Parts>
      {printed ? (
        <CabSheet reading={reading} />
      ) : (
        <Later>
          <CabSheet reading={reading} />
        </Later>
      )}
    </>
  );
}

/** Each strip is a place to walk, with the tools there are: how many have what, and the way there. */
function Walked({ reading: { planting, strips, fit } }: { reading: TrialReading }) {
  const has = (measure: 'stand' | 'emerged' | 'depth') =>
    strips.filter(({ figures }) => figures[measure] !== undefined).length;
  const moist = strips.filter(({ furrowMoisture }) => furrowMoisture !== null).length;
  const ways = [
    { says: 'Walk the stand', to: 'walk', done: has('stand'), what: 'with a stand' },
    { says: 'Flag lengths', to: 'emergence/flag', done: has('emerged'), what: 'with emergence' },
    { says: 'Check the trench', to: 'trench', done: has('depth'), what: 'with seed depths' },
  ];
  return (
    <section className="sheet stack tight" aria-label="Walked">
      <h2>Walked, strip by strip</h2>
      <ul className="list-plain">
        {ways.map(({ says, to, done, what }) => (
          <li key={to} className="task">
            <span>
              {done} of {strips.length} {what}
            </span>
            <Link className="alone" to={`/plantings/${planting.id}/${to}`}>
              {says}
            </Link>
          </li>
        ))}
        <li className="task">
          <span>
            {moist} of {strips.length} with furrow moisture, entered with the slips
          </span>
        </li>
      </ul>
      <p className="small soft">
        At each stop or length choose its strip; what is counted there is the strip’s.
        {fit.combinePasses > 0 && ' Keep to the rows that are harvested.'}
      </p>
    </section>
  );
}

/** How many strips were not done as planned. */
function changed({ strips }: TrialReading): string {
  const missed = strips.filter(({ done }) => done === null).length;
  const otherwise = strips.filter(
    ({ done, treatment }) => done !== null && done !== treatment,
  ).length;
  const parts = [
    ...(otherwise > 0 ? [`${otherwise} otherwise than planned`] : []),
    ...(missed > 0 ? [`${missed} missed`] : []),
  ];
  return parts.length > 0 ? `, ${parts.join(', ')}` : ', as planned';
}
