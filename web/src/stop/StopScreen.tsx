import { rowsAsSeen, type StopStep, type Travel } from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { ArrowLeftIcon, ResetIcon } from '@radix-ui/react-icons';
import { createContext, memo, useContext, useState, type ReactNode, type Ref } from 'react';
import { createPortal } from 'react-dom';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useStable } from '../app/useStable.ts';
import { useDevice } from '../data/hooks.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { StepBar } from './StepBar.tsx';
import { stepLink } from './stepLink.ts';
import { STEP_WORDS } from './stepWords.ts';
import { useNextStop } from './useNextStop.ts';
import { nextStep, useSteps } from './useSteps.ts';
import { useStopWork, type StopWork } from './useStopWork.ts';
import { useTimeHere } from './useTimeHere.ts';
import styles from './stop.module.css';

export interface StepProps extends StopWork {
  /** Planter row that is worked in; null: none, or not told. */
  row: number | null;
  setRow(row: number | null): void;
}

/** One step of a stop: where one is, the other steps, what is done here, and the way on. */
export function StopScreen({
  step,
  children,
}: {
  step: StopStep;
  children: (props: StepProps) => ReactNode;
}) {
  const work = useStopWork();
  const [search, setSearch] = useSearchParams();
  const [undoPlace, setUndoPlace] = useState<HTMLElement | null>(null);
  const setRow = useStable((next: number | null) =>
    setSearch(next === null ? {} : { row: String(next) }, { replace: true }),
  );
  if (work === undefined) return null;
  if (!work)
    return (
      <p>
        This stop is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const row = Number(search.get('row')) || null;
  const { facts } = work;
  // The record of the stop stays as it is while things are kept at it: what shows only that is not drawn anew.
  const held = facts.stops.find(({ id }) => id === work.stop.id)!;
  return (
    <div className={`stack ${styles.onStop}`} style={{ gap: '0.75rem' }}>
      <StopHead
        walkId={facts.walk.id}
        field={facts.field.name}
        stopId={held.id}
        ordinal={held.data.ordinal}
        step={step}
      />
      <StepBar stop={held} plantingId={facts.planting.id} at={step} row={row} />
      <UndoPlace value={undoPlace}>{children({ ...work, row, setRow })}</UndoPlace>
      <StepFoot
        undoPlace={setUndoPlace}
        facts={facts}
        stop={held}
        worked={work.stop.seen.length > 0}
        step={step}
        row={row}
      />
    </div>
  );
}

const StopHead = memo(function StopHead({
  walkId,
  field,
  stopId,
  ordinal,
  step,
}: {
  walkId: string;
  field: string;
  stopId: string;
  ordinal: number;
  step: StopStep;
}) {
  const minutes = useTimeHere(stopId);
  return (
    <div className="field-head" style={{ marginBottom: 0 }}>
      <Link
        to={`/walks/${walkId}?stop=${ordinal}`}
        className="tool bare"
        aria-label="Back to the count"
      >
        <ArrowLeftIcon width={22} height={22} aria-hidden />
      </Link>
      <div>
        <h1>
          {STEP_WORDS[step].name}, stop {ordinal}
        </h1>
        <div className="small soft">
          {field}
          {minutes ? `; ${minutes} min here` : ''}
        </div>
      </div>
      <span className="spacer" />
      <SyncStatus />
    </div>
  );
});

/** Where the foot of a step takes the key that takes back. */
const UndoPlace = createContext<HTMLElement | null>(null);

/** The way on: the next step of this person's order that is still open, else the next stop. */
const StepFoot = memo(function StepFoot({
  facts,
  stop,
  worked,
  step,
  row,
  undoPlace,
}: {
  undoPlace: Ref<HTMLDivElement>;
  facts: StopWork['facts'];
  stop: StopWork['facts']['stops'][number];
  /** Something is kept at this stop. */
  worked: boolean;
  step: StopStep;
  row: number | null;
}) {
  const device = useDevice();
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const { own } = useSteps(stop, facts.planting.id);
  const toNextStop = useNextStop(facts, stop, setProblem);
  const next = nextStep(own, step);
  const here = own.find((one) => one.step === step);
  const skips = here?.state === 'open';
  const goOn = () => {
    if (skips)
      device.change('stop', stop.id, (data) => ({ ...data, skipped: [...data.skipped, step] }));
    const place = { walkId: facts.walk.id, stopId: stop.id, ordinal: stop.data.ordinal };
    if (next) void navigate(stepLink(place, next, row), { replace: true });
    else toNextStop(worked);
  };
  return (
    <>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <div className={styles.foot}>
        <div ref={undoPlace} style={{ display: 'contents' }} />
        <Link className="tool" to={`/walks/${facts.walk.id}?stop=${stop.data.ordinal}`}>
          Count
        </Link>
        <button className="tool act" onClick={goOn}>
          {next
            ? `${skips ? 'Skip to' : 'Next:'} ${STEP_WORDS[next].name}`
            : skips
              ? 'Skip to the next stop'
              : 'Next stop'}
        </button>
      </div>
    </>
  );
});

/** The planter row that is worked in, where the planting has a planter. */
export const RowSelect = ({ facts, stop, row, setRow }: StepProps) =>
  facts.planter && (
    <RowOfPlanter rows={facts.planter.rows} travel={stop.data.travel} row={row} setRow={setRow} />
  );

const RowOfPlanter = memo(function RowOfPlanter({
  rows,
  travel,
  row,
  setRow,
}: Pick<StepProps, 'row' | 'setRow'> & { rows: number; travel: Travel }) {
  return (
    <NativeSelect
      label="Planter row"
      size="md"
      value={row ?? ''}
      onChange={(event) => setRow(Number(event.currentTarget.value) || null)}
      data={[
        ...(row === null ? [{ value: '', label: 'Choose the row' }] : []),
        ...rowsAsSeen(rows, travel).map((n) => ({ value: String(n), label: `Row ${n}` })),
      ]}
      style={{ maxWidth: 220 }}
    />
  );
});

/** Takes the last entry back; in the same place on every step, at its foot. */
export function UndoButton({ undo }: { undo: (() => void) | null }) {
  const place = useContext(UndoPlace);
  return (
    place &&
    createPortal(
      <button className="tool" onClick={() => undo?.()} disabled={!undo}>
        <ResetIcon width={18} height={18} aria-hidden /> Undo
      </button>,
      place,
    )
  );
}
