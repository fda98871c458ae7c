import { Choice } from '../app/Choice.tsx';
import {
  rowsToOpen,
  type Trench,
  type TrenchCheck,
  type TrenchStop,
  rowsText,
  usualRange,
} from '@sendero/core';
import { useMediaQuery } from '@mantine/hooks';
import { ArrowLeftIcon, ResetIcon } from '@radix-ui/react-icons';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { Fold } from '../app/Fold.tsx';
import { lazyExtra } from '../app/lazyExtra.ts';
import { useDevice } from '../data/hooks.ts';
import { InStrip } from '../stop/InStrip.tsx';
import styles from './depth.module.css';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useUnits } from '../units/useUnits.ts';
import { DepthGrid } from './DepthGrid.tsx';
import { DepthPad } from './DepthPad.tsx';
import { partsOf } from './depthKeys.ts';
import { FurrowPanel } from './FurrowPanel.tsx';
import { GapPad } from './GapPad.tsx';
import { GroundPanel } from './GroundPanel.tsx';
import { ChosenSeed, SeedChips } from './SeedChips.tsx';
import { CheckProfile } from './CheckProfile.tsx';

import { useStopPlace } from '../position/useStopPlace.ts';
import { useTrenchCheck } from './useTrenchCheck.ts';
import { found, useTrenchRows, type Seed, type TrenchRows } from './useTrenchRows.ts';

const Notes = lazy(() => import('../notes/Notes.tsx'));
const KnownOfRow = lazyExtra(() => import('../planter/KnownOfRow.tsx'));

/** Opening rows behind a stopped planter. */
export default function TrenchScreen() {
  const { walkId } = useParams();
  const check = useTrenchCheck(walkId);
  const [search] = useSearchParams();
  if (check === undefined) return null;
  if (!check)
    return (
      <p>
        This check is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const wanted = Number(search.get('stop'));
  const stop = check.stops.find(({ data }) => data.ordinal === wanted) ?? check.stops.at(-1);
  if (!stop)
    return (
      <p>
        This check has no place.{' '}
        <Link to={`/plantings/${check.planting.id}/trench`}>Start again</Link>
      </p>
    );
  if (check.rows.length === 0)
    return (
      <p>
        The rows of this planter are not known.{' '}
        <Link to={`/plantings/${check.planting.id}`}>Choose the planter of this planting</Link>,
        then open the check again.
      </p>
    );
  return <Opening key={stop.id} check={check} stop={stop} />;
}

const deepest = usualRange('seedDepth')![1];
const TABS = [
  { value: 'depth', says: 'Depth' },
  { value: 'gaps', says: 'Distances' },
  { value: 'furrow', says: 'Furrow' },
  { value: 'ground', says: 'Moisture' },
] as const;
type Tab = (typeof TABS)[number]['value'];

function Opening({ check, stop }: { check: TrenchCheck; stop: TrenchStop }) {
  const units = useUnits();
  const device = useDevice();
  const navigate = useNavigate();
  const desk = useMediaQuery('(min-width: 1000px)', window.innerWidth >= 1000);
  const rows = useTrenchRows(check, stop);
  useStopPlace(stop, stop.rows.length > 0);
  const { seedsPerRow, targetM, gauge } = check.walk.data;
  const order = rowsToOpen(check, stop);
  const isDone = (row: number) => found(rows.rowAt(row)) >= seedsPerRow;
  const [row, setRow] = useState(() => order.find((one) => !isDone(one)) ?? order[0]!);
  const [tab, setTab] = useState<Tab>('depth');
  const [whole, setWhole] = useState(() => partsOf(targetM, units.system).whole);
  /** Seed to replace; null to add the next. */
  const [at, setAt] = useState<number | null>(null);
  const current = rows.rowAt(row);
  const tabs = {
    label: `Row ${row}`,
    labelled: false,
    look: 'tab',
    onChange: (next: Tab | null) => setTab(next!),
  } as const;

  const choose = (next: number) => {
    setRow(next);
    setAt(null);
  };
  const addSeed = (seed: Seed) => {
    let full = false;
    const written = rows.write(row, (now) => {
      const seeds = at === null ? [...now.seeds, seed] : now.seeds.with(at, seed);
      full = found({ seeds }) >= seedsPerRow;
      return { seeds };
    });
    if (!written) return;
    setAt(null);
    // The row is full: on to the next that is not.
    if (at === null && full) {
      const following = order.slice(order.indexOf(row) + 1).find((one) => !isDone(one));
      if (following !== undefined) setRow(following);
    }
  };
  const undo = () => {
    const where = rows.undo?.();
    if (where !== undefined) choose(where);
  };
  const step = (by: 1 | -1) => {
    const next = order[order.indexOf(row) + by];
    if (next !== undefined) choose(next);
  };
  const settingsForAll = (settings: Trench['settings']) =>
    check.rows.forEach((one) => {
      if (rows.rowAt(one).seeds.length > 0 || one === row) rows.write(one, () => ({ settings }));
    });
  const finish = () => {
    const { data, id } = check.walk;
    const now = device.moment().at;
    const finished = device.put(
      'walk',
      { ...data, finishedAt: now > data.startedAt ? now : data.startedAt },
      id,
    );
    if (finished.ok) void navigate(`/trench/${id}/result`);
    else rows.setProblem(Object.values(finished.problems)[0] ?? null);
  };
  const done = order.filter(isDone).length;
  const profile = (
    <CheckProfile check={check} height={desk ? 260 : 200} chosen={row} onChoose={choose} />
  );
  const { planterId } = check.planting.data;
  const known = planterId && (
    <Suspense fallback={null}>
      <KnownOfRow planterId={planterId} row={row} walkId={check.walk.id} />
    </Suspense>
  );
  const unusual = order.flatMap((row) =>
    rows
      .rowAt(row)
      .seeds.flatMap(({ depthM }, i) =>
        depthM !== null && depthM > deepest
          ? [`row ${row}, seed ${i + 1}: ${units.show(depthM, 'seedDepth')}`]
          : [],
      ),
  );
  const actions = (
    <>
      {unusual.length > 0 && (
        <p className="small" role="status">
          Unusually deep: {unusual.join('; ')}. Kept as it is, if it is right; undo takes it back.
        </p>
      )}
      {rows.problem && (
        <p className="warn" role="alert">
          {rows.problem}
        </p>
      )}
      <div className="field-tools">
        <button className="tool" onClick={undo} disabled={!rows.undo}>
          <ResetIcon width={18} height={18} aria-hidden /> Undo
        </button>
        {!desk && tab === 'depth' ? (
          <button
            className="tool"
            onClick={() => addSeed({ depthM: null, typed: '', moist: null, by: 'rule' })}
          >
            Kicked out: lost
          </button>
        ) : (
          <span />
        )}
        <Link className="tool" to={`/trench/${check.walk.id}/monitor`}>
          Monitor
        </Link>
      </div>
      <div className="field-actions">
        {!desk && (
          <button className="tool" onClick={() => step(-1)} disabled={order.indexOf(row) === 0}>
            Row before
          </button>
        )}
        {!desk && order.indexOf(row) < order.length - 1 && done < order.length ? (
          <button className="tool act" onClick={() => step(1)}>
            Next row: {order[order.indexOf(row) + 1]}
          </button>
        ) : (
          <button className="tool act" onClick={finish} disabled={check.now.size === 0}>
            See what it means
          </button>
        )}
      </div>
      {!desk &&
        done < order.length &&
        order.indexOf(row) < order.length - 1 &&
        check.now.size > 0 && (
          <button className="tool bare" onClick={finish}>
            Finish with the rows dug so far
          </button>
        )}
    </>
  );
  return (
    <div className="stack" style={{ gap: '0.6rem' }}>
      <div className="field-head">
        <Link
          to={`/plantings/${check.planting.id}`}
          className="tool bare"
          aria-label={`Leave the check, back to ${check.field.name}`}
        >
          <ArrowLeftIcon width={22} height={22} aria-hidden />
        </Link>
        <div>
          <h1>{check.field.name}</h1>
          <div className="small soft">
            {stop.data.ordinal > 1 && order.length < check.rows.length
              ? `dig again: ${rowsText(order).toLowerCase()}`
              : `${done} of ${order.length} rows, ${units.show(targetM, 'seedDepth')}`}
            {check.walk.data.readTo === 'top' ? ', read to the top' : ''}
          </div>
        </div>
        <span className="spacer" />
        <SyncStatus />
      </div>
      <InStrip stop={stop} plantingId={check.planting.id} />
      {desk ? (
        <div className="columns two">
          <div className="stack" style={{ gap: '0.6rem' }}>
            <DepthGrid
              check={check}
              rows={rows}
              order={order}
              chosen={row}
              onChoose={choose}
              onUndo={undo}
            />
            {actions}
          </div>
          <aside className="stack" style={{ gap: '0.6rem' }} aria-label={`Row ${row}`}>
            <div className={styles.staying}>{profile}</div>
            {known}
            <Choice
              {...tabs}
              options={TABS.filter(({ value }) => value !== 'depth')}
              value={tab === 'depth' ? 'furrow' : tab}
            />
            <Panel
              {...{ tab: tab === 'depth' ? 'furrow' : tab, current, rows, stop, settingsForAll }}
            />
          </aside>
        </div>
      ) : (
        <>
          {profile}
          <Choice {...tabs} options={TABS} value={tab} />
          {tab === 'depth' ? (
            <>
              <SeedChips seeds={current.seeds} wanted={seedsPerRow} chosen={at} onChoose={setAt} />
              <DepthPad
                whole={whole}
                onWhole={setWhole}
                gauge={gauge}
                onDepth={(depthM, typed, by) => addSeed({ depthM, typed, moist: null, by })}
              />
              {at !== null && current.seeds[at] && (
                <ChosenSeed
                  seed={current.seeds[at]}
                  onSeed={(seed) =>
                    rows.write(row, ({ seeds }) => ({
                      seeds: seed ? seeds.with(at, seed) : seeds.toSpliced(at, 1),
                    }))
                  }
                  onDone={() => setAt(null)}
                />
              )}
            </>
          ) : (
            <Panel {...{ tab, current, rows, stop, settingsForAll }} />
          )}
        </>
      )}
      {/* What comes later, or goes with the row, stands below the keys: they do not move under the thumb. */}
      {!desk && actions}
      {!desk && known}
      <Fold summary="Notes on this stop">
        <Notes
          place={{
            plantingId: check.planting.id,
            walkId: check.walk.id,
            stop: stop.data.ordinal,
            row,
          }}
        />
      </Fold>
    </div>
  );
}

function Panel({
  tab,
  current,
  rows,
  stop,
  settingsForAll,
}: {
  tab: Tab;
  current: Trench;
  rows: TrenchRows;
  stop: TrenchStop;
  settingsForAll(settings: Trench['settings']): void;
}) {
  if (tab === 'gaps')
    return (
      <GapPad
        key={current.row}
        gapsM={current.gapsM}
        gapsTyped={current.gapsTyped}
        onGaps={(gapsM, gapsTyped) => rows.write(current.row, () => ({ gapsM, gapsTyped }))}
      />
    );
  if (tab === 'ground') return <GroundPanel stop={stop} />;
  return (
    <FurrowPanel
      row={current}
      onRow={(change) => rows.write(current.row, change)}
      onEveryRow={settingsForAll}
    />
  );
}
