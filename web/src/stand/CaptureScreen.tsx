import {
  countedLength,
  factsAt,
  idFor,
  rowsAsSeen,
  tapeAt,
  type Count,
  type WalkFacts,
} from '@sendero/core';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useStore } from 'react-redux';
import { Link, Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import { Fold } from '../app/Fold.tsx';
import { lazyExtra } from '../app/lazyExtra.ts';
import { useRemove } from '../app/Undo.tsx';
import { useStable } from '../app/useStable.ts';
import { selectChildren, useDevice } from '../data/hooks.ts';
import { useEdits } from '../data/useEdits.ts';
import { newId } from '../data/newId.ts';
import { countsInHeadChosen } from '../data/preferences.ts';
import { useAppDispatch, useAppSelector, type RootState } from '../data/store.ts';
import { InStrip } from '../stop/InStrip.tsx';
import { StepBar } from '../stop/StepBar.tsx';
import { stepLink } from '../stop/stepLink.ts';
import { STEP_WORDS } from '../stop/stepWords.ts';
import { useNextStop } from '../stop/useNextStop.ts';
import { useParty } from '../stop/party.ts';
import { nextStep, useSteps } from '../stop/useSteps.ts';
import { useStopPlace } from '../position/useStopPlace.ts';
import { Head, Keyboard, Steps, StopEnd, Tools } from './captureParts.tsx';
import { RowStrip } from './RowStrip.tsx';
import { SpokenCount } from './SpokenCount.tsx';
import { TallyKeys } from './TallyKeys.tsx';
import type { Tally } from './tallies.ts';
import { ThisStop } from './ThisStop.tsx';
import { useFinishWalk } from './useFinishWalk.tsx';
import { selectCountAt, selectCounts, useWalkFacts } from './useWalkFacts.ts';

const WalkSoFar = lazyExtra<{ walkId: string }>(() => import('./WalkSoFar.tsx'));
const TypedCount = lazy(() => import('./TypedCount.tsx'));
const DeleteDialog = lazy(() =>
  import('../fields/DeleteDialog.tsx').then((module) => ({ default: module.DeleteDialog })),
);
const AskParty = lazy(() => import('../stop/AskParty.tsx'));
const Notes = lazy(() => import('../notes/Notes.tsx'));

/** Counting at a stop, in the field. */
export default function CaptureScreen() {
  const { walkId } = useParams();
  const facts = useWalkFacts(walkId);
  const [search, setSearch] = useSearchParams();
  if (facts === undefined) return null;
  if (!facts)
    return (
      <p>
        This walk is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const wanted = Number(search.get('stop'));
  const stop = facts.stops.find(({ data }) => data.ordinal === wanted) ?? facts.stops.at(-1);
  if (!stop && facts.plan) return <Navigate to={`/walks/${walkId}/way`} replace />;
  if (!stop)
    return (
      <p>
        This walk has no stop. <Link to={`/plantings/${facts.planting.id}/walk`}>Start again</Link>
      </p>
    );
  return (
    <StopCapture
      key={stop.id}
      facts={facts}
      stop={stop}
      onStop={(ordinal) => setSearch({ stop: String(ordinal) }, { replace: true })}
    />
  );
}

/** What a tap changes (the key, the tab of its row, the figures) looks at its own counts: the rest is not drawn again. */
function StopCapture({
  facts: ofWalk,
  stop,
  onStop,
}: {
  facts: WalkFacts;
  stop: WalkFacts['stops'][number];
  onStop(ordinal: number): void;
}) {
  const device = useDevice();
  const navigate = useNavigate();
  // Strips of a trial may have rows of another width, or another rate.
  const facts = useMemo(() => factsAt(ofWalk, stop.id), [ofWalk, stop.id]);
  const { walk, planting, planter } = facts;
  const store = useStore<RootState>();
  const byRow = walk.data.method === 'everyRow' && planter !== null;
  const oneOfRows = walk.data.method === 'oneRow' && planter !== null;
  const { travel, planned } = stop.data;
  /** Rows that the plan wants counted here; null: any. */
  const wanted = (planned !== null && facts.plan?.data.places[planned]?.rows) || null;
  const order: (number | null)[] = useMemo(() => {
    if (!byRow && !oneOfRows) return [null];
    const seen = rowsAsSeen(planter!.rows, travel);
    return byRow && wanted && wanted.length > 0
      ? seen.filter((number) => wanted.includes(number))
      : seen;
  }, [byRow, oneOfRows, planter, travel, wanted]);
  const [row, setRow] = useState<number | null>(() => {
    const rows = selectCounts(store.getState(), stop.id).map(({ data }) => data.row);
    // Which one row is counted nobody knows before it is said.
    if (oneOfRows) return rows[0] ?? wanted?.[0] ?? null;
    if (!byRow) return rows[0] ?? order[0]!;
    return order.find((candidate) => !rows.includes(candidate)) ?? order[0]!;
  });
  const typing = useAppSelector((state) => state.preferences.countsInHead);
  const dispatch = useAppDispatch();
  const setTyping = (next: boolean) => dispatch(countsInHeadChosen(next));
  const {
    change,
    undo: takeBack,
    problem,
    setProblem,
  } = useEdits<'observation', number | null>('observation');
  const keptId = useAppSelector((state) => selectCountAt(state, stop.id, row)?.id);
  const counted = useAppSelector((state) => selectCounts(state, stop.id).length > 0);
  const [party] = useParty(walk);
  // Where a stop is, its lead says.
  useStopPlace(stop, counted || party === 'together');
  const empty: Count = {
    stopId: stop.id,
    type: 'count',
    row,
    lengthM: countedLength({ ...walk.data, lengthM: tapeAt(facts), rowWidthM: facts.rowWidthM }),
    rowWidthM: facts.rowWidthM,
    inStep: 0,
    oneBehind: 0,
    twoBehind: 0,
  };
  const expected = Math.round(facts.expectedPerM2 * empty.lengthM * empty.rowWidthM);

  const id =
    keptId ??
    idFor('observation', { stopId: stop.id, type: 'count', row: byRow ? row : null }, newId);
  const write = useStable((next: (count: Count) => Partial<Count>, taps: boolean) => {
    change(
      id,
      (now) => ({ ...empty, ...(now as Count | undefined), ...next((now as Count) ?? empty) }),
      { taps, place: row },
    );
  });
  const lateNow = () => {
    const now = (device.peek('observation', id) as Count | undefined) ?? empty;
    return now.oneBehind + now.twoBehind;
  };
  const tap = useStable((tally: Tally) => write((now) => ({ [tally]: now[tally] + 1 }), true));
  const undo = useStable(() => {
    const where = takeBack?.();
    if (where !== undefined) setRow(where);
  });
  const toNextStop = useNextStop(facts, stop, setProblem);
  const { own } = useSteps(stop, planting.id);
  const further = nextStep(own, 'count');
  const worked = useAppSelector(
    (state) => selectChildren(state, 'observation', 'stopId', stop.id).length > 0,
  );
  const nextStop = useStable(() => toNextStop(worked));
  /** From the last row: the next step of this person's order, else the next stop. */
  const goOn = () => {
    if (!further || !counted) return nextStop();
    const place = { walkId: walk.id, stopId: stop.id, ordinal: stop.data.ordinal };
    void navigate(stepLink(place, further, row));
  };
  const step = useStable((by: 1 | -1) => {
    const at = order.indexOf(row) + by;
    if (byRow && at >= 0 && at < order.length) setRow(order[at]!);
    else if (by === 1) goOn();
    else if (stop.data.ordinal > 1) onStop(stop.data.ordinal - 1);
  });
  const changeStop = useStable((change: Partial<typeof stop.data>) =>
    device.change('stop', stop.id, (data) => ({ ...data, ...change })),
  );
  const moveRow = (next: number | null) => {
    // One row a stop: choosing another row corrects which row this count was made in.
    if (oneOfRows && keptId)
      device.change('observation', keptId, (data) => ({ ...(data as Count), row: next }));
    setRow(next);
  };
  const [deleting, setDeleting] = useState(false);
  const askDelete = useStable(() => setDeleting(true));
  const remove = useRemove();
  const clear = useStable(() => keptId && remove('observation', keptId, 'Count deleted.'));
  const { finish, question } = useFinishWalk(walk, setProblem);
  const tapeLink = `/walks/${walk.id}/stops/${stop.id}/tape${row === null ? '' : `?row=${row}`}`;

  const firstRow = !byRow || order.indexOf(row) === 0;
  const lastRow = !byRow || order.indexOf(row) === order.length - 1;
  return (
    <div className="stack" style={{ gap: '0.75rem' }}>
      <Keyboard
        tap={tap}
        undo={undo}
        step={step}
        back={useStable(() => byRow && order.indexOf(row) > 0 && step(-1))}
        next={nextStop}
        tape={useStable(() => void navigate(tapeLink))}
      />
      <Head facts={facts} stopId={stop.id} ordinal={stop.data.ordinal} />
      <StepBar stop={stop} plantingId={planting.id} at="count" row={row} />
      <InStrip stop={stop} plantingId={planting.id} />
      {party === null && (
        <Suspense fallback={null}>
          <AskParty facts={facts} />
        </Suspense>
      )}
      <div className="columns two">
        <div className="stack" style={{ gap: '0.6rem' }}>
          {order.length > 1 && (
            <RowStrip
              order={order as number[]}
              row={row}
              stopId={stop.id}
              onRow={moveRow}
              travel={travel}
              onTravel={(next) => changeStop({ travel: next })}
            />
          )}
          <SpokenCount stopId={stop.id} row={row} />
          {typing ? (
            <Suspense>
              <TypedCount
                stopId={stop.id}
                row={row}
                expected={expected}
                onCount={(count) => write(() => count, false)}
                onBehind={(tally) =>
                  write(
                    (now) => ({ [tally]: now[tally] + 1, inStep: Math.max(0, now.inStep - 1) }),
                    false,
                  )
                }
                onTotal={(plants) => {
                  const late = lateNow();
                  if (late > plants)
                    return setProblem(
                      `More late than counted: ${late} are behind, of ${plants} plants. Count one of the two again.`,
                    );
                  write(() => ({ inStep: plants - late }), false);
                  if (!lastRow) step(1);
                }}
              />
            </Suspense>
          ) : (
            <TallyKeys stopId={stop.id} row={row} onTap={tap} />
          )}
          {problem && (
            <p className="warn" role="alert">
              {problem}
            </p>
          )}
          <Tools undo={takeBack && undo} typing={typing} onTyping={setTyping} />
          <Steps
            back={!(firstRow && stop.data.ordinal === 1)}
            next={
              !lastRow
                ? `Next row: ${order[order.indexOf(row) + 1]}`
                : further && counted
                  ? `Next: ${STEP_WORDS[further].name}`
                  : 'Next stop'
            }
            onStep={step}
          />
        </div>
        <aside className="stack" style={{ gap: '0.6rem' }} aria-label="The stand so far">
          <ThisStop stopId={stop.id} facts={facts} />
          <Suspense fallback={<div className="sheet" style={{ minHeight: 250 }} />}>
            <WalkSoFar walkId={walk.id} />
          </Suspense>
          <StopEnd
            chosen={stop.data.chosen}
            onChange={changeStop}
            onClear={keptId ? clear : null}
            onDelete={askDelete}
            finish={counted || facts.stops.length > 1 ? finish : null}
          />
          {question}
          {deleting && (
            <Suspense>
              <DeleteDialog
                record={{ kind: 'stop', id: stop.id }}
                name={`stop ${stop.data.ordinal}`}
                onClose={() => setDeleting(false)}
                onDeleted={() => void navigate(`/walks/${walk.id}`, { replace: true })}
              />
            </Suspense>
          )}
          <Fold summary="Notes on this stop">
            <Notes
              place={{
                plantingId: planting.id,
                walkId: walk.id,
                stop: stop.data.ordinal,
                row,
              }}
            />
          </Fold>
        </aside>
      </div>
    </div>
  );
}
