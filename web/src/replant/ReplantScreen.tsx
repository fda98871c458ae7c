import {
  bestOpen,
  CROP_FACTS,
  cropTitle,
  daysBetween,
  flipText,
  replantAnswer,
  replantSentence,
  STAND_SCHOOLS,
  waitSentence,
  whySentence,
  type ReplantAdvice,
  type ReplantCase,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Section } from '../app/Section.tsx';
import { Parts } from '../app/Parts.tsx';
import { longDate } from '../app/dates.ts';
import { useToday } from '../data/hooks.ts';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { useUnits } from '../units/useUnits.ts';
import { adviseNow } from './advise.ts';
import { CaseFigures } from './CaseFigures.tsx';
import { Decide } from './Decide.tsx';
import { KitchenPage } from './KitchenPage.tsx';
import { LocalTable } from './LocalTable.tsx';
import { OptionBars } from './OptionBars.tsx';
import { otherOf } from './otherOf.ts';
import { PartsPicture } from './PartsPicture.tsx';
import { PastCalls } from './PastCalls.tsx';
import { Questions } from './Questions.tsx';
import { StandCurves } from './StandCurves.tsx';
import { Swings } from './Swings.tsx';
import { TwoShapes } from './TwoShapes.tsx';
import { useAdvice } from './useAdvice.ts';
import { useKeepCase } from './useKeepCase.ts';
import { useReplant, type Replant } from './useReplant.ts';
import { NO_CHANGE, WhatIf, withChange, type Change } from './WhatIf.tsx';
import styles from './replant.module.css';

/** Keep, fill in, replant, change or wait: what each returns, how sure that is, and what would turn it. */
export default function ReplantScreen() {
  const { plantingId } = useParams();
  const replant = useReplant(plantingId);
  if (replant === undefined) return null;
  if (replant === null) return <PlantingGone />;
  return <Desk key={replant.planting.id} replant={replant} />;
}

function Desk({ replant }: { replant: Replant }) {
  const units = useUnits();
  const keep = useKeepCase(replant);
  const { planting, field, reading } = replant;
  const [change, setChange] = useState<Change>(NO_CHANGE);
  const one = useMemo(
    () => reading.case && withChange(reading.case, change),
    [reading.case, change],
  );
  const { advice, share, stop } = useAdvice(one);
  const { denseStand } = CROP_FACTS[planting.data.crop];
  const kind = units.standKind(denseStand);
  return (
    <>
      <Parts className="stack on-screen">
        <div className="row spread">
          <div>
            <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
            <h1>Keep it or replant it?</h1>
            <div className="soft">
              {cropTitle(planting.data)}, planted {longDate(planting.data.plantedOn)}
              {reading.stand?.on && `; walked ${longDate(reading.stand.on)}`}
            </div>
          </div>
          {advice && (
            <Button variant="default" h={48} onClick={() => window.print()}>
              Page for the kitchen table
            </Button>
          )}
        </div>
        {!reading.stand && (
          <section className="sheet stack tight">
            <p>
              No stand is counted yet.{' '}
              <Link to={`/plantings/${planting.id}/walk`}>Walk the stand</Link>, or enter below what
              somebody counted.
            </p>
          </section>
        )}
        {advice && one && (
          <>
            <Answer {...{ replant, advice, one, share, stop }} />
            <div className="columns two">
              <section className="sheet stack tight" aria-label="What can be done">
                <h2>What can be done</h2>
                <OptionBars advice={advice} reading={reading} />
              </section>
              <div className="stack">
                <WhatIf {...{ one: reading.case!, change, setChange }} />
                <Decide {...{ replant, advice, keep }} />
              </div>
            </div>
            <div className="columns two">
              <Section title="What would turn it">
                {advice.flips.length > 0 ? (
                  <ul data-testid="flips">
                    {advice.flips.slice(0, 4).map((flip) => (
                      <li key={flip.what}>
                        {flipText(flip, { ...reading, case: one }, units.show)}
                      </li>
                    ))}
                  </ul>
                ) : (
                  <p>Nothing by itself: none of the figures turns keeping and replanting.</p>
                )}
                <Swings swings={advice.swings} />
              </Section>
              <Section title="What a stand bears">
                <StandCurves one={one} />
                <p className="small soft">
                  Full line: planted when it was; broken line: planted again. Share of a full,
                  timely yield = date × stand × gaps (a quarter of what lies in gaps over 3 ft is
                  lost).
                </p>
                <LocalTable replant={replant} />
              </Section>
            </div>
            {reading.parts.length > 0 && (
              <Section title="Where it is weak">
                <PartsPicture
                  field={field}
                  parts={reading.parts}
                  worst={advice.worstZones}
                  areaM2={reading.areaM2}
                  denseStand={denseStand}
                />
              </Section>
            )}
          </>
        )}
        <Section title="What it is judged by">
          {reading.stand && (
            <p className="small">
              {reading.case && reading.parts.length > 0 && (
                <>
                  Over the whole field {units.show(reading.case.stand.plantsPerM2, kind)} effective
                  plants, each part by its area.{' '}
                  {reading.stand.from === 'walk' ? 'The mean of the stops is ' : 'The rest has '}
                </>
              )}
              {units.show(reading.stand.perM2, kind)} effective plants{' '}
              {reading.stand.from === 'walk' ? 'as walked' : 'as told'}
              {reading.stand.intervalPerM2 &&
                `, 95 % ${units.interval(reading.stand.intervalPerM2, kind)}`}
              ; {units.show(reading.expectedPerM2, kind)} were to be expected.
            </p>
          )}
          <CaseFigures replant={replant} keep={keep} />
        </Section>
        <Questions replant={replant} keep={keep} />
        <PastCalls />
      </Parts>
      {advice && <KitchenPage replant={replant} advice={advice} />}
    </>
  );
}

/** The sentence, the two shapes, and why. */
function Answer({
  replant: { reading, record },
  advice,
  one,
  share,
  stop,
}: {
  replant: Replant;
  advice: ReplantAdvice;
  one: ReplantCase;
  share: number | null;
  stop(): void;
}) {
  const units = useUnits();
  const today = useToday();
  const kept = advice.options.find(({ option }) => option === 'keep')!;
  const best = bestOpen(advice, reading);
  const answer = replantAnswer(advice, reading, longDate);
  return (
    <section className="sheet stack tight" aria-label="The advice">
      <div data-testid="advice">
        <p className={styles.advice}>{answer.says}</p>
        {answer.now && <p className={styles.now}>{answer.now}</p>}
      </div>
      <p>{whySentence(advice, reading, units.show)}</p>
      <p data-testid="waiting">{waitSentence(advice, reading, units.show)}</p>
      {record?.data.insuranceOn && (
        <p>
          The insurance’s day is {longDate(record.data.insuranceOn)}, in{' '}
          {daysBetween(today, record.data.insuranceOn)} days: as your policy says, not this app.
        </p>
      )}
      <TwoShapes kept={kept} other={otherOf(advice, best)} />
      <p className="small soft">
        Each hill: what this year may return after what the option costs, in your own money per
        area. The farther they lie over each other, the closer the call.
      </p>
      <OtherSchool {...{ reading, one, advice }} />
      {share !== null && (
        <div className="row small">
          <span role="progressbar" aria-valuenow={Math.round(100 * share)} aria-label="Reckoning">
            Reckoning {Math.round(100 * share)} %
          </span>
          <Button variant="subtle" h={44} onClick={stop}>
            Stop
          </Button>
        </div>
      )}
    </section>
  );
}

const FEW = 2000;

/** What the other school of soybean stands says, where the two part. */
function OtherSchool({
  reading,
  one,
  advice,
}: {
  reading: Replant['reading'];
  one: ReplantCase;
  advice: ReplantAdvice;
}) {
  const other = useMemo(() => {
    if (one.crop !== 'soybean' || one.curves) return null;
    const school = STAND_SCHOOLS.find((name) => name !== (one.school ?? 'compensating'))!;
    return adviseNow({ case: { ...one, school }, draws: FEW });
  }, [one]);
  if (!other || other.options[0]!.option === advice.options[0]!.option) return null;
  return (
    <p className="rule-left">
      The schools part here: by the{' '}
      {one.school === 'strict' ? 'one that trusts stands to make up' : 'stricter one'}:{' '}
      {replantSentence(other, reading, longDate)}
    </p>
  );
}
