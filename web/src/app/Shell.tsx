import { Button } from '@mantine/core';
import { GearIcon, RulerSquareIcon } from '@radix-ui/react-icons';
import { Suspense, useEffect, useState } from 'react';
import { Link, NavLink, Outlet, useLocation, useRouteError } from 'react-router';
import { useAppSelector, type CannotOpen as WhyNot } from '../data/store.ts';
import { selectAll, useDevice, useToday, useWorkspace } from '../data/hooks.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { UpdateOffer } from '../sync/UpdateOffer.tsx';
import { KeyboardHelp } from './KeyboardHelp.tsx';
import { longDate, shortDate } from './dates.ts';
import styles from './Shell.module.css';
import { FailedDrafts, messageOf } from './Parts.tsx';
import { UndoOffers } from './Undo.tsx';
import { useAwake } from './useAwake.ts';
import { useHeading } from './useHeading.ts';
import { useShowInvalid } from './useShowInvalid.ts';

const FIELD_SCREENS =
  /^\/(walks\/[^/]+(\/way|\/stops\/[^/]+\/[^/]+)?|trench\/[^/]+|plantings\/[^/]+\/(emergence\/count|below\/dig))$/;

/** The frame around every screen: way home, what day it is, and whether the work is safe. */
export function Shell() {
  const { pathname } = useLocation();
  const ready = useAppSelector((state) => state.sync.ready);
  const workspace = useWorkspace();
  const trials = useAppSelector((state) => selectAll(state, 'trial').length > 0);
  const hand = useAppSelector((state) => state.preferences.hand);
  const inField = FIELD_SCREENS.test(pathname);
  useEffect(() => void window.scrollTo(0, 0), [pathname]);
  useShowInvalid();
  useHeading(pathname);
  useAwake(inField);
  return (
    <div className={inField ? 'in-field' : undefined} data-hand={hand}>
      <a className="skip-link" href="#work">
        Skip to the work
      </a>
      <header className={styles.head}>
        <Link className={styles.brand} to="/" aria-label="Sendero, today">
          <BrandMark />
          <span className={styles.word}>Sendero</span>
        </Link>
        <nav className={styles.rooms} aria-label="Main">
          <NavLink to="/" end>
            Today
          </NavLink>
          <NavLink to="/calendar">Calendar</NavLink>
          <NavLink to="/fields">Fields</NavLink>
          <NavLink to="/planters">Planters</NavLink>
          {trials && <NavLink to="/trials">Trials</NavLink>}
        </nav>
        <span className="spacer" />
        <Day />
        <nav className={styles.tools} aria-label="Tools">
          <NavLink to="/targets" aria-label="Reckoner">
            <RulerSquareIcon width={20} height={20} aria-hidden />
            <span className={styles.word}>Reckoner</span>
          </NavLink>
          <NavLink to="/settings" aria-label="Settings">
            <GearIcon width={20} height={20} aria-hidden />
          </NavLink>
        </nav>
        <SyncStatus />
      </header>
      <main id="work">
        <OtherTabs />
        <CannotOpen />
        {!inField && <Restored />}
        {ready ? (
          workspace ? (
            <UndoOffers>
              <Suspense>
                <Outlet />
              </Suspense>
            </UndoOffers>
          ) : (
            <FirstVisit />
          )
        ) : null}
      </main>
      <UpdateOffer />
      <KeyboardHelp />
    </div>
  );
}

/** Two versions of the app cannot hold one device's records open: which tab is to give way. */
function OtherTabs() {
  const tabs = useAppSelector((state) => state.sync.tabs);
  if (tabs === 'fine') return null;
  return (
    <div className="sheet rule-left signal stack" role="alert">
      <h2>Sendero is open twice</h2>
      <p>
        {tabs === 'blocked'
          ? 'Another tab holds an older version open. Close the other tabs of Sendero: this one then goes on. Nothing entered there is lost.'
          : 'A newer version was opened in another tab. What you entered here is kept; reload to go on.'}
      </p>
      {tabs === 'outdated' && (
        <div>
          <Button h={48} onClick={() => location.reload()}>
            Reload
          </Button>
        </div>
      )}
    </div>
  );
}

const NOT_OPENED: Record<WhyNot, string> = {
  newerApp:
    'They were written by a newer version of Sendero. Reload to get that version. If this page appears again, the server is older: ask the person who runs it to update it.',
  noAnswer:
    'The browser does not answer. Close the other tabs of Sendero, then reload. If that does not help, restart the browser or the device.',
  broken:
    'The browser reports that its storage is damaged or full. Free some space on the device, restart the browser, then reload.',
  notAllowed:
    'The browser does not let this page keep anything. Leave private browsing, or allow this site to store data in the browser’s settings, then reload.',
};

/** Without what this device holds nothing can be shown or entered: why, and what to do. */
function CannotOpen() {
  const why = useAppSelector((state) => state.sync.cannotOpen);
  if (why === null) return null;
  return (
    <div className="sheet rule-left signal stack" role="alert">
      <h1>This device’s records cannot be opened</h1>
      <p>{NOT_OPENED[why]}</p>
      <p>
        Nothing was deleted. What was sent is on the server; what was not sent stays on this device.
        Do not clear the browser’s data.
      </p>
      <div>
        <Button h={48} onClick={() => location.reload()}>
          Reload
        </Button>
      </div>
    </div>
  );
}

/** A server that was restored from a backup was met: one sentence, until it was read. */
function Restored() {
  const device = useDevice();
  const restored = useAppSelector((state) => state.sync.restored);
  if (!restored) return null;
  const { sentBack } = restored;
  return (
    <div className={`sheet row spread ${styles.notice}`} role="status">
      <p>
        The server was restored from an older backup.{' '}
        {sentBack === 0
          ? 'It has everything that this device holds.'
          : `This device sent back ${sentBack === 1 ? 'one record' : `${sentBack} records`} that the server no longer had.`}{' '}
        Nothing you entered is lost.
      </p>
      <Button variant="default" h={44} onClick={() => void device.restoredRead()}>
        OK
      </Button>
    </div>
  );
}

function Day() {
  const today = useToday();
  const fixed = useWorkspace()?.data.fixedToday;
  return (
    <span className={styles.day}>
      {fixed && <span className={styles.long}>Demo season, </span>}
      <strong className={styles.long}>{longDate(today)}</strong>
      <strong className={styles.short}>{shortDate(today)}</strong>
    </span>
  );
}

export function BrandMark() {
  return (
    <svg width="30" height="30" viewBox="0 0 30 30" aria-hidden>
      <path
        d="M4 26c5-3 3-8 9-10s4-7 9-8"
        fill="none"
        stroke="var(--clay)"
        strokeWidth="2.6"
        strokeLinecap="round"
        strokeDasharray="0.1 4.6"
      />
      <path d="M21 12c-1-4-4-6-7-6 0 4 3 6 7 6zm0 0c0-4 3-6 6-6 0 4-3 6-6 6z" fill="var(--leaf)" />
    </svg>
  );
}

function FirstVisit() {
  const contact = useAppSelector((state) => state.sync.contact);
  const cut = contact !== 'unknown' && contact !== 'online';
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSlow(true), 4000);
    return () => clearTimeout(timer);
  }, []);
  return (
    <div className="sheet stack">
      <h1>{cut ? 'The first visit needs a network' : 'Fetching your fields'}</h1>
      <p>
        {cut || slow
          ? 'Connect this device once, so that it can fetch your fields. After that it works without a signal.'
          : 'This takes a moment on a new device.'}
      </p>
    </div>
  );
}

export function NotFound() {
  return (
    <div className="sheet stack">
      <h1>Nothing is kept at this address</h1>
      <p>It may have been deleted, or it belongs to another season.</p>
      <div>
        <Button component={Link} to="/">
          Go to today
        </Button>
      </div>
    </div>
  );
}

/** Instead of a screen that failed. */
export function ScreenFailed() {
  const error = useRouteError();
  return (
    <div className="sheet rule-left signal stack" role="alert">
      <h1>This screen could not be shown</h1>
      <p>Everything you saved is safe on this device. The menu above leads to the other screens.</p>
      <FailedDrafts />
      <p>
        If it happens again, pass this message on: <code>{messageOf(error)}</code>
      </p>
      <div>
        <Button h={48} onClick={() => location.reload()}>
          Reload
        </Button>
      </div>
    </div>
  );
}
