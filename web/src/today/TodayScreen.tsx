import { cropWords } from '@sendero/core';
import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { longDate, shortDate } from '../app/dates.ts';
import { useVisits, type PlacedVisit } from '../calendar/useVisits.ts';
import { useAll, useToday } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
import { ChecksDue } from '../depth/ChecksDue.tsx';
import { usePlantingDays } from '../depth/useChecksDue.ts';
import { useAppSelector } from '../data/store.ts';
import { SeasonSwitch } from '../fields/SeasonSwitch.tsx';
import { StandCard } from '../stand/StandCard.tsx';
import { clockWords, statusWords } from '../sync/syncState.ts';
import { usePinsOfEach } from '../trail/usePins.ts';
import { useTrails, type PlantingOnTrail } from '../trail/useTrails.ts';
import { Rounds } from './Rounds.tsx';
import { tasksOf, type TaskToday } from './tasksOf.ts';

/** What to do where, why and by when; what waits to sync; what is new. */
export default function TodayScreen() {
  const today = useToday();
  const trails = useTrails().filter(({ archived }) => !archived);
  const plantingDays = usePlantingDays();
  const sync = useAppSelector((state) => state.sync);
  const conflicts = useAll('conflict').filter(({ data }) => data.resolvedAt === null);
  // A planting that is under way today has a list of its own, with what is due behind the planter.
  const planted = new Set(plantingDays.map(({ one }) => one.planting.id));
  const { placed } = useVisits();
  const due = tasksOf(trails, placed).filter(
    ({ one, of }) => !(of === 'trenchCheck' && one && planted.has(one.planting.id)),
  );
  const latest = trails
    .flatMap(({ walks }) => walks)
    .filter(({ data }) => data.finishedAt)
    .sort(newestFirst);
  const words = statusWords(sync);
  const clock = clockWords(sync.clockOffMs);
  return (
    <Parts>
      <div className="row spread">
        <h1>Today, {longDate(today)}</h1>
        <SeasonSwitch />
      </div>
      {clock && <p className="warn rule-left signal">{clock}</p>}
      {(words.state === 'waiting' ||
        words.state === 'refused' ||
        words.state === 'problem' ||
        conflicts.length > 0) && (
        <section
          className={`rule-left ${words.state === 'waiting' ? '' : 'signal'}`}
          aria-label="Waiting on this device"
        >
          {words.state !== 'sent' && <p>{words.long}</p>}
          {conflicts.length > 0 && (
            <p>
              {conflicts.length === 1
                ? 'One record was edited twice, apart.'
                : `${conflicts.length} records were edited twice, apart.`}{' '}
              <Link to="/device">Choose the version to go on with</Link>
            </p>
          )}
        </section>
      )}
      <div className="columns two">
        <section className="stack tight">
          <h2>To do</h2>
          {due.length === 0 &&
            plantingDays.length === 0 &&
            (trails.length === 0 ? (
              <div className="sheet stack tight">
                <p>
                  A field, its grower and its planting are all it takes: from then on this page says
                  what is due, and when.
                </p>
                <Button component={Link} to="/fields?add=field" size="xl" h={72}>
                  Add your first field
                </Button>
              </div>
            ) : (
              <p>Nothing is due. The next windows are on each planting’s trail.</p>
            ))}
          <ul className="list-plain sheet" hidden={due.length === 0 && plantingDays.length === 0}>
            {plantingDays.map((day, i) => (
              <ChecksDue key={day.one.planting.id} day={day} first={i === 0} />
            ))}
            {due.map((task, i) => (
              <Task
                key={task.key}
                task={task}
                first={i === 0 && plantingDays.every((day) => day.due.length === 0)}
              />
            ))}
          </ul>
          <Rounds tasks={due} />
          <ComingUp placed={placed} />
          <Lately trails={trails} />
        </section>
        <section className="stack tight">
          <h2>Newest results</h2>
          {latest.length === 0 && <p className="soft">The first finished walk appears here.</p>}
          {latest.slice(0, 3).map(({ id }) => (
            <StandCard key={id} walkId={id} />
          ))}
        </section>
      </div>
    </Parts>
  );
}

function Task({
  task: { one, title, link, action, says, warns, reason },
  first,
}: {
  task: TaskToday;
  first: boolean;
}) {
  return (
    <li className="task due">
      <div>
        {one && (
          <>
            <Link className="alone" to={`/plantings/${one.planting.id}`}>
              <strong>{one.field.data.name}</strong>
            </Link>{' '}
            <span className="soft">{one.growerName}</span>
          </>
        )}
        <div>{title}</div>
        <div className="small soft">
          <span className={warns ? 'warn' : ''}>{says}</span> {reason}
        </div>
      </div>
      <Button component={Link} to={link} variant={first ? 'filled' : 'default'} h={48}>
        {action}
      </Button>
    </li>
  );
}

/** Visits that come next, soonest first. */
function ComingUp({ placed }: { placed: readonly PlacedVisit[] }) {
  const coming = placed.filter(({ one }) => one.visit.state === 'later').slice(0, 6);
  return (
    <>
      <div className="row spread">
        <h2>Coming up</h2>
        <Link className="alone" to="/calendar">
          All visits
        </Link>
      </div>
      {coming.length === 0 && (
        <p className="soft">
          {placed.length === 0
            ? 'Visits are listed here once a planting is added to a field.'
            : 'No more visits this season.'}
        </p>
      )}
      <ul className="list-plain">
        {coming.map(({ one: { one, visit }, on }) => (
          <li key={visit.key} className="row" style={{ minHeight: 44, gap: '0.8rem' }}>
            <strong style={{ minWidth: '4.2rem' }}>{shortDate(on)}</strong>
            {one && (
              <Link className="alone" to={`/plantings/${one.planting.id}`}>
                {one.field.data.name}
              </Link>
            )}
            <span className="soft">
              {one ? `${visit.label}, ${cropWords(one.planting.data)}` : visit.label}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What was noted lately, newest first. */
function Lately({ trails }: { trails: readonly PlantingOnTrail[] }) {
  const notes = usePinsOfEach(trails);
  if (notes.length === 0) return null;
  return (
    <>
      <h2>Noted lately</h2>
      <ul className="list-plain">
        {notes.slice(0, 4).map(({ pin, one }) => (
          <li
            key={pin.id}
            className="row"
            style={{ minHeight: 44, gap: '0 0.8rem', alignItems: 'baseline' }}
          >
            <strong style={{ minWidth: '4.2rem' }}>{shortDate(pin.on)}</strong>
            <Link className="alone" to={`/plantings/${one.planting.id}`}>
              {one.field.data.name}
            </Link>
            <span className="soft">{pin.label}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
