import { analyseSpacing, idFor, tapeAt, tapeRun, type Tape } from '@sendero/core';
import { Button, TextInput } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useState } from 'react';
import { useRemove } from '../app/Undo.tsx';
import { useStable } from '../app/useStable.ts';
import { useEdits } from '../data/useEdits.ts';
import { newId } from '../data/newId.ts';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { StageKeys } from '../staging/StageKeys.tsx';
import { useStageKeys } from '../staging/useStageKeys.ts';
import { RowSelect, StopScreen, UndoButton, type StepProps } from '../stop/StopScreen.tsx';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { tapeList } from './tapeList.ts';
import { RowRibbon } from './RowRibbon.tsx';

/** A typed plant further than this over the end of the tape is asked about. */
const BEYOND = 1.02;

/** Plant positions along a tape in one row. */
export default function TapeScreen() {
  return (
    <StopScreen step="tape">
      {(props) => <TapeCapture key={`${props.stop.id} ${props.row}`} {...props} />}
    </StopScreen>
  );
}

function TapeCapture(props: StepProps) {
  const { facts, stop, row } = props;
  const { crop } = facts.planting.data;
  const device = useDevice();
  const units = useUnits();
  const remove = useRemove();
  const kept = stop.tapes.find(({ data }) => data.row === row);
  const tape: Tape = kept?.data ?? {
    stopId: stop.id,
    type: 'tape',
    row,
    positionsM: [],
    readToM: null,
    typed: [],
    stages: [],
    stagedBy: stop.staged?.by ?? 'collars',
  };
  const { change, undo: takeBack, problem, setProblem } = useEdits('observation');
  const [text, setText] = useState('');
  const last = tape.positionsM.at(-1);
  const [cursor, setCursor] = useState(() => (last === undefined ? 0 : last + facts.spacingM));
  const nudge = units.system === 'us' ? 0.0127 : 0.01;

  const order = useAppSelector((state) => state.preferences.stepOrder);
  const [staging, setStaging] = useState(
    () => order.includes('stages') || tape.stages.some((stage) => stage !== null),
  );
  const { keys, move } = useStageKeys(facts, stop.id);
  const write = (next: (now: Tape) => Partial<Tape>) => {
    const id = kept?.id ?? idFor('observation', { stopId: stop.id, type: 'tape', row }, newId);
    return change(id, (before) => {
      const now = (before as Tape | undefined) ?? tape;
      const after = { ...now, ...next(now) };
      const { readToM, positionsM, stages } = after;
      return {
        ...after,
        // A plant beyond what was to be read: the tape was read that far.
        readToM: readToM === null ? null : Math.max(readToM, positionsM.at(-1) ?? 0),
        stages: stages.some((stage) => stage !== null) ? stages : [],
      };
    });
  };
  /** A plant at its place among those read so far, with its stage. */
  const insert = (whereM: number, stage: string | null = null) => {
    const atM = Math.round(whereM * 1000) / 1000;
    const written = write(({ positionsM, stages, ...now }) => {
      const index = positionsM.filter((position) => position <= atM).length;
      return {
        positionsM: positionsM.toSpliced(index, 0, atM),
        typed: now.typed.toSpliced(index, 0, ''),
        stages: positionsM.map((_, i) => stages[i] ?? null).toSpliced(index, 0, stage),
      };
    });
    if (written && (last === undefined || atM >= last)) setCursor(atM + facts.spacingM);
    return written;
  };
  const plantHere = useStable((stage: string) => insert(cursor, stage));
  /** Several plants after the last one, in one step. */
  const placeAll = (added: readonly { atM: number; typed: string }[]) => {
    const written = write(({ positionsM, typed, stages }) => ({
      positionsM: [...positionsM, ...added.map(({ atM }) => atM)],
      typed: [...typed, ...added.map((one) => one.typed)],
      stages: [...positionsM.map((_, i) => stages[i] ?? null), ...added.map(() => null)],
    }));
    if (written) setCursor(added.at(-1)!.atM + facts.spacingM);
    return written;
  };
  /** Where the tape is said to end, with a little room for the hand that laid it. */
  const endM = tape.readToM ?? tapeAt(facts);
  const [beyond, setBeyond] = useState<string | null>(null);
  const addTyped = (typed = text, { isSure = false } = {}) => {
    const added: { atM: number; typed: string }[] = [];
    for (const one of tapeList(typed)) {
      const parsed = units.read(one, 'tapePosition');
      if (!parsed.ok) return setProblem(`${one}: ${parsed.problem}`);
      const before = added.at(-1)?.atM ?? last;
      if (before !== undefined && parsed.value < before)
        return setProblem(
          `${units.show(parsed.value, 'tapePosition')} lies behind the last plant at ${units.show(before, 'tapePosition')}. Type it again, or tap it onto the drawn tape.`,
        );
      added.push({ atM: parsed.value, typed: one });
    }
    const furthest = added.at(-1)?.atM;
    if (furthest === undefined) return;
    if (!isSure && endM !== null && furthest > endM * BEYOND) {
      setText(typed);
      return setBeyond(
        `${units.show(furthest, 'tapePosition')} lies beyond the tape of ${units.show(endM, 'rowLength')}.`,
      );
    }
    setBeyond(null);
    if (placeAll(added)) setText('');
  };
  const undo = () => {
    if (!takeBack) return;
    takeBack();
    const before = device.peek('observation', kept?.id ?? '') as Tape | undefined;
    const end = before?.positionsM.at(-1);
    setCursor(end === undefined ? 0 : end + facts.spacingM);
  };
  useHotkeys(
    [
      ['p', () => insert(cursor)],
      ...(staging
        ? keys.map((stage, i): [string, () => void] => [String(i + 1), () => insert(cursor, stage)])
        : []),
      ['s', () => setCursor(cursor + facts.spacingM)],
      ['z', undo],
      ['ArrowLeft', () => setCursor(Math.max(0, cursor - nudge))],
      ['ArrowRight', () => setCursor(cursor + nudge)],
    ],
    ['INPUT', 'SELECT', 'TEXTAREA'],
  );

  const found = analyseSpacing([tapeRun(tape)], { referenceM: facts.spacingM });
  const lengthM = Math.max(
    tape.readToM ?? tapeAt(facts) ?? 5,
    cursor + facts.spacingM,
    (last ?? 0) + facts.spacingM,
  );
  const share = (index: number | null) => (index === null ? '–' : `${Math.round(100 * index)} %`);
  return (
    <>
      <div className="row spread" style={{ alignItems: 'end' }}>
        <RowSelect {...props} />
        <label className="row small" style={{ minHeight: 48, flexWrap: 'nowrap' }}>
          <input
            type="checkbox"
            checked={staging}
            onChange={(event) => setStaging(event.currentTarget.checked)}
            style={{ width: 24, height: 24 }}
          />
          Stages with the plants
        </label>
      </div>
      <div className="sheet" style={{ padding: '0.5rem 0.25rem' }}>
        <RowRibbon
          positionsM={tape.positionsM}
          stages={tape.stages}
          crop={crop}
          referenceM={facts.spacingM}
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
          {staging && (
            <>
              <StageKeys
                label="Plant here, of stage"
                crop={crop}
                first={keys[0]!}
                by={tape.stagedBy}
                onStage={plantHere}
              />
              <div className="field-actions" style={{ gridTemplateColumns: '1fr 1fr' }}>
                <Button variant="default" h={48} onClick={() => move(-2)}>
                  Earlier stages
                </Button>
                <Button variant="default" h={48} onClick={() => move(2)}>
                  Later stages
                </Button>
              </div>
            </>
          )}
          <Button
            h={staging ? 48 : 72}
            size={staging ? 'md' : 'xl'}
            variant={staging ? 'default' : 'filled'}
            onClick={() => insert(cursor)}
          >
            Plant here: {units.show(cursor, 'tapePosition')}
          </Button>
          <div className="field-actions" style={{ gridTemplateColumns: 'repeat(3, 1fr)' }}>
            <Button variant="default" h={56} onClick={() => setCursor(Math.max(0, cursor - nudge))}>
              − {units.show(nudge, 'plantSpacing')}
            </Button>
            <Button variant="default" h={56} onClick={() => setCursor(cursor + nudge)}>
              + {units.show(nudge, 'plantSpacing')}
            </Button>
            <Button variant="default" h={56} onClick={() => setCursor(cursor + facts.spacingM)}>
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
              error={problem !== null}
              onChange={(event) => {
                setText(event.currentTarget.value);
                setBeyond(null);
              }}
              onPaste={(event) => {
                const pasted = event.clipboardData.getData('text');
                if (tapeList(pasted).length < 2) return;
                event.preventDefault();
                addTyped(pasted);
              }}
              style={{ flex: 1 }}
              rightSection={<span className="unit-hint">{units.symbol('plantSpacing')}</span>}
            />
            <Button type="submit" variant="default" h={48}>
              Add
            </Button>
          </form>
          {problem && (
            <p className="warn" role="alert">
              {problem}
            </p>
          )}
          {beyond && (
            <div className="row" role="alert">
              <span className="warn">{beyond}</span>
              <Button variant="default" h={48} onClick={() => addTyped(text, { isSure: true })}>
                The tape is longer: add it
              </Button>
            </div>
          )}
          <UndoButton undo={takeBack && undo} />
        </div>
        <div className="stack tight">
          <ReadTo
            key={`${row} ${tape.readToM}`}
            readToM={tape.readToM}
            lastM={last ?? null}
            usualM={tapeAt(facts)}
            onReadTo={(readToM) => write(() => ({ readToM }))}
          />
          {kept && (
            <button
              className="tool bare"
              onClick={() => {
                remove('observation', kept.id, 'Tape deleted.');
                setCursor(0);
              }}
            >
              Delete this tape
            </button>
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
    </>
  );
}

/**
 * How far the tape was read. It is asked, never assumed: only then do blank ends count as skips. Two buttons give the usual answers, the last plant and
 * the length of the walk's tape.
 */
function ReadTo({
  readToM,
  lastM,
  usualM,
  onReadTo,
}: {
  readToM: number | null;
  /** Position of the last plant; null before the first. */
  lastM: number | null;
  /** Length counted at the stops of this walk; null where it has none. */
  usualM: number | null;
  onReadTo(readToM: number): void;
}) {
  const units = useUnits();
  const [entered, setEntered] = useState<Entered>(() =>
    enteredFrom(readToM, undefined, 'rowLength', units),
  );
  const answers = [
    ...(usualM === null || (lastM !== null && lastM > usualM)
      ? []
      : [
          {
            atM: usualM,
            says:
              lastM === null
                ? `No plant, ${units.show(usualM, 'rowLength')}`
                : `End, ${units.show(usualM, 'rowLength')}`,
          },
        ]),
    ...(lastM === null || lastM < 0.1
      ? []
      : [{ atM: lastM, says: `Last plant, ${units.show(lastM, 'rowLength')}` }]),
  ];
  return (
    <div className="stack tight">
      <QuantityInput
        label="Where did you stop reading the tape?"
        description="Blank tape up to there counts as skips. Until you answer, blank ends do not count."
        kind="rowLength"
        entered={entered}
        onEntered={setEntered}
        onBlur={() => {
          if (entered.value !== null && entered.value !== readToM) onReadTo(entered.value);
        }}
      />
      <div className="field-actions" style={{ gridTemplateColumns: '1fr 1fr' }}>
        {answers.map(({ atM, says }) => (
          <Button
            key={says}
            variant="default"
            h={48}
            aria-pressed={atM === readToM}
            onClick={() => onReadTo(atM)}
          >
            {says}
          </Button>
        ))}
      </div>
    </div>
  );
}
