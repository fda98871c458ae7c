import { cropWords, urgencyOf } from '@sendero/core';
import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { longDate, shortDate } from '../app/dates.ts';
import { useAll, useToday } from '../data/hooks.ts';
import { ChecksDue } from '../depth/ChecksDue.tsx';
import { usePlantingDays } from '../depth/useChecksDue.ts';
import { useAppSelector } from '../data/store.ts';
import { SeasonSwitch } from '../fields/SeasonSwitch.tsx';
import { StandCard } from '../stand/StandCard.tsx';
import { clockWords, statusWords } from '../sync/syncState.ts';
import { usePinsOfEach } from '../trail/usePins.ts';
import { useTrails, type PlantingOnTrail } from '../trail/useTrails.ts';

/** What to do where, why and by when; what waits to sync; what is new. */
export default function TodayScreen() {
  const today = useToday();
  const trails = useTrails().filter(({ archived }) => !archived);
  const plantingDays = usePlantingDays();
  const sync = useAppSelector((state) => state.sync);
  const conflicts = useAll('conflict').filter(({ data }) => data.resolvedAt === null);
  // A planting that is under way today has a list of its own, with what is due behind the planter.
  const planted = new Set(plantingDays.map(({ one }) => one.planting.id));
  const due = trails
    .flatMap((one) => one.marks.map((mark) => ({ one, mark, urgency: urgencyOf(mark) })))
    .filter(
      ({ one, mark, urgency }) =>
        urgency !== null && !(mark.mark === 'trenchCheck' && planted.has(one.planting.id)),
    )
    .sort((a, b) => a.urgency! - b.urgency!);
  const latest = trails
    .flatMap(({ walks }) => walks)
    .filter(({ data }) => data.finishedAt)
    .sort((a, b) => (a.data.finishedAt! < b.data.finishedAt! ? 1 : -1));
  const words = statusWords(sync);
  const clock = clockWords(sync.clockOffMs);
  return (
    <div className="stack">
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
              <p>
                Start with a grower and a field. <Link to="/fields">Add the first field</Link>
              </p>
            ) : (
              <p>Nothing is due. The next windows are on each planting’s trail.</p>
            ))}
          <ul className="list-plain sheet" hidden={due.length === 0 && plantingDays.length === 0}>
            {plantingDays.map((day, i) => (
              <ChecksDue key={day.one.planting.id} day={day} first={i === 0} />
            ))}
            {due.map(({ one, mark }, i) => (
              <li key={`${one.planting.id} ${mark.mark}`} className="task due">
                <div>
                  <Link to={`/plantings/${one.planting.id}`}>
                    <strong>{one.field.data.name}</strong>
                  </Link>{' '}
                  <span className="soft">{one.growerName}</span>
                  <div>
                    {mark.underWay
                      ? `${mark.label} under way since ${shortDate(mark.underWay.since)}, ${mark.underWay.by}`
                      : `${mark.label}, ${cropWords(one.planting.data)}`}
                  </div>
                  <div className="small soft">
                    {mark.underWay ? (
                      'Go on at the next stop, or finish it.'
                    ) : (
                      <>
                        <span className={mark.state === 'overdue' ? 'warn' : ''}>
                          {mark.state === 'overdue'
                            ? `Overdue since ${shortDate(mark.to)}`
                            : `By ${shortDate(mark.to)}`}
                        </span>
                        . {mark.reason}
                      </>
                    )}
                  </div>
                </div>
                <Button
                  component={Link}
                  to={mark.link!}
                  variant={
                    i === 0 && plantingDays.every((day) => day.due.length === 0)
                      ? 'filled'
                      : 'default'
                  }
                  h={48}
                >
                  {mark.action}
                </Button>
              </li>
            ))}
          </ul>
          <ComingUp trails={trails} />
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
    </div>
  );
}

/** Windows that open next, soonest first. */
function ComingUp({ trails }: { trails: readonly PlantingOnTrail[] }) {
  const coming = trails
    .flatMap((one) =>
      one.marks
        .filter(({ state, instead }) => state === 'later' && !instead)
        .map((mark) => ({ one, mark })),
    )
    .sort((a, b) => (a.mark.from < b.mark.from ? -1 : 1))
    .slice(0, 6);
  if (coming.length === 0) return null;
  return (
    <>
      <h2>Coming up</h2>
      <ul className="list-plain">
        {coming.map(({ one, mark }) => (
          <li
            key={`${one.planting.id} ${mark.mark}`}
            className="row"
            style={{ minHeight: 44, gap: '0.8rem' }}
          >
            <strong style={{ minWidth: '4.2rem' }}>{shortDate(mark.from)}</strong>
            <Link to={`/plantings/${one.planting.id}`}>{one.field.data.name}</Link>
            <span className="soft">
              {mark.label}, {cropWords(one.planting.data)}
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
            <Link to={`/plantings/${one.planting.id}`}>{one.field.data.name}</Link>
            <span className="soft">{pin.label}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
