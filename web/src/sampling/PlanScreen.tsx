import {
  expectedWay,
  placeOfStop,
  planInput,
  sampledField,
  stopsCurve,
  stopsToReach,
  walkMinutes,
  zoneKindsOf,
  type Kept,
  type Position,
  type ZoneKind,
} from '@sendero/core';
import { Button, NativeSelect, NumberInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { longDate } from '../app/dates.ts';
import { Choice, Choices } from '../app/Choice.tsx';
import {
  sameItems,
  selectAll,
  selectChildren,
  useChildren,
  useDevice,
  useOne,
} from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { useDraft } from '../fields/useDraft.ts';
import { fieldFeatures } from '../map/fieldFeatures.ts';
import type { MapFeature } from '../map/looks.ts';
import { MapCanvas } from '../map/MapCanvas.tsx';
import { WhereIAm } from '../position/WhereIAm.tsx';
import { useUnits } from '../units/useUnits.ts';
import type { PlanDrawn, PlanQuestion } from './planWork.ts';
import { durationText, spreadText, ZONE_WORDS } from './planWords.ts';
import { percent, StopsCurve } from './StopsCurve.tsx';
import { usePlanWork } from './usePlanWork.ts';
import { useSpread } from './useSpread.ts';

/** ± of the mean that a walk may be planned for; the second unless it is chosen. Defaults of this app. */
const PRECISIONS = [0.03, 0.05, 0.1];
const WANTED = 0.05;
const MOST_STOPS = 60;
/** Headland where the field says none: about two passes. A default of this app. */
const USUAL_HEADLAND_M = 18;

/** Where to stop, drawn before the walk. */
export default function PlanScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  if (!planting || !field) return <PlantingGone />;
  return field.data.boundary ? (
    <Plan key={planting.id} planting={planting} field={field} />
  ) : (
    <div className="stack">
      <div>
        <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
        <h1>Plan of stops</h1>
      </div>
      <p>Stops are planned on the field’s outline, and it has none yet.</p>
      <div>
        <Button component={Link} to={`/map?field=${field.id}`} h={48}>
          Draw or bring its outline
        </Button>
      </div>
    </div>
  );
}

interface Chosen {
  seed: number;
  /** null: as many as the precision wanted needs. */
  stops: number | null;
  /** ± of the mean, as a share. */
  wanted: number;
  rowsAtOnce: number;
  kinds: ZoneKind[];
  /** A gateway, by its id; HERE, or empty for the first stop. */
  car: string;
  earlierWalkId: string;
}

const HERE = 'here';
const newSeed = () => Math.floor(Math.random() * 2 ** 31);

function Plan({ planting, field }: { planting: Kept<'planting'>; field: Kept<'field'> }) {
  const device = useDevice();
  const navigate = useNavigate();
  const units = useUnits();
  /** A number of stops that cannot be, as it stands in the field. */
  const [typed, setTyped] = useState<string | number | null>(null);
  const planter = useOne('planter', planting.data.planterId);
  const parts = useChildren('fieldPart', 'fieldId', field.id);
  const spread = useSpread(planting);
  const gateways = parts.filter(({ data }) => data.part === 'gateway');
  const zoneKinds = zoneKindsOf(parts);
  const rows = planter?.data.type === 'planter' ? planter.data.rows : null;
  const draft = useDraft<Chosen, 'samplingPlan'>(`plan on ${planting.id}`, undefined, () => ({
    seed: newSeed(),
    stops: null,
    wanted: WANTED,
    rowsAtOnce: rows === null ? 1 : rows <= 16 ? rows : blocksOf(rows)[1]!,
    kinds: zoneKinds,
    car: gateways[0]?.id ?? '',
    earlierWalkId: '',
  }));
  const [chosen, setChosen] = useState(draft.first);
  const change = (part: Partial<Chosen>) => {
    const next = { ...chosen, ...part };
    setChosen(next);
    draft.hold(next);
  };
  const [problem, setProblem] = useState<string | null>(null);
  const earlier = useEarlierWalks(planting, field);
  const again = earlier.find(({ id }) => id === chosen.earlierWalkId) ?? null;
  const toReach = stopsToReach(spread, chosen.wanted, MOST_STOPS) ?? MOST_STOPS;
  const stops = chosen.stops ?? Math.max(6, Math.min(MOST_STOPS, toReach));
  const [here, setHere] = useState<Position | null>(null);
  const car =
    chosen.car === HERE ? here : (gateways.find(({ id }) => id === chosen.car)?.data.at ?? null);
  const question = useMemo<(PlanQuestion & { ask: 'plan' }) | null>(() => {
    const sampled = sampledField(field.data, parts, chosen.kinds, USUAL_HEADLAND_M);
    return (
      sampled && {
        ask: 'plan',
        car,
        input: planInput(sampled, field.data, planter?.data ?? null, {
          seed: chosen.seed,
          stops,
          rowsAtOnce: chosen.rowsAtOnce,
          earlier: again?.places ?? [],
        }),
      }
    );
  }, [field, parts, planter, chosen.kinds, chosen.seed, chosen.rowsAtOnce, stops, again, car]);
  const { answer: drawn, busy } = usePlanWork(question);
  const rowsAtOnce = question?.input.rowsAtOnce ?? 1;
  const curve = useMemo(() => stopsCurve(spread, MOST_STOPS), [spread]);
  const tells = curve.find((one) => one.stops === stops)!;
  const features = useMemo(
    () => [...fieldFeatures(field, parts, { label: false }), ...planFeatures(drawn ?? null, car)],
    [field, parts, drawn, car],
  );
  const focus = useMemo(() => ({ key: field.id, on: [field.id] }), [field.id]);
  const minutes =
    drawn && walkMinutes({ stops: drawn.order.length, rowsAtOnce, walkM: drawn.walkM });
  const keep = () => {
    // What is being drawn anew is not what was asked for.
    if (!drawn || busy || !question) return;
    const { at, on } = device.moment();
    const kept = device.put('samplingPlan', {
      plantingId: planting.id,
      madeAt: at,
      madeOn: on,
      seed: chosen.seed,
      rowsAtOnce,
      headlandM: question.input.headlandM,
      shares: drawn.shares,
      car,
      places: drawn.places,
    });
    if (!kept.ok) return setProblem(Object.values(kept.problems)[0] ?? null);
    draft.forget();
    void navigate(`/plantings/${planting.id}/walk?plan=${kept.id}`);
  };
  return (
    <Parts>
      <div>
        <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
        <h1>Plan of stops</h1>
      </div>
      <div className="columns two">
        <section className="stack tight" aria-label="Map of the stops">
          <MapCanvas
            features={features}
            focus={focus}
            system={units.system}
            label={`Stops planned in ${field.data.name}`}
          />
          {drawn === null ? (
            <p className="warn" role="alert">
              The headland leaves no room for a stop: make it narrower on the{' '}
              <Link to={`/map?field=${field.id}`}>map</Link>.
            </p>
          ) : (
            <p className="small soft" role="status">
              {busy && !drawn
                ? 'Drawing the places …'
                : `Numbers are the order of the walk, small rings what is drawn next if a place cannot be reached or more are wanted. ${
                    field.data.headlandM === null
                      ? `${units.show(USUAL_HEADLAND_M, 'distance')} of headland are kept off: a default, until the field has its own.`
                      : 'The headland is kept off.'
                  }`}
            </p>
          )}
        </section>
        <section className="stack tight" aria-label="How many stops">
          <div className="row" style={{ alignItems: 'end' }}>
            <NumberInput
              label="Stops"
              size="md"
              min={2}
              max={MOST_STOPS}
              clampBehavior="none"
              allowDecimal={false}
              style={{ width: 150 }}
              value={typed ?? stops}
              error={typed === null ? undefined : `Enter from 2 to ${MOST_STOPS} stops.`}
              onChange={(value) => {
                const many = Number(value);
                const can = value !== '' && many >= 2 && many <= MOST_STOPS;
                setTyped(can ? null : value);
                if (can) change({ stops: many });
              }}
            />
            <div>
              <span className="figure" style={{ fontSize: '1.7rem' }} data-testid="plan-tells">
                {percent(tells.halfWidth, units)}
              </span>
              <div className="small soft">
                of the mean, 95 %{minutes ? `; about ${durationText(minutes)}` : ''}
              </div>
            </div>
          </div>
          <StopsCurve
            curve={curve}
            stops={stops}
            wanted={chosen.wanted}
            minutesOf={(many) =>
              walkMinutes({
                stops: many,
                rowsAtOnce,
                walkM: expectedWay(many, drawn?.areaM2 ?? 0),
              })
            }
            onStops={(next) => {
              setTyped(null);
              change({ stops: next });
            }}
          />
          {problem && (
            <p className="warn" role="alert">
              {problem}
            </p>
          )}
          <div className="row">
            <Button size="lg" disabled={!drawn || busy} onClick={keep}>
              Walk these stops
            </Button>
            <Button variant="default" h={48} onClick={() => change({ seed: newSeed() })}>
              Draw others
            </Button>
          </div>
          <p className="small soft">
            {spreadText(spread, units)} The band is where it may well lie; touch the curve to
            choose.
          </p>
          <Choice
            label="The mean should be known to"
            options={PRECISIONS.map((value) => ({ value, says: percent(value, units) }))}
            value={chosen.stops === null ? chosen.wanted : null}
            onChange={(wanted) => change({ wanted: wanted!, stops: null })}
          />
          {rows !== null && rows > 1 && (
            <Choice
              label="Planter rows counted at a stop"
              options={blocksOf(rows).map((value) => ({
                value,
                says: value === rows ? `all ${rows}` : String(value),
              }))}
              value={rowsAtOnce}
              onChange={(value) => change({ rowsAtOnce: value! })}
            />
          )}
          {zoneKinds.length > 0 && (
            <Choices
              label="Stops in each of its"
              options={zoneKinds.map((value) => ({ value, says: ZONE_WORDS[value] }))}
              value={chosen.kinds.filter((kind) => zoneKinds.includes(kind))}
              onChange={(kinds) => change({ kinds })}
            />
          )}
          <div className="row">
            <NativeSelect
              label="From and back to"
              value={chosen.car}
              data={[
                ...gateways.map(({ id, data }) => ({ value: id, label: data.name })),
                { value: HERE, label: 'where I am now' },
                { value: '', label: 'the first stop' },
              ]}
              onChange={(event) => change({ car: event.currentTarget.value })}
            />
            {earlier.length > 0 && (
              <NativeSelect
                label="Go to places again"
                value={chosen.earlierWalkId}
                data={[
                  { value: '', label: 'no: draw new ones' },
                  ...earlier.map(({ id, on, places }) => ({
                    value: id,
                    label: `those ${places.length} of ${longDate(on)}`,
                  })),
                ]}
                onChange={(event) => change({ earlierWalkId: event.currentTarget.value })}
              />
            )}
          </div>
          {chosen.car === HERE && here === null && <WhereIAm onFix={({ at }) => setHere(at)} />}
          <p className="small soft">
            Drawn by chance and kept, so that no bad corner and no handy one draws the eye.
          </p>
        </section>
      </div>
    </Parts>
  );
}

/** Rows that a block of a planter may have, all of them first. @example blocksOf(12) // [12, 6, 4, 3, 2, 1] */
const blocksOf = (rows: number): number[] =>
  Array.from({ length: rows }, (_, i) => rows - i).filter(
    (block) => rows % block === 0 && (block <= 12 || block === rows),
  );

/** The stops of a plan on the map, with the way to them. */
function planFeatures(drawn: PlanDrawn | null, car: Position | null): MapFeature[] {
  if (!drawn) return [];
  const at = drawn.order.map((i) => drawn.places[i]!.at);
  const way = [...(car ? [car] : []), ...at, ...(car ? [car] : [])];
  return [
    ...(way.length > 1 ? [{ id: 'way', look: 'way' as const, line: way }] : []),
    ...drawn.places.flatMap(({ at: place, state }, i): MapFeature[] =>
      state === 'spare' ? [{ id: `spare ${i}`, look: 'spareStop', at: place }] : [],
    ),
    ...at.map((place, i): MapFeature => ({
      id: `stop ${i}`,
      look: 'stop',
      at: place,
      label: String(i + 1),
    })),
  ];
}

/** Walks of this field whose places are known. */
function useEarlierWalks(planting: Kept<'planting'>, field: Kept<'field'>) {
  const walks = useAppSelector(
    (state) => selectAll(state, 'walk').filter(({ data }) => data.purpose === 'stand'),
    sameItems,
  );
  const plantings = useAppSelector(
    (state) => selectChildren(state, 'planting', 'fieldId', field.id),
    sameItems,
  );
  const own = useMemo(
    () => walks.filter(({ data }) => plantings.some(({ id }) => id === data.plantingId)),
    [walks, plantings],
  );
  const stops = useAppSelector(
    (state) => own.map(({ id }) => selectChildren(state, 'stop', 'walkId', id)),
    sameItems,
  );
  const plans = useAppSelector(
    (state) => selectChildren(state, 'samplingPlan', 'plantingId', planting.id),
    sameItems,
  );
  return useMemo(
    () =>
      own
        .map(({ id, data }, i) => {
          const plan = plans.find((one) => one.id === data.planId)?.data ?? null;
          const places = stops[i]!.filter((stop) => !stop.data.chosen).flatMap((stop) => {
            const place = placeOfStop(stop.data, plan);
            return place ? [place] : [];
          });
          return { id, on: data.startedOn, places };
        })
        .filter(({ places }) => places.length > 0),
    [own, stops, plans],
  );
}
