import { judgeStand, listed, lookedBad, plantsOf, type WalkStand } from '@sendero/core';
import { Button } from '@mantine/core';
import { Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Section } from '../app/Section.tsx';
import { Parts } from '../app/Parts.tsx';
import { longDate } from '../app/dates.ts';
import { Later } from '../app/Later.tsx';
import { lazyExtra } from '../app/lazyExtra.ts';
import { SpacingResult } from '../spacing/SpacingResult.tsx';
import Notes from '../notes/Notes.tsx';
import { useUnits } from '../units/useUnits.ts';
import { CostCard } from './CostCard.tsx';
import { FindingsList } from './FindingsList.tsx';
import { findingWords, type FindingWords } from './findingWords.ts';
import { METHOD_WORDS } from './methodWords.tsx';
import OneStop from './OneStop.tsx';
import { RowBars } from './RowBars.tsx';
import { StandScale } from './StandScale.tsx';
import { useWalkStand } from './useWalkStand.ts';
import { WeightsDialog } from './WeightsDialog.tsx';

const EvenResult = lazyExtra<{ stand: WalkStand }>(() => import('../staging/EvenResult.tsx'));
const PlantsResult = lazyExtra<{ stand: WalkStand }>(() => import('../digs/PlantsResult.tsx'));
const OfferWork = lazyExtra(() => import('../planter/OfferWork.tsx'));
const StandMapView = lazyExtra(() => import('./StandMapView.tsx'));

/** What a stand walk found, what it means and what to look at next. */
export default function ResultScreen() {
  const { walkId } = useParams();
  const stand = useWalkStand(walkId);
  if (stand === undefined) return null;
  if (!stand)
    return (
      <p>
        This walk is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const { summary } = stand;
  const head = (
    <div className="row spread">
      <div>
        <Link to={`/plantings/${stand.planting.id}`}>{stand.field.name}</Link>
        <h1>Stand on {longDate(stand.walk.data.startedOn)}</h1>
        <div className="soft">
          {METHOD_WORDS[stand.walk.data.method].label}, {stand.stops.length}{' '}
          {stand.stops.length === 1 ? 'stop' : 'stops'}, {stand.walk.data.walkedBy}
          {stand.walk.data.finishedAt ? '' : '; walk under way'}
        </div>
      </div>
      <div className="row on-screen">
        {summary && (
          <>
            <Button
              component={Link}
              variant="default"
              h={48}
              to={`/walks/${stand.walk.id}/compare`}
            >
              Compare
            </Button>
            <Button variant="default" h={48} onClick={() => window.print()}>
              Print
            </Button>
          </>
        )}
        <Button
          component={Link}
          variant={summary ? 'default' : 'filled'}
          h={48}
          to={`/walks/${stand.walk.id}`}
        >
          {summary ? 'Open the counts' : 'Start counting'}
        </Button>
      </div>
    </div>
  );
  if (!summary) {
    const spots = stand.stops.filter(({ data, seen }) => data.chosen && seen.length > 0);
    return (
      <div className="stack">
        {head}
        {spots.length === 0 ? (
          <p>Nothing is counted yet. Count the plants at one stop to see a result.</p>
        ) : (
          <>
            <p>
              {spots.length === 1
                ? 'The only stop is a problem spot'
                : 'All stops are problem spots'}
              , chosen because {spots.length === 1 ? 'it' : 'they'} looked bad. What was found there
              describes {spots.length === 1 ? 'this spot' : 'these spots'}, not the field: count at
              one ordinary stop for the stand.
            </p>
            <Suspense>
              <PlantsResult
                stand={{
                  ...stand,
                  stops: spots.map((stop) => ({ ...stop, data: { ...stop.data, chosen: false } })),
                }}
              />
            </Suspense>
          </>
        )}
      </div>
    );
  }
  const findings = judgeStand(summary, stand.rows, stand.expectedPerM2);
  const marked = findings.flatMap((finding) =>
    'rows' in finding ? finding.rows.map(({ row }) => row) : [],
  );
  return <Result stand={stand} head={head} findings={findings} marked={marked} />;
}

/** How full the stand is comes first, then what needs somebody. */
const actFirst = ([first, ...rest]: FindingWords[]): FindingWords[] => [
  ...(first ? [first] : []),
  ...rest.filter(({ tone }) => tone === 'act'),
  ...rest.filter(({ tone }) => tone !== 'act'),
];

/** Below this share of the stand to be expected replanting is worth a look. A default of this app. */
const WEAK = 0.85;

function Result({
  stand,
  head,
  findings,
  marked,
}: {
  stand: WalkStand;
  head: React.ReactNode;
  findings: ReturnType<typeof judgeStand>;
  marked: number[];
}) {
  const units = useUnits();
  const summary = stand.summary!;
  const kind = units.standKind(stand.denseStand);
  const chosen = stand.stops
    .filter(({ data, counts }) => data.chosen && counts.length > 0)
    .map(({ id, data, counts }) => {
      const area = counts.reduce(
        (sum, { data: count }) => sum + count.lengthM * count.rowWidthM,
        0,
      );
      return {
        id,
        perM2: counts.reduce((sum, { data: count }) => sum + plantsOf(count), 0) / area,
        label: String(data.ordinal),
        chosen: true,
      };
    });
  const ordinals = new Map(stand.stops.map(({ id, data }) => [id, data.ordinal]));
  const bad = lookedBad(stand);
  return (
    <Parts>
      {head}
      <div className="columns two">
        <section className="stack tight">
          <div className="row" style={{ alignItems: 'end' }}>
            <span className="figure" data-testid="population">
              {summary.twoFields
                ? `${units.number(summary.twoFields.restPerM2, kind)} and ${units.number(summary.twoFields.thinPerM2, kind)}`
                : units.number(summary.meanPerM2, kind)}
              <span className="unit">{units.symbol(kind)}</span>
            </span>
            <span>
              {summary.twoFields
                ? 'two fields in one: no one number'
                : summary.intervalPerM2
                  ? `95 % interval ${units.interval(summary.intervalPerM2, kind)}`
                  : 'one stop'}
            </span>
          </div>
          {!summary.intervalPerM2 && summary.stops.length === 1 && <OneStop stand={stand} />}
          <StandScale
            stops={[
              ...summary.stops.map(({ id, perM2 }) => ({
                id,
                perM2,
                label: String(ordinals.get(id)),
              })),
              ...chosen,
            ]}
            meanPerM2={summary.meanPerM2}
            intervalPerM2={summary.intervalPerM2}
            targetPerM2={stand.targetPerM2}
            expectedPerM2={stand.expectedPerM2}
            denseStand={stand.denseStand}
          />
          <p className="small soft">
            Numbered dots are the stops, the triangle their mean, the band its 95 % interval.
            {summary.design === 'simple'
              ? ''
              : ' Places were drawn before the walk: zones count by their area, stops are compared with their neighbours.'}
            {chosen.length > 0
              ? ' Dashed dots were chosen for their looks and are not in the mean.'
              : ''}
          </p>
        </section>
        <section className="stack tight" aria-label="What this means">
          <FindingsList findings={actFirst(findings.map(findingWords))} />
          {summary.effective.meanPerM2 < WEAK * stand.expectedPerM2 && (
            <p>
              <Link to={`/plantings/${stand.planting.id}/replant`}>Weigh replanting</Link>: a weak
              stand alone is no reason for it.
            </p>
          )}
          {bad && (
            <div className="rule-left">
              <p>
                <strong>
                  {bad.ordinals.length === 1 ? 'The place' : 'The places'} that looked bad (
                  {bad.ordinals.length === 1 ? 'stop' : 'stops'} {listed(bad.ordinals.map(String))}){' '}
                  {bad.ordinals.length === 1 ? 'stands' : 'stand'} at {Math.round(100 * bad.share)}{' '}
                  % of the mean, {Math.round(100 * bad.behind.there)} % of the plants behind (
                  {Math.round(100 * bad.behind.others)} % elsewhere).
                </strong>
              </p>
              <p className="small soft">
                Not in the mean. Dig there, and at a healthy neighbour: what is wrong shows where it
                is worst.
              </p>
            </div>
          )}
        </section>
      </div>
      <Later>
        {stand.planting.data.planterId && marked.length > 0 && (
          <Suspense fallback={null}>
            <OfferWork planterId={stand.planting.data.planterId} />
          </Suspense>
        )}
        {stand.rows.length > 0 && (
          <Section title="By planter row">
            <RowBars
              rows={stand.rows}
              expectedPerM2={stand.expectedPerM2}
              denseStand={stand.denseStand}
              marked={marked}
            />
          </Section>
        )}
      </Later>
      <div className="stack on-screen">
        <Later>
          <Suspense>
            <StandMapView stand={stand} />
          </Suspense>
        </Later>
        <Later>
          <div className="columns half">
            <EffectiveStand stand={stand} />
            <CostCard stand={stand} />
          </div>
        </Later>
        <Later>
          <Suspense>
            <EvenResult stand={stand} />
          </Suspense>
        </Later>
        <Later>
          <Section title="In-row spacing">
            <SpacingResult stand={stand} />
          </Section>
        </Later>
        <Later>
          <Suspense>
            <PlantsResult stand={stand} />
          </Suspense>
        </Later>
        <Section title="Notes of this walk">
          <Notes
            place={{ plantingId: stand.planting.id, walkId: stand.walk.id, stop: null, row: null }}
          />
        </Section>
      </div>
    </Parts>
  );
}

function EffectiveStand({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const summary = stand.summary!;
  const kind = units.standKind(stand.denseStand);
  const [editing, setEditing] = useState(false);
  const schools = [
    { name: 'Count every plant', how: 'a plant is a plant', estimate: summary },
    {
      name: 'Discount late plants',
      how: units.marked(
        `in step 1, one stage behind ${stand.weights.oneBehind}, two or more ${stand.weights.twoBehind}`,
      ),
      estimate: summary.effective,
    },
  ];
  return (
    <Section
      title="Effective stand, both schools"
      aside={
        <Button variant="subtle" h={44} onClick={() => setEditing(true)}>
          Weights
        </Button>
      }
    >
      <div className="columns half">
        {schools.map(({ name, how, estimate }) => (
          <div key={name}>
            <div>{name}</div>
            <div className="figure" style={{ fontSize: '1.7rem' }}>
              {units.number(estimate.meanPerM2, kind)}
              <span className="unit">{units.symbol(kind)}</span>
            </div>
            <div className="small">
              {estimate.intervalPerM2
                ? `95 %: ${units.interval(estimate.intervalPerM2, kind)}`
                : 'one stop: no interval'}
            </div>
            <div className="small soft">
              {how}
              {estimate === summary.effective && !stand.ownWeights && (
                <>
                  {' '}
                  <span className="default-mark">default: replace it with your own figures</span>
                </>
              )}
            </div>
          </div>
        ))}
      </div>
      {editing && <WeightsDialog onClose={() => setEditing(false)} />}
    </Section>
  );
}
