import { countedLength, rowsAsSeen, summariseStand, type Count } from '@sendero/core';
import { useDebouncedValue, useHotkeys } from '@mantine/hooks';
import { ArrowLeftIcon, ResetIcon } from '@radix-ui/react-icons';
import { lazy, memo, Suspense, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { observationIdAt } from '../data/outbox.ts';
import { useDevice } from '../data/hooks.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useUnits } from '../units/useUnits.ts';
import { RowStrip } from './RowStrip.tsx';
import { TALLIES, type Tally } from './tallies.ts';
import { useWalkStand, type WalkStand, type WalkStop } from './useWalkStand.ts';
import { WalkSoFar } from './WalkSoFar.tsx';

const TypedCount = lazy(() => import('./TypedCount.tsx'));

/** Counting at a stop, in the field. */
export default function CaptureScreen() {
  const { walkId } = useParams();
  const stand = useWalkStand(walkId);
  const [search, setSearch] = useSearchParams();
  if (stand === undefined) return null;
  if (!stand)
    return (
      <p>
        This walk is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const wanted = Number(search.get('stop'));
  const stop = stand.stops.find(({ data }) => data.ordinal === wanted) ?? stand.stops.at(-1);
  if (!stop)
    return (
      <p>
        This walk has no stop. <Link to={`/plantings/${stand.planting.id}/walk`}>Start again</Link>
      </p>
    );
  return (
    <StopCapture
      key={stop.id}
      stand={stand}
      stop={stop}
      onStop={(ordinal) => setSearch({ stop: String(ordinal) }, { replace: true })}
    />
  );
}

function StopCapture({
  stand,
  stop,
  onStop,
}: {
  stand: WalkStand;
  stop: WalkStop;
  onStop(ordinal: number): void;
}) {
  const device = useDevice();
  const navigate = useNavigate();
  const units = useUnits();
  const { walk, planting, planter } = stand;
  // The tapped key is drawn at once; the walk's drawing follows in the first pause of the thumb.
  const [settled] = useDebouncedValue(stand, 250);
  const byRow = walk.data.method === 'everyRow' && planter !== null;
  const oneOfRows = walk.data.method === 'oneRow' && planter !== null;
  const order: (number | null)[] =
    byRow || oneOfRows ? rowsAsSeen(planter!.rows, stop.data.travel) : [null];
  const [row, setRow] = useState<number | null>(() =>
    byRow
      ? (order.find((candidate) => !stop.counts.some(({ data }) => data.row === candidate)) ??
        order[0]!)
      : (stop.counts[0]?.data.row ?? order[0]!),
  );
  const [typing, setTyping] = useState(false);
  const history = useRef<
    { id: string; row: number | null; before: Count | null; after: Count; taps: boolean }[]
  >([]);
  const [undoable, setUndoable] = useState(0);
  const kept = stop.counts.find(({ data }) => data.row === row);
  const lengthM = countedLength({ ...walk.data, rowWidthM: planting.data.rowWidthM });
  const empty: Count = {
    stopId: stop.id,
    type: 'count',
    row,
    lengthM,
    rowWidthM: planting.data.rowWidthM,
    inStep: 0,
    oneBehind: 0,
    twoBehind: 0,
  };
  const count = kept?.data ?? empty;
  const [problem, setProblem] = useState<string | null>(null);

  const id = kept?.id ?? observationIdAt(stop.id, 'count', byRow ? row : null);
  const write = (next: Count, taps: boolean, before = kept?.data ?? null) => {
    const written = device.put('observation', next, id, { taps });
    if (!written.ok) return setProblem(Object.values(written.problems)[0] ?? null);
    setProblem(null);
    history.current.push({ id, row, before, after: next, taps });
    setUndoable(history.current.length);
  };
  // Two taps may come before the first is drawn: each adds to what is kept, not to what was drawn.
  const tap = (tally: Tally) => {
    const before = device.peek('observation', id) as Count | undefined;
    const now = before ?? empty;
    write({ ...now, [tally]: now[tally] + 1 }, true, before ?? null);
  };
  const undo = () => {
    const last = history.current.pop();
    setUndoable(history.current.length);
    if (!last) return;
    setRow(last.row);
    setProblem(null);
    device.takeBack('observation', last.id, last.before, last.after, { taps: last.taps });
  };
  const step = (by: 1 | -1) => {
    const at = order.indexOf(row) + by;
    if (byRow && at >= 0 && at < order.length) setRow(order[at]!);
    else if (by === 1) nextStop();
  };
  const nextStop = () => {
    const following = stand.stops.find(({ data }) => data.ordinal > stop.data.ordinal);
    if (following) return onStop(following.data.ordinal);
    const ordinal = stop.data.ordinal + 1;
    if (stop.counts.length === 0)
      return setProblem('Count at least one row here before going on to the next stop.');
    if (
      device.put('stop', {
        walkId: walk.id,
        ordinal,
        travel: stop.data.travel,
        chosen: false,
        note: '',
      }).ok
    )
      onStop(ordinal);
  };
  const changeStop = (change: Partial<typeof stop.data>) =>
    device.change('stop', stop.id, (data) => ({ ...data, ...change }));
  const moveRow = (next: number | null) => {
    // One row a stop: choosing another row corrects which row this count was made in.
    if (oneOfRows && kept)
      device.change('observation', kept.id, (data) => ({ ...(data as Count), row: next }));
    setRow(next);
  };
  const finish = () => {
    const finished = device.put(
      'walk',
      { ...walk.data, finishedAt: later(walk.data.startedAt, device.moment().at) },
      walk.id,
    );
    if (finished.ok) void navigate(`/walks/${walk.id}/result`);
    else setProblem(Object.values(finished.problems)[0] ?? null);
  };
  const tapeLink = `/walks/${walk.id}/stops/${stop.id}/tape${row === null ? '' : `?row=${row}`}`;

  useHotkeys(
    [
      ['1', () => tap('inStep')],
      ['space', () => tap('inStep')],
      ['2', () => tap('oneBehind')],
      ['3', () => tap('twoBehind')],
      ['z', undo],
      ['Backspace', undo],
      ['Enter', () => step(1)],
      ['ArrowRight', () => step(1)],
      ['ArrowLeft', () => step(-1)],
      ['n', nextStop],
      ['t', () => void navigate(tapeLink)],
    ],
    ['INPUT', 'TEXTAREA', 'SELECT', 'BUTTON', 'A'],
  );

  const kind = units.standKind(stand.denseStand);
  const here =
    stop.counts.length > 0
      ? summariseStand([{ id: stop.id, counts: stop.counts.map(({ data }) => data) }])
      : null;
  const lastRow = !byRow || order.indexOf(row) === order.length - 1;
  return (
    <div className="stack" style={{ gap: '0.75rem' }}>
      <div className="field-head">
        <Link
          to={`/plantings/${planting.id}`}
          className="tool bare"
          aria-label={`Leave the walk, back to ${stand.field.name}`}
        >
          <ArrowLeftIcon width={22} height={22} aria-hidden />
        </Link>
        <div>
          <h1>
            {stand.field.name}, stop {stop.data.ordinal}
          </h1>
          <div className="small soft">
            {walk.data.method === 'hoop'
              ? `hoop of ${units.show(walk.data.hoopDiameterM!, 'hoopDiameter')}`
              : `${units.show(walk.data.lengthM!, 'rowLength')} of tape${walk.data.method === 'bothSides' ? ', both sides' : ''}`}
          </div>
        </div>
        <span className="spacer" />
        <SyncStatus />
      </div>
      <div className="columns two">
        <div className="stack" style={{ gap: '0.6rem' }}>
          {order.length > 1 && (
            <RowStrip
              order={order as number[]}
              row={row!}
              stop={stop}
              onRow={moveRow}
              travel={stop.data.travel}
              onTravel={(travel) => changeStop({ travel })}
            />
          )}
          {typing ? (
            <Suspense>
              <TypedCount count={count} onCount={(next) => write(next, false)} />
            </Suspense>
          ) : (
            <div className="keys">
              {TALLIES.map(({ tally, label, key }) => (
                <button
                  key={tally}
                  className={tally === 'inStep' ? 'key main' : 'key'}
                  onClick={(event) => {
                    tap(tally);
                    if (event.detail > 0) event.currentTarget.blur();
                  }}
                  aria-label={`Add a plant ${label}, now ${count[tally]}`}
                  data-tally={tally}
                >
                  <span className="count">{count[tally]}</span>
                  <small>{label}</small>
                  <small
                    className="soft key-hint"
                    aria-hidden
                    style={tally === 'inStep' ? { color: 'inherit', opacity: 0.85 } : undefined}
                  >
                    key {key}
                  </small>
                </button>
              ))}
            </div>
          )}
          {problem && (
            <p className="warn" role="alert">
              {problem}
            </p>
          )}
          <div className="field-tools">
            <button className="tool" onClick={undo} disabled={undoable === 0}>
              <ResetIcon width={18} height={18} aria-hidden /> Undo
            </button>
            <button className="tool bare" onClick={() => setTyping(!typing)}>
              {typing ? 'Tap plants' : 'Type numbers'}
            </button>
            <Link to={tapeLink} className="tool">
              Tape{row === null ? '' : `, row ${row}`}
            </Link>
          </div>
          <div className="field-actions">
            <button
              className="tool"
              onClick={() =>
                stop.data.ordinal > 1 && !(byRow && order.indexOf(row) > 0)
                  ? onStop(stop.data.ordinal - 1)
                  : step(-1)
              }
              disabled={stop.data.ordinal === 1 && (!byRow || order.indexOf(row) === 0)}
            >
              Back
            </button>
            <button className="tool act" onClick={() => step(1)}>
              {lastRow ? 'Next stop' : `Next row: ${order[order.indexOf(row) + 1]}`}
            </button>
          </div>
        </div>
        <aside className="stack" style={{ gap: '0.6rem' }} aria-label="The stand so far">
          <div className="row spread" style={{ alignItems: 'end' }}>
            <div>
              <div className="small soft">This stop</div>
              <div className="figure" data-testid="stop-density">
                {here ? (
                  <>
                    {units.number(here.meanPerM2, kind)}
                    <span className="unit">{units.symbol(kind)}</span>
                  </>
                ) : (
                  '–'
                )}
              </div>
            </div>
            <div style={{ textAlign: 'right' }}>
              <div className="small soft">
                expected live {units.show(stand.expectedPerM2, kind)}
              </div>
              <div>
                {here
                  ? `${Math.round((100 * here.meanPerM2) / stand.expectedPerM2)} % of it`
                  : 'tap the first plant'}
              </div>
            </div>
          </div>
          <SettledWalk stand={settled} />
          <label className="row small" style={{ minHeight: 48, flexWrap: 'nowrap' }}>
            <input
              type="checkbox"
              checked={stop.data.chosen}
              onChange={(event) => changeStop({ chosen: event.currentTarget.checked })}
              style={{ width: 24, height: 24 }}
            />
            Chosen because it looked bad: keep, but leave out of the mean
          </label>
          <button
            className="tool"
            onClick={finish}
            disabled={!stand.stops.some(({ counts }) => counts.length > 0)}
          >
            Finish the walk
          </button>
        </aside>
      </div>
    </div>
  );
}

/** Drawn again only when the walk has settled. */
const SettledWalk = memo(WalkSoFar);

const later = (a: string, b: string) => (a > b ? a : b);
