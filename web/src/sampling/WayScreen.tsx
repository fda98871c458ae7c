import {
  addPlaces,
  compassWord,
  cutShort,
  fairness,
  geodesicBearing,
  geodesicDistance,
  placeOfStop,
  planeAt,
  readPlan,
  replacePlace,
  sampledField,
  samplingFrame,
  seededRandom,
  toWalk,
  TOO_ROUGH_M,
  ZONE_KINDS,
  type PlannedPlace,
  type Position,
  type SamplingFrame,
  type SamplingPlan,
  type WalkFacts,
} from '@sendero/core';
import { Button, NumberInput } from '@mantine/core';
import { ArrowLeftIcon } from '@radix-ui/react-icons';
import { useMemo, useRef, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { Fold } from '../app/Fold.tsx';
import { useStable } from '../app/useStable.ts';
import { useOfferUndo } from '../app/Undo.tsx';
import { useChildren, useDevice } from '../data/hooks.ts';
import { fieldFeatures } from '../map/fieldFeatures.ts';
import type { MapFeature } from '../map/looks.ts';
import { MapCanvas } from '../map/MapCanvas.tsx';
import { TROUBLE_WORDS } from '../position/watchPosition.ts';
import { usePosition } from '../position/usePosition.ts';
import { useFinishWalk } from '../stand/useFinishWalk.ts';
import { moreStopsText } from '../stand/findingWords.ts';
import { useWalkFacts, useWalkStand } from '../stand/useWalkStand.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useUnits } from '../units/useUnits.ts';
import type { PlanQuestion } from './planWork.ts';
import { usePlanWork } from './usePlanWork.ts';
import { WayArrow } from './WayArrow.tsx';
import { fairText, rowsWords } from './wayWords.ts';

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

type Plan = NonNullable<WalkFacts['plan']>;

/** Further than this from the place, beside what the position may be off, one is not there, m. */
const THERE_M = 15;

function Way({ facts, plan }: { facts: WalkFacts; plan: Plan }) {
  const device = useDevice();
  const navigate = useNavigate();
  const units = useUnits();
  const { walk, planting, field, planter, stops } = facts;
  const { places } = plan.data;
  const parts = useChildren('fieldPart', 'fieldId', planting.data.fieldId);
  const { fix, trouble } = usePosition();
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
    // The place of the last stop is the same while the stops are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [under],
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
  const ordinal = (last?.data.ordinal ?? 0) + 1;
  const { finish } = useFinishWalk(walk, setProblem);
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
                        : 'Looking for a position …'}
                </div>
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

/** How near the mean is by now, and the stops that would settle it at ±5 %; null before two are counted. */
function useSettles(walkId: string): { says: string; more: number } | null {
  const summary = useWalkStand(walkId)?.summary;
  const range = summary?.stopsRange(0.05);
  if (!summary || !range) return null;
  if (summary.enough(0.05)) return { says: 'Within ±5 % of the mean: enough stops.', more: 3 };
  const [low, high] = range.map((needed) => Math.max(1, needed - summary.stops.length)) as [
    number,
    number,
  ];
  return { says: `${moreStopsText([low, high])} settle it at ±5 %, at this spread.`, more: low };
}

/** The plan changed on the way: a place out of reach, more stops, less time. */
function Replan({
  plan,
  more,
  next,
  busy,
  done,
  here,
  car,
  fair,
  onProblem,
}: {
  plan: Plan;
  /** Stops that would settle it. */
  more: number;
  next: number | null;
  /** The way is being reckoned. */
  busy: boolean;
  done: ReadonlySet<number>;
  here: Position;
  car: Position;
  /** How fair the walk is once these are walked too. */
  fair(places: readonly PlannedPlace[]): string;
  onProblem(problem: string | null): void;
}) {
  const device = useDevice();
  const offerUndo = useOfferUndo();
  const [minutes, setMinutes] = useState<number>(30);
  const change = (places: PlannedPlace[], says: string) => {
    const before = plan.data;
    const saved = device.change('samplingPlan', plan.id, (data) => ({ ...data, places }));
    if (!saved.ok) return onProblem(Object.values(saved.problems)[0] ?? null);
    onProblem(null);
    offerUndo({
      says,
      undo: () => device.takeBack('samplingPlan', plan.id, before, { ...before, places }),
    });
  };
  const { places } = plan.data;
  const left = toWalk(places, done).length;
  const held = places.some(({ state }) => state === 'spare' || state === 'dropped');
  const { toMetres } = planeAt(car);
  return (
    <>
      {next !== null && (
        <button
          className="tool"
          disabled={busy}
          onClick={() => {
            const other = replacePlace(places, next);
            change(
              other,
              toWalk(other, done).length === left
                ? 'Another place takes its turn, with its rows.'
                : 'No place is left to take its turn: one stop fewer.',
            );
          }}
        >
          Cannot be reached
        </button>
      )}
      <Fold summary="Change the plan">
        <div className="stack tight">
          <div className="row" style={{ alignItems: 'end' }}>
            <NumberInput
              label="Minutes left, back at the car"
              min={0}
              max={600}
              allowDecimal={false}
              value={minutes}
              onChange={(value) => setMinutes(Number(value))}
            />
            <Button
              variant="default"
              h={48}
              onClick={() => {
                const cut = cutShort(places, minutes, {
                  done,
                  here: toMetres(here),
                  end: toMetres(car),
                  rowsAtOnce: plan.data.rowsAtOnce,
                  toMetres,
                });
                const now = toWalk(cut, done).length;
                change(
                  cut,
                  now === left
                    ? 'There is time for all of them.'
                    : `${now} of ${left} stops fit. With what is walked: ${fair(cut)}`,
                );
              }}
            >
              Fit the stops to it
            </Button>
          </div>
          <div className="row">
            <Button
              variant="default"
              h={48}
              disabled={!held}
              onClick={() => change(addPlaces(places, more), `${more} more, the next ones drawn.`)}
            >
              {more === 1 ? 'One more stop' : `${more} more stops`}
            </Button>
          </div>
        </div>
      </Fold>
    </>
  );
}

/** How fair a sample stops at these places are, in a sentence; drawn up when it is asked for. */
function useFair(facts: WalkFacts, plan: Plan, parts: Parameters<typeof sampledField>[1]) {
  const frame = useRef<SamplingFrame | null | undefined>(undefined);
  return useStable((places: readonly PlannedPlace[], withThoseLeft: boolean): string => {
    if (frame.current === undefined) {
      const sampled = sampledField(facts.field, parts, ZONE_KINDS);
      const zones = sampled?.zones.filter(({ id }) => id in plan.data.shares) ?? [];
      const { headlandM, seed } = plan.data;
      frame.current =
        sampled && samplingFrame({ ...sampled, zones, headlandM }, seededRandom(seed));
    }
    if (!frame.current) return '';
    const { toMetres } = frame.current.plane;
    const made = facts.stops.flatMap(({ data }) => {
      const place = data.chosen ? null : placeOfStop(data, plan.data);
      return place ? [toMetres(place)] : [];
    });
    const { done } = readPlan(plan, facts.stops);
    const left = withThoseLeft ? toWalk(places, done).map((i) => toMetres(places[i]!.at)) : [];
    const all = [...made, ...left];
    return fairText(
      fairness(frame.current, all),
      all.length,
      (zone) => parts.find(({ id }) => id === zone)?.data.name ?? 'a zone',
    );
  });
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

function wayFeatures(
  { stops, field, planting }: WalkFacts,
  plan: SamplingPlan,
  parts: Parameters<typeof fieldFeatures>[1],
  order: readonly number[],
  fix: { at: Position; accuracyM: number } | null,
): MapFeature[] {
  const last = stops.at(-1);
  const here = fix?.at ?? (last && placeOfStop(last.data, plan)) ?? plan.car;
  const at = order.map((i) => plan.places[i]!.at);
  const way = [...(here ? [here] : []), ...at, ...(plan.car ? [plan.car] : [])];
  const made = stops.length;
  return [
    ...fieldFeatures({ id: planting.data.fieldId, data: field }, parts, { label: false }),
    ...(way.length > 1 ? [{ id: 'way', look: 'way' as const, line: way }] : []),
    ...stops.flatMap(({ id, data }): MapFeature[] => {
      const place = placeOfStop(data, plan);
      return place
        ? [
            {
              id,
              look: data.chosen ? 'badStop' : 'doneStop',
              at: place,
              label: String(data.ordinal),
            },
          ]
        : [];
    }),
    ...at
      .map((place, i): MapFeature => ({
        id: `place ${order[i]}`,
        look: i === 0 ? 'nextStop' : 'stop',
        at: place,
        label: String(made + i + 1),
      }))
      .reverse(),
    ...(fix ? [{ id: 'here', look: 'here' as const, at: fix.at, size: fix.accuracyM }] : []),
  ];
}
