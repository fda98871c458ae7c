import {
  idFor,
  type EmergenceCount,
  type EmergenceReading,
  type LengthReading,
  type LengthVisit,
} from '@sendero/core';
import { useHotkeys, useMediaQuery } from '@mantine/hooks';
import { ArrowLeftIcon, ResetIcon } from '@radix-ui/react-icons';
import { lazy, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { Choice } from '../app/Choice.tsx';
import { shortDate } from '../app/dates.ts';
import { RowTabs } from '../app/RowTabs.tsx';
import { Spoken } from '../app/Spoken.tsx';
import { Fold } from '../app/Fold.tsx';
import { useDevice, useOne } from '../data/hooks.ts';
import { DayShown, useDayOfWork } from '../fields/DayOfWork.tsx';
import { useEdits } from '../data/useEdits.ts';
import { newId } from '../data/newId.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useUnits } from '../units/useUnits.ts';
import { AllStanding } from './AllStanding.tsx';
import { CountGrid, visitOf, type Visit } from './CountGrid.tsx';
import { FlagRibbon } from './FlagRibbon.tsx';
import { EmergenceCurves } from './EmergenceCurves.tsx';
import { lengthNames } from './lengthNames.ts';
import { useEmergence } from './useEmergence.ts';
import styles from './emergence.module.css';

const Notes = lazy(() => import('../notes/Notes.tsx'));

/** After so long a count on the same day belongs to another visit, ms. */
const SAME_VISIT_MS = 3 * 3_600_000;

const WAYS = [
  { value: 'tap', says: 'Tap' },
  { value: 'numbers', says: 'Numbers' },
  { value: 'flags', says: 'Flags' },
] as const;
type Way = (typeof WAYS)[number]['value'];

/** Counting what is newly up between the flags. */
export default function CountEmergenceScreen() {
  const { plantingId } = useParams();
  const reading = useEmergence(plantingId);
  const field = useOne('field', reading?.planting.data.fieldId);
  if (!reading || !field || !plantingId) return <PlantingGone />;
  if (reading.lengths.length === 0)
    return (
      <p>
        No length is flagged here yet.{' '}
        <Link to={`/plantings/${plantingId}/emergence/flag`}>Flag lengths to count in</Link>
      </p>
    );
  return <Counting plantingId={plantingId} reading={reading} fieldName={field.data.name} />;
}

/** The visit that is being made: the newest of the day, or another when that was hours ago. */
function useVisit({ lengths, planting }: EmergenceReading) {
  const device = useDevice();
  const day = useDayOfWork(planting.data.plantedOn);
  const [visit] = useState(() => {
    const now = device.momentOn(day);
    const counts = lengths
      .flatMap(({ visits }) => visits.map(({ count }) => count.data))
      .filter(({ on }) => on === now.on);
    const newest = counts.reduce<EmergenceCount | null>(
      (last, one) => (last && last.at > one.at ? last : one),
      null,
    );
    const round = !newest
      ? 1
      : Date.parse(now.at) - Date.parse(newest.at) > SAME_VISIT_MS
        ? Math.min(9, newest.round + 1)
        : newest.round;
    return { on: now.on, round };
  });
  return visit;
}

function Counting({
  plantingId,
  reading,
  fieldName,
}: {
  plantingId: string;
  reading: EmergenceReading;
  fieldName: string;
}) {
  const device = useDevice();
  const navigate = useNavigate();
  const units = useUnits();
  const [search] = useSearchParams();
  const desk = useMediaQuery('(min-width: 1000px)', window.innerWidth >= 1000);
  const { lengths } = reading;
  const names = lengthNames(lengths);
  const { on, round } = useVisit(reading);
  const nowOf = (length: LengthReading) => visitOf(length, { on, round });
  const [at, setAt] = useState(() => {
    const wanted = lengths.findIndex(({ id }) => id === search.get('length'));
    const open = lengths.findIndex((length) => !nowOf(length));
    return wanted >= 0 ? wanted : Math.max(0, open);
  });
  const [way, setWay] = useState<Way>(desk ? 'numbers' : 'tap');
  const {
    change,
    remove,
    undo: takeBack,
    problem,
  } = useEdits<'emergenceCount', number>('emergenceCount');
  const length = lengths[Math.min(at, lengths.length - 1)]!;
  const now = nowOf(length);

  /** Whether all that stand are counted, and not only new ones: so it stays from length to length. */
  const [countsAll, setCountsAll] = useState(() =>
    lengths.some((one) => nowOf(one)?.count.data.counted === 'all'),
  );
  const edit = (
    index: number,
    next: (count: EmergenceCount) => Partial<EmergenceCount>,
    { taps = false, visit = { on, round } } = {},
  ) => {
    const of = lengths[index]!;
    const empty: EmergenceCount = {
      lengthId: of.id,
      ...device.momentOn(visit.on),
      round: visit.round,
      counted: 'new',
      plants: 0,
      lost: 0,
      flagsM: null,
      note: '',
    };
    const id = visitOf(of, visit)?.count.id ?? idFor('emergenceCount', empty, newId);
    change(id, (now) => ({ ...empty, ...now, ...next(now ?? empty) }), { taps, place: index });
  };
  const write = (index: number, values: Partial<EmergenceCount>, visit?: Visit) =>
    edit(index, () => values, { visit });
  const tap = () => edit(at, ({ plants }) => ({ plants: plants + 1 }), { taps: true });
  const none = () => edit(at, ({ plants }) => ({ plants }));
  const undo = () => {
    const where = takeBack?.();
    if (where !== undefined) setAt(where);
  };
  const step = (by: 1 | -1) => {
    const next = at + by;
    // Looked at and nothing new: that is a count too.
    if (by === 1 && !nowOf(length)) none();
    if (next < 0) return;
    if (next < lengths.length) setAt(next);
    else void navigate(`/plantings/${plantingId}/emergence`);
  };
  useHotkeys(
    way === 'numbers'
      ? []
      : [
          ['1', tap],
          ['space', tap],
          ['0', none],
          ['z', undo],
          ['Backspace', undo],
          ['Enter', () => step(1)],
          ['ArrowRight', () => step(1)],
          ['ArrowLeft', () => step(-1)],
        ],
    ['INPUT', 'TEXTAREA', 'SELECT', 'BUTTON', 'A'],
  );
  const counted = lengths.filter((one) => nowOf(one)).length;
  const last = at === lengths.length - 1;
  return (
    <div className="columns two">
      <div className="stack" style={{ gap: '0.7rem' }}>
        <div className="field-head">
          <Link
            to={`/plantings/${plantingId}/emergence`}
            className="tool bare"
            aria-label={`Leave the count, back to the emergence of ${fieldName}`}
          >
            <ArrowLeftIcon width={22} height={22} aria-hidden />
          </Link>
          <div>
            <h1>{fieldName}: what is up</h1>
            <div className="small soft">
              <DayShown on={on} />
              {round > 1 ? `, visit ${round} of the day` : ''}; {counted} of {lengths.length}{' '}
              lengths
            </div>
          </div>
          <span className="spacer" />
          <SyncStatus />
        </div>
        <Choice
          label="How to count"
          labelled={false}
          look="tab"
          options={WAYS}
          value={way}
          onChange={(next) => setWay(next!)}
        />
        {way === 'numbers' ? (
          <CountGrid
            names={names}
            lengths={lengths}
            visit={{ on, round }}
            before={desk}
            current={at}
            onCurrent={setAt}
            onCount={write}
            onDelete={remove}
          />
        ) : (
          <>
            <RowTabs
              label="Flagged lengths"
              tabs={lengths.map((one, i) => {
                const then = nowOf(one);
                return {
                  name: names[i]!.short,
                  counted: then ? `+${then.fresh}` : null,
                  says: `${names[i]!.name}${then ? `, ${then.fresh} newly up` : ', not counted'}`,
                };
              })}
              chosen={at}
              onChoose={setAt}
            />
            <div className="row spread" style={{ alignItems: 'baseline' }}>
              <strong>{names[at]!.name}</strong>
              <span className="small soft">
                {units.show(length.data.lengthM, 'rowLength')}, about {length.sown.toFixed(0)} seeds
              </span>
            </div>
            {length.data.place && <p className="small soft">{length.data.place}</p>}
            <Spoken text={now ? `${names[at]!.name}: ${now.fresh} newly up` : ''} />
            {way === 'flags' && (
              <FlagRibbon
                length={length}
                visit={now}
                onFlag={(placeM) =>
                  edit(at, ({ plants, flagsM }) => ({
                    plants: plants + 1,
                    flagsM: [...(flagsM ?? []), placeM].sort((a, b) => a - b),
                  }))
                }
              />
            )}
            {now?.count.data.counted === 'all' ? (
              <p className="sheet">
                All that stand: <strong>{now.count.data.plants}</strong>, so {now.fresh} new.
              </p>
            ) : (
              way === 'tap' && (
                <button
                  className={`key main ${styles.countKey}`}
                  onMouseDown={(event) => event.preventDefault()}
                  onClick={tap}
                  data-tally="newlyUp"
                  aria-label={`Add a plant newly up, now ${now?.count.data.plants ?? 0}`}
                >
                  <span className="count">{now?.count.data.plants ?? 0}</span>
                  <small>newly up</small>
                </button>
              )
            )}
            <p className="small">
              <Before length={length} now={now} />
            </p>
          </>
        )}
        {problem && (
          <p className="warn" role="alert">
            {problem}
          </p>
        )}
        <div className="field-tools">
          <button className="tool" onClick={undo} disabled={!takeBack}>
            <ResetIcon width={18} height={18} aria-hidden /> Undo
          </button>
          <span />
          {way === 'numbers' ? (
            <button
              className="tool"
              disabled={counted === lengths.length}
              onClick={() =>
                lengths.forEach((one, index) => {
                  if (!nowOf(one)) write(index, { plants: 0 });
                })
              }
            >
              None in the others
            </button>
          ) : (
            <button className="tool" onClick={none} disabled={Boolean(now)}>
              Nothing new
            </button>
          )}
        </div>
        <div className="field-actions">
          {way === 'numbers' ? (
            <>
              <span />
              <Link className="tool act" to={`/plantings/${plantingId}/emergence`}>
                See what it means
              </Link>
            </>
          ) : (
            <>
              <button className="tool" onClick={() => step(-1)} disabled={at === 0}>
                Back
              </button>
              <button className="tool act" onClick={() => step(1)}>
                {last ? 'See what it means' : `Next: ${names[at + 1]!.name}`}
              </button>
            </>
          )}
        </div>
        {/* Below the keys: what opens here moves none of them. */}
        {way !== 'numbers' && (
          <AllStanding
            key={length.id}
            length={length}
            now={now}
            begun={countsAll}
            onBegin={setCountsAll}
            onAll={(plants) => write(at, { counted: 'all', plants, lost: 0, flagsM: null })}
            onNew={() => write(at, { counted: 'new', plants: now?.fresh ?? 0, lost: 0 })}
            onLost={(lost) => write(at, { lost })}
          />
        )}
        <Fold summary="Notes">
          <Notes place={{ plantingId, walkId: null, stop: null, row: length.data.row }} />
        </Fold>
      </div>
      {desk && reading.all && (
        <aside className="sheet stack tight" style={{ alignSelf: 'start' }} aria-label="So far">
          <h2>So far</h2>
          <EmergenceCurves
            reading={reading}
            groups={reading.rows}
            half={null}
            standing={[]}
            chosen={way === 'numbers' ? null : names[at]!.name}
          />
        </aside>
      )}
    </div>
  );
}

/** What this length had before, by visit. */
function Before({ length, now }: { length: LengthReading; now: LengthVisit | undefined }) {
  const before = length.visits.filter((visit) => visit !== now);
  if (before.length === 0) return <>Not counted before.</>;
  const newest = before.at(-1)!;
  return (
    <>
      Had {newest.emerged} up by {shortDate(newest.count.data.on)}
      {before.length > 1 && (
        <span className="soft">
          {' '}
          ({before.map(({ fresh, count }) => `${shortDate(count.data.on)}: ${fresh}`).join(', ')})
        </span>
      )}
      .
    </>
  );
}
