import {
  collarsFromTips,
  idFor,
  STAGED_BY,
  stageName,
  stagesAtStop,
  type Crop,
  type Stages,
  type Tape,
} from '@sendero/core';
import { useHotkeys } from '@mantine/hooks';
import { memo, Suspense, useMemo, useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { useStable } from '../app/useStable.ts';
import { selectChildren } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { useRested } from '../data/useRested.ts';
import { useEdits } from '../data/useEdits.ts';
import { RowRibbon } from '../spacing/RowRibbon.tsx';
import { RowSelect, StopScreen, UndoButton, type StepProps } from '../stop/StopScreen.tsx';
import { lazyExtra } from '../app/lazyExtra.ts';
import { HeadingCount } from './HeadingCount.tsx';
import { StageBars } from './StageBars.tsx';
import { StageKeys } from './StageKeys.tsx';
import { useStageKeys } from './useStageKeys.ts';
import styles from './staging.module.css';
import { Tillers } from './Tillers.tsx';

/** The season's weather comes after the keys: it is much to reckon. */
const ExpectedStage = lazyExtra<{ plantingId: string; on: string | null }>(
  () => import('./ExpectedStage.tsx'),
);

/** Leaf stages at a stop, plant after plant. */
export default function StagesScreen() {
  return (
    <StopScreen step="stages">
      {(props) => <StagesOfStop key={props.stop.id} {...props} />}
    </StopScreen>
  );
}

/** The keys stay as they are while a stop is staged: under the thumb only the person moves them. */
function StagesOfStop(props: StepProps) {
  const { keys, move } = useStageKeys(props.facts, props.stop.id);
  return <StageRow key={props.row} {...props} keys={keys} onMove={move} />;
}

const BY_WORDS = { collars: 'leaf collars', tips: 'leaf tips' };
const WHAT_COUNTS = {
  corn: 'Count leaves whose collar shows, the first, rounded one too.',
  soybean: 'Count nodes whose leaf is open; VC is when the first pair of single leaves is.',
  wheat: 'Count leaves on the main stem; tillers are counted beside them.',
};

/** Plants of a row that are shown one by one. */
const NEWEST = 10;

/** What a stage does to a row's record: with its tape the next plant on it, else one more. */
function withStage(
  record: Tape | Stages,
  stage: string | null,
): { record: Tape | Stages; full: boolean } {
  if (record.type === 'stages')
    return {
      record: {
        ...record,
        stages: stage === null ? record.stages : [...record.stages, stage],
        tillers:
          stage === null || record.tillers.length === 0
            ? record.tillers
            : [...record.tillers, null],
      },
      full: false,
    };
  const stages = record.positionsM.map((_, i) => record.stages[i] ?? null);
  const at = record.stages.length === 0 ? 0 : nextPlant(record);
  if (at < 0) return { record, full: true };
  return { record: { ...record, stages: stages.with(at, stage) }, full: false };
}

/** The plant on a tape that comes after the last one staged; −1: all are. */
function nextPlant({ positionsM, stages }: Tape): number {
  const at = stages.findLastIndex((stage) => stage !== null) + 1;
  return at < positionsM.length ? at : -1;
}

function StageRow({
  keys,
  onMove,
  ...props
}: StepProps & {
  /** The stages on the keys. */
  keys: readonly string[];
  onMove(by: number): void;
}) {
  const { facts, stop: here, row } = props;
  const { crop } = facts.planting.data;
  const { keep, undo, problem } = useEdits('observation');
  const tape = here.tapes.find(({ data }) => data.row === row && data.positionsM.length > 0);
  const listed = here.seen.find(({ data }) => data.type === 'stages' && data.row === row) as
    { id: string; data: Stages } | undefined;
  const [wanted, setWanted] = useState<Stages['stagedBy'] | null>(null);
  // One stop is counted in one way.
  const by = here.staged?.by ?? wanted ?? 'collars';
  const record: Tape | Stages = tape?.data ??
    listed?.data ?? {
      stopId: here.id,
      type: 'stages',
      row,
      stages: [],
      tillers: [],
      stagedBy: by,
    };
  const id =
    (tape ?? listed)?.id ?? idFor('observation', { stopId: here.id, type: 'stages', row }, newId);
  const ownTape = record.type === 'tape' ? record : null;
  const at = ownTape ? nextPlant(ownTape) : record.stages.length;
  const add = (stage: string) => {
    const next = withStage(record, stage);
    if (!next.full) keep({ ...next.record, stagedBy: by }, id);
  };
  const onStage = useStable(add);
  const onBy = useStable(
    (next: Stages['stagedBy'] | null) => here.staged === null && setWanted(next),
  );
  useHotkeys(
    [
      ...keys.map((stage, i): [string, () => void] => [String(i + 1), () => add(stage)]),
      ['z', () => undo?.()],
      ['Backspace', () => undo?.()],
    ],
    ['INPUT', 'SELECT', 'TEXTAREA'],
  );
  return (
    <>
      <RowSelect {...props} />
      {crop === 'corn' && <CountedBy by={by} onBy={onBy} />}
      {ownTape ? (
        <div className="sheet" style={{ padding: '0.5rem 0.25rem' }}>
          <RowRibbon
            positionsM={ownTape.positionsM}
            stages={ownTape.stages}
            crop={crop}
            referenceM={facts.spacingM}
            lengthM={
              Math.max(ownTape.readToM ?? 0, ownTape.positionsM.at(-1) ?? 0) + facts.spacingM
            }
            cursorM={at < 0 ? undefined : ownTape.positionsM[at]}
            label={`${ownTape.positionsM.length} plants on the tape, ${ownTape.stages.filter(Boolean).length} staged`}
          />
        </div>
      ) : (
        <div
          className={styles.plants}
          role="group"
          tabIndex={0}
          aria-label="Plants of this row, the newest first"
        >
          {record.stages.length === 0 && <span>No plant staged in this row yet</span>}
          {record.stages
            .slice(-NEWEST)
            .map((stage, i) => <span key={i}>{stageName(stage ?? '', by)}</span>)
            .reverse()}
          {record.stages.length > NEWEST && <span>… {record.stages.length} in all</span>}
        </div>
      )}
      <p data-testid="stage-next">
        {at < 0
          ? 'Every plant on this tape has its stage.'
          : ownTape
            ? `Plant ${at + 1} of ${ownTape.positionsM.length} on the tape is:`
            : `Plant ${at + 1} is:`}{' '}
        <span className="small soft">{WHAT_COUNTS[crop]}</span>
      </p>
      <StageKeys
        label="Stage of this plant"
        crop={crop}
        first={keys[0]!}
        by={by}
        full={at < 0}
        onStage={onStage}
      />
      <UndoButton undo={undo} />
      <div className="field-tools" style={{ gridTemplateColumns: '1fr 1fr' }}>
        <button className="tool" onClick={() => onMove(-2)}>
          Earlier stages
        </button>
        <button className="tool" onClick={() => onMove(2)}>
          Later stages
        </button>
      </div>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      {crop === 'corn' && here.staged !== null && (
        <p className="small soft">
          This stop is counted by {BY_WORDS[by]}
          {by === 'tips'
            ? `: ${stageName(here.staged.reading.mode, by)} are about ${collarsFromTips(Number(here.staged.reading.mode.slice(1)) || 1)} by collars. Tips are never added to collars.`
            : '.'}
        </p>
      )}
      {crop === 'wheat' && record.type === 'stages' && record.stages.length > 0 && (
        <Tillers record={record} onTillers={(tillers) => keep({ ...record, tillers }, id)} />
      )}
      <StopStagesSoFar stopId={here.id} plantingId={facts.planting.id} crop={crop} />
      {crop === 'wheat' && <HeadingCount {...props} />}
    </>
  );
}

const CountedBy = memo(function CountedBy({
  by,
  onBy,
}: {
  by: Stages['stagedBy'];
  onBy(by: Stages['stagedBy'] | null): void;
}) {
  return (
    <Choice
      label="Counted by"
      options={STAGED_BY.map((value) => ({ value, says: BY_WORDS[value] }))}
      value={by}
      onChange={onBy}
    />
  );
});

/** The drawing waits for a pause of the thumb. */
const PAUSE_MS = 250;

/** How even the stop is so far, who lags, and what the heat would expect. */
const StopStagesSoFar = memo(function StopStagesSoFar({
  stopId,
  plantingId,
  crop,
}: {
  stopId: string;
  plantingId: string;
  crop: Crop;
}) {
  const seen = useRested(
    (state) => selectChildren(state, 'observation', 'stopId', stopId),
    PAUSE_MS,
  );
  const staged = useMemo(
    () =>
      stagesAtStop(
        crop,
        seen.map(({ data }) => data),
      ),
    [crop, seen],
  );
  if (!staged) return null;
  const { reading, by } = staged;
  const { behind, uniformity, plants } = reading;
  const late = behind.oneBehind + behind.twoBehind;
  return (
    <section className="sheet stack tight" aria-label="Stages at this stop">
      <StageBars crop={crop} by={by} reading={reading} />
      <p data-testid="stage-words">
        {Math.round(100 * uniformity.share)} % within one stage of {stageName(reading.mode, by)};{' '}
        {late === 0
          ? 'none behind'
          : `${behind.oneBehind} one stage behind, ${behind.twoBehind} two or more`}{' '}
        of {plants}.{' '}
        <Suspense>
          <ExpectedStage plantingId={plantingId} on={null} />
        </Suspense>
      </p>
    </section>
  );
});
