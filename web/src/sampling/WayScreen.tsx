import {
  compassWord,
  geodesicBearing,
  geodesicDistance,
  placeOfStop,
  readPlan,
  TOO_ROUGH_M,
  type WalkFacts,
} from '@sendero/core';
import { ArrowLeftIcon } from '@radix-ui/react-icons';
import { useMemo, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { Fold } from '../app/Fold.tsx';
import { useChildren, useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { MapCanvas } from '../map/MapCanvas.tsx';
import { TROUBLE_WORDS } from '../position/watchPosition.ts';
import { useWantedPosition } from '../position/usePosition.ts';
import { useFinishWalk } from '../stand/useFinishWalk.tsx';
import { useWalkFacts } from '../stand/useWalkFacts.ts';
import { nextOrdinal, useParty } from '../stop/party.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useUnits } from '../units/useUnits.ts';
import type { PlanQuestion } from './planWork.ts';
import { Replan } from './Replan.tsx';
import { usePlanWork } from './usePlanWork.ts';
import { useFair, useSettles } from './useWalkSoFar.ts';
import { WayArrow } from './WayArrow.tsx';
import { wayFeatures } from './wayFeatures.ts';
import { rowsWords } from './wayWords.ts';

/** Between two stops: where the next one is, and how to get there. */
export default function WayScreen() {
  const { walkId } = useParams();
  const facts = useWalkFacts(walkId);
  if (facts === undefined) return null;
  if (!facts)
    return (
      <p>
        This walk is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  if (!facts.plan) return <Navigate to={`/walks/${walkId}`} replace />;
  return <Way facts={facts} plan={facts.plan} />;
}

/** Further than this from the place, beside what the position may be off, one is not there, m. */
const THERE_M = 15;

function Way({ facts, plan }: { facts: WalkFacts; plan: NonNullable<WalkFacts['plan']> }) {
  const device = useDevice();
  const navigate = useNavigate();
  const units = useUnits();
  const { walk, planting, field, planter, stops } = facts;
  const { places } = plan.data;
  const parts = useChildren('fieldPart', 'fieldId', planting.data.fieldId);
  const { fix, trouble, wanted, want } = useWantedPosition();
  const [problem, setProblem] = useState<string | null>(null);
  const under = useMemo(() => readPlan(plan, stops), [plan, stops]);
  const car = plan.data.car ?? places[0]!.at;
  const last = stops.at(-1) ?? null;
  const lastPlace = (last && placeOfStop(last.data, plan.data)) ?? car;
  const question = useMemo<(PlanQuestion & { ask: 'round' }) | null>(
    () =>
      under.left.length === 0
        ? null
        : {
            ask: 'round',
            places: places.map(({ at }) => at),
            wanted: under.left,
            here: lastPlace,
            end: car,
          },
    [under, places, lastPlace, car],
  );
  const { answer, busy } = usePlanWork(question);
  // The way is reckoned in a moment; meanwhile nobody is sent anywhere.
  const order = answer?.order.every((i) => under.left.includes(i)) ? answer.order : under.left;
  const next = order[0] ?? null;
  const sure = fix !== null && fix.accuracyM <= TOO_ROUGH_M && trouble !== 'lost';
  const from = sure ? fix.at : lastPlace;
  const target = next === null ? car : places[next]!.at;
  const distanceM = geodesicDistance(from, target);
  const bearingDeg = geodesicBearing(from, target);
  const there = sure && distanceM <= THERE_M + fix.accuracyM;
  const me = useAppSelector((state) => state.sync.session?.person.name ?? '');
  const [party] = useParty(walk);
  const ordinal = nextOrdinal(
    facts.stops.map(({ data }) => data.ordinal),
    party,
    me,
  );
  const { finish, question: farFromLast } = useFinishWalk(walk, setProblem);
  const settles = useSettles(walk.id);
  const fair = useFair(facts, plan, parts);

  const stopHere = (made: { planned: number | null; chosen: boolean }) => {
    const put = device.put('stop', {
      walkId: walk.id,
      ordinal,
      travel: made.planned === null ? 'away' : places[made.planned]!.travel,
      ...made,
      at: sure ? fix.at : null,
      accuracyM: sure ? fix.accuracyM : null,
    });
    if (put.ok) void navigate(`/walks/${walk.id}?stop=${ordinal}`);
    else setProblem(Object.values(put.problems)[0] ?? null);
  };
  const features = useMemo(
    () => wayFeatures(facts, plan.data, parts, order, sure ? fix : null),
    // The fix is drawn as it moves.
    [facts, plan, parts, order, sure, fix],
  );
  const focus = useMemo(() => ({ key: plan.id, on: [planting.data.fieldId] }), [plan, planting]);
  const words =
    next === null ? null : rowsWords(places[next]!, planter?.rows ?? null, field.passes);
  const walked = under.done.size;
  return (
    <div className="stack" style={{ gap: '0.75rem' }}>
      <div className="field-head">
        <Link
          to={`/plantings/${planting.id}`}
          className="tool bare"
          aria-label={`Leave the walk, back to ${field.name}`}
        >
          <ArrowLeftIcon width={22} height={22} aria-hidden />
        </Link>
        <div>
          <h1>{next === null ? 'All stops walked' : `To stop ${ordinal}`}</h1>
          <div className="small soft">
            {field.name}: {walked} of {walked + under.left.length} walked
          </div>
        </div>
        <span className="spacer" />
        <SyncStatus />
      </div>
      {farFromLast}
      <div className="columns two">
        <div className="stack" style={{ gap: '0.6rem' }}>
          {next !== null && (
            <div className="row" style={{ flexWrap: 'nowrap', alignItems: 'center' }}>
              <div style={{ flex: '0 0 42%', maxWidth: 190 }}>
                <WayArrow bearingDeg={bearingDeg} headingDeg={sure ? fix.headingDeg : null} />
              </div>
              <div>
                <div
                  className="figure"
                  data-testid="way-distance"
                  data-place={busy ? undefined : next}
                >
                  {busy ? '…' : there ? 'Here' : units.number(distanceM, 'distance')}
                  {!busy && !there && <span className="unit">{units.symbol('distance')}</span>}
                </div>
                <div data-testid="way-words">
                  {there
                    ? 'You are at the place.'
                    : `${compassWord(bearingDeg)}, ${Math.round(bearingDeg)}°`}
                  {!sure && ` from ${last ? `stop ${last.data.ordinal}` : 'the car'}`}
                </div>
                <div className="small soft">
                  {sure
                    ? `position within ${units.show(Math.max(1, fix.accuracyM), 'distance')}`
                    : fix && trouble !== 'lost'
                      ? `The position is only within ${units.show(fix.accuracyM, 'distance')}: too rough to be led by.`
                      : trouble
                        ? TROUBLE_WORDS[trouble]
                        : wanted && 'Looking for a position …'}
                </div>
                {!wanted && (
                  <button className="tool" onClick={want}>
                    Use my position
                  </button>
                )}
              </div>
            </div>
          )}
          {words && (
            <div className="sheet">
              <strong>{words.count}</strong>
              <p className="small">{words.stand}</p>
            </div>
          )}
          {settles && <p data-testid="settles">{settles.says}</p>}
          {problem && (
            <p className="warn" role="alert">
              {problem}
            </p>
          )}
          <div className="field-actions">
            {next === null ? (
              <button className="tool act" onClick={finish} disabled={walked === 0}>
                Finish the walk
              </button>
            ) : (
              <>
                <button className="tool" onClick={() => stopHere({ planned: null, chosen: true })}>
                  Looks bad here
                </button>
                <button
                  className="tool act"
                  disabled={busy}
                  onClick={() => stopHere({ planned: next, chosen: false })}
                >
                  Count here
                </button>
              </>
            )}
          </div>
          <Replan
            plan={plan}
            more={settles?.more ?? 3}
            next={next}
            busy={busy}
            done={under.done}
            here={sure ? fix.at : lastPlace}
            car={car}
            fair={(changed) => fair(changed, true)}
            onProblem={setProblem}
          />
          {next !== null && (
            <Fold summary="End the walk here">
              <EndHere text={fair(places, false)} onFinish={walked > 0 ? finish : null} />
            </Fold>
          )}
        </div>
        <MapCanvas
          low
          features={features}
          focus={focus}
          system={units.system}
          label="Map of the way"
        />
      </div>
      <p className="small soft">
        Before entering a sprayed field, check that the re-entry interval on the label has passed.
      </p>
    </div>
  );
}

/** What the walk would be worth if it ended now. */
function EndHere({ text, onFinish }: { text: string; onFinish: (() => void) | null }) {
  return (
    <div className="stack tight">
      <p>{text}</p>
      <button className="tool" onClick={() => onFinish?.()} disabled={!onFinish}>
        Finish the walk
      </button>
    </div>
  );
}
