import {
  idFor,
  analyseSpacing,
  rowsAsSeen,
  type Tape,
  type WalkStand,
  type WalkStop,
} from '@sendero/core';
import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { ArrowLeftIcon, ResetIcon } from '@radix-ui/react-icons';
import { useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { newId } from '../data/newId.ts';
import { useDevice } from '../data/hooks.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useWalkStand } from '../stand/useWalkStand.ts';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { RowRibbon } from './RowRibbon.tsx';

/** Plant positions along a tape in one row. */
export default function TapeScreen() {
  const { walkId, stopId } = useParams();
  const stand = useWalkStand(walkId);
  const stop = stand?.stops.find(({ id }) => id === stopId);
  const [search, setSearch] = useSearchParams();
  if (stand === undefined) return null;
  if (!stand || !stop)
    return (
      <p>
        This stop is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const row = Number(search.get('row')) || null;
  return (
    <TapeCapture
      key={`${stop.id} ${row}`}
      stand={stand}
      stop={stop}
      row={row}
      onRow={(next) => setSearch({ row: String(next) }, { replace: true })}
    />
  );
}

function TapeCapture({
  stand,
  stop,
  row,
  onRow,
}: {
  stand: WalkStand;
  stop: WalkStop;
  row: number | null;
  onRow(row: number): void;
}) {
  const device = useDevice();
  const units = useUnits();
  const kept = stop.tapes.find(({ data }) => data.row === row);
  const tape: Tape = kept?.data ?? {
    stopId: stop.id,
    type: 'tape',
    row,
    positionsM: [],
    readToM: stand.walk.data.lengthM,
    typed: [],
    stages: [],
    stagedBy: 'collars',
  };
  const history = useRef<{ before: Tape; after: Tape }[]>([]);
  const [undoable, setUndoable] = useState(0);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const last = tape.positionsM.at(-1);
  const [cursor, setCursor] = useState(() => (last === undefined ? 0 : last + stand.spacingM));
  const nudge = units.system === 'us' ? 0.0127 : 0.01;

  const write = (positionsM: number[], typed: string[], readToM = tape.readToM) => {
    // A plant beyond what was to be read: the tape was read that far.
    const end = readToM === null ? null : Math.max(readToM, positionsM.at(-1) ?? 0);
    const after = { ...tape, positionsM, typed, readToM: end };
    const id = kept?.id ?? idFor('observation', { stopId: stop.id, type: 'tape', row }, newId);
    const written = device.put('observation', after, id);
    if (!written.ok) {
      setProblem(Object.values(written.problems)[0] ?? null);
      return false;
    }
    history.current.push({ before: tape, after });
    setUndoable(history.current.length);
    setProblem(null);
    return true;
  };
  const insert = (at: number) => {
    const rounded = Math.round(at * 1000) / 1000;
    const index = tape.positionsM.filter((position) => position <= rounded).length;
    if (
      write(tape.positionsM.toSpliced(index, 0, rounded), tape.typed.toSpliced(index, 0, '')) &&
      index === tape.positionsM.length
    )
      setCursor(rounded + stand.spacingM);
  };
  const addTyped = () => {
    const parsed = units.read(text, 'tapePosition');
    if (!parsed.ok) return setProblem(parsed.problem);
    if (last !== undefined && parsed.value < last) {
      return setProblem(
        `${units.show(parsed.value, 'tapePosition')} lies behind the last plant at ${units.show(last, 'tapePosition')}. Type it again, or tap it onto the drawn tape.`,
      );
    }
    if (write([...tape.positionsM, parsed.value], [...tape.typed, text])) {
      setCursor(parsed.value + stand.spacingM);
      setText('');
    }
  };
  const undo = () => {
    const last = history.current.pop();
    setUndoable(history.current.length);
    if (!last || !kept) return;
    const { before, after } = last;
    setProblem(null);
    device.takeBack('observation', kept.id, before, after);
    setCursor(before.positionsM.length > 0 ? before.positionsM.at(-1)! + stand.spacingM : 0);
  };
  useHotkeys(
    [
      ['p', () => insert(cursor)],
      ['s', () => setCursor(cursor + stand.spacingM)],
      ['z', undo],
      ['ArrowLeft', () => setCursor(Math.max(0, cursor - nudge))],
      ['ArrowRight', () => setCursor(cursor + nudge)],
    ],
    ['INPUT', 'SELECT', 'TEXTAREA'],
  );

  // While one reads, only the tape up to the last plant is known.
  const found = analyseSpacing([{ ...tape, ...(last ? { lengthM: last } : {}) }], {
    referenceM: stand.spacingM,
  });
  const lengthM = Math.max(
    tape.readToM ?? 5,
    cursor + stand.spacingM,
    (last ?? 0) + stand.spacingM,
  );
  const share = (index: number | null) => (index === null ? '–' : `${Math.round(100 * index)} %`);
  return (
    <div className="stack" style={{ gap: '0.75rem' }}>
      <div className="field-head">
        <Button
          component={Link}
          to={`/walks/${stand.walk.id}?stop=${stop.data.ordinal}`}
          variant="subtle"
          px={8}
          h={48}
          aria-label="Back to the count"
        >
          <ArrowLeftIcon width={22} height={22} aria-hidden />
        </Button>
        <div>
          <h1>
            Tape, {stand.field.name}, stop {stop.data.ordinal}
          </h1>
          <div className="small soft">
            target {units.show(stand.spacingM, 'targetSpacing')} between plants
          </div>
        </div>
        <span className="spacer" />
        <SyncStatus />
      </div>
      {stand.planter && (
        <NativeSelect
          label="Planter row"
          size="md"
          value={row ?? ''}
          onChange={(event) => onRow(Number(event.currentTarget.value))}
          data={[
            ...(row === null ? [{ value: '', label: 'Choose the row' }] : []),
            ...rowsAsSeen(stand.planter.rows, stop.data.travel).map((n) => ({
              value: String(n),
              label: `Row ${n}`,
            })),
          ]}
          style={{ maxWidth: 220 }}
        />
      )}
      <div className="sheet" style={{ padding: '0.5rem 0.25rem' }}>
        <RowRibbon
          positionsM={tape.positionsM}
          referenceM={stand.spacingM}
          lengthM={lengthM}
          cursorM={cursor}
          onTap={insert}
          height={116}
          label={`${tape.positionsM.length} plants along ${units.show(lengthM, 'rowLength')} of tape, ${found.misses} gaps, ${found.multiples} doubles`}
        />
        <div className="small soft" style={{ padding: '0 0.6rem' }}>
          Tap the drawn row to place a plant. Numbers in dashed boxes are empty places; brackets are
          doubles.
        </div>
      </div>
      <div className="columns half">
        <div className="stack tight">
          <Button h={72} size="xl" onClick={() => insert(cursor)}>
            Plant here: {units.show(cursor, 'tapePosition')}
          </Button>
          <div className="field-actions" style={{ gridTemplateColumns: 'repeat(3, 1fr)' }}>
            <Button variant="default" h={56} onClick={() => setCursor(Math.max(0, cursor - nudge))}>
              − {units.show(nudge, 'plantSpacing')}
            </Button>
            <Button variant="default" h={56} onClick={() => setCursor(cursor + nudge)}>
              + {units.show(nudge, 'plantSpacing')}
            </Button>
            <Button variant="default" h={56} onClick={() => setCursor(cursor + stand.spacingM)}>
              Empty place
            </Button>
          </div>
          <form
            className="row"
            onSubmit={(event) => {
              event.preventDefault();
              addTyped();
            }}
            style={{ alignItems: 'end' }}
          >
            <TextInput
              label="Or type a position"
              placeholder={units.system === 'us' ? '13 1/2' : '34.5'}
              size="md"
              inputMode="text"
              autoComplete="off"
              value={text}
              error={problem ?? undefined}
              onChange={(event) => setText(event.currentTarget.value)}
              style={{ flex: 1 }}
              rightSection={<span className="unit-hint">{units.symbol('plantSpacing')}</span>}
            />
            <Button type="submit" variant="default" h={48}>
              Add
            </Button>
          </form>
          <div className="row spread">
            <Button
              variant="default"
              h={48}
              onClick={undo}
              disabled={undoable === 0}
              leftSection={<ResetIcon width={18} height={18} aria-hidden />}
            >
              Undo
            </Button>
            <Button
              component={Link}
              variant="default"
              h={48}
              to={`/walks/${stand.walk.id}?stop=${stop.data.ordinal}`}
            >
              Back to the count
            </Button>
          </div>
        </div>
        <div className="stack tight">
          <ReadTo
            key={`${row} ${tape.readToM}`}
            readToM={tape.readToM}
            onReadTo={(readToM) => write(tape.positionsM, tape.typed, readToM)}
          />
          {tape.positionsM.length === 0 && !kept && tape.readToM !== null && (
            <div>
              <Button variant="default" h={48} onClick={() => write([], [])}>
                No plant on this tape
              </Button>
            </div>
          )}
          <dl className="facts sheet" style={{ alignContent: 'start' }} aria-live="off">
            <dt>Plants</dt>
            <dd data-testid="tape-plants">{tape.positionsM.length}</dd>
            <dt>SD of spacing</dt>
            <dd data-testid="tape-sd">
              <strong>
                {found.sdM === null ? '– (needs 3 plants)' : units.show(found.sdM, 'plantSpacing')}
              </strong>
            </dd>
            <dt>Mean spacing</dt>
            <dd>{found.meanM === null ? '–' : units.show(found.meanM, 'plantSpacing')}</dd>
            <dt>Filled singly</dt>
            <dd data-testid="tape-feed">
              <strong>{share(found.qualityOfFeedIndex)}</strong> of {found.slots} places
            </dd>
            <dt>Empty places</dt>
            <dd>
              {found.emptySlots} ({share(found.missIndex)})
            </dd>
            <dt>Doubles</dt>
            <dd>
              {found.multiples} ({share(found.multiplesIndex)})
            </dd>
          </dl>
        </div>
      </div>
    </div>
  );
}

/** How far the tape was read: what is blank at its ends counts as empty. */
function ReadTo({
  readToM,
  onReadTo,
}: {
  readToM: number | null;
  onReadTo(readToM: number): void;
}) {
  const units = useUnits();
  const [entered, setEntered] = useState<Entered>(() =>
    enteredFrom(readToM, undefined, 'rowLength', units),
  );
  return (
    <QuantityInput
      label="Tape read to"
      description="Blank tape up to there counts as empty places."
      kind="rowLength"
      entered={entered}
      onEntered={setEntered}
      onBlur={() => {
        if (entered.value !== null && entered.value !== readToM) onReadTo(entered.value);
      }}
    />
  );
}
