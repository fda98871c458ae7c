import { tapeAt, type WalkFacts } from '@sendero/core';
import { useHotkeys } from '@mantine/hooks';
import { ArrowLeftIcon, ResetIcon } from '@radix-ui/react-icons';
import { memo } from 'react';
import { Link } from 'react-router';
import { useTimeHere } from '../stop/useTimeHere.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useUnits } from '../units/useUnits.ts';
import type { Tally } from './tallies.ts';

// Parts of the capture screen that a tap leaves as they are: they are not drawn again for it.

export const Keyboard = memo(function Keyboard({
  tap,
  undo,
  step,
  back,
  next,
  tape,
}: {
  tap(tally: Tally): void;
  undo(): void;
  step(by: 1 | -1): void;
  back(): void;
  next(): void;
  tape(): void;
}) {
  useHotkeys(
    [
      ['1', () => tap('inStep')],
      ['space', () => tap('inStep')],
      // Where the browser hands them on: the keys of the phone, and of a headset.
      ['AudioVolumeUp', () => tap('inStep')],
      ['AudioVolumeDown', () => tap('oneBehind')],
      ['MediaPlayPause', () => tap('inStep')],
      ['2', () => tap('oneBehind')],
      ['3', () => tap('twoBehind')],
      ['z', undo],
      ['Backspace', undo],
      ['Enter', () => step(1)],
      ['ArrowRight', () => step(1)],
      ['ArrowLeft', back],
      ['n', next],
      ['t', tape],
    ],
    ['INPUT', 'TEXTAREA', 'SELECT', 'BUTTON', 'A'],
  );
  return null;
});

export const Head = memo(function Head({
  facts,
  stopId,
  ordinal,
}: {
  facts: WalkFacts;
  stopId: string;
  ordinal: number;
}) {
  const units = useUnits();
  const minutes = useTimeHere(stopId);
  const { method, hoopDiameterM } = facts.walk.data;
  return (
    <div className="field-head">
      <Link
        to={`/plantings/${facts.planting.id}`}
        className="tool bare"
        aria-label={`Leave the walk, back to ${facts.field.name}`}
      >
        <ArrowLeftIcon width={22} height={22} aria-hidden />
      </Link>
      <div>
        <h1>
          {facts.field.name}, stop {ordinal}
        </h1>
        <div className="small soft">
          {method === 'hoop'
            ? `hoop of ${units.show(hoopDiameterM!, 'hoopDiameter')}`
            : `${units.show(tapeAt(facts)!, 'rowLength')} of tape${method === 'bothSides' ? ', both sides' : ''}`}
          {facts.rowWidthM === facts.planting.data.rowWidthM
            ? ''
            : `; ${units.show(facts.rowWidthM, 'rowWidth')} rows in this strip`}
          {minutes ? `; ${minutes} min here` : ''}
        </div>
      </div>
      <span className="spacer" />
      <SyncStatus />
    </div>
  );
});

export const Tools = memo(function Tools({
  undo,
  typing,
  onTyping,
}: {
  undo: (() => void) | null;
  typing: boolean;
  onTyping(typing: boolean): void;
}) {
  return (
    <div className="field-tools">
      <button className="tool" onClick={() => undo?.()} disabled={!undo}>
        <ResetIcon width={18} height={18} aria-hidden /> Undo
      </button>
      <button className="tool bare" onClick={() => onTyping(!typing)}>
        {typing ? 'Tap plants' : 'Type numbers'}
      </button>
    </div>
  );
});

export const Steps = memo(function Steps({
  back,
  next,
  onStep,
}: {
  back: boolean;
  next: string;
  onStep(by: 1 | -1): void;
}) {
  return (
    <div className="field-actions">
      <button className="tool" onClick={() => onStep(-1)} disabled={!back}>
        Back
      </button>
      <button className="tool act" onClick={() => onStep(1)}>
        {next}
      </button>
    </div>
  );
});

export const StopEnd = memo(function StopEnd({
  chosen,
  onChange,
  onClear,
  onDelete,
  finish,
}: {
  chosen: boolean;
  onChange(change: { chosen: boolean }): void;
  /** Deletes the count of this row; null: there is none. */
  onClear: (() => void) | null;
  /** Asks before this stop is deleted. */
  onDelete(): void;
  finish: (() => void) | null;
}) {
  return (
    <>
      <label className="row small" style={{ minHeight: 48, flexWrap: 'nowrap' }}>
        <input
          type="checkbox"
          checked={chosen}
          onChange={(event) => onChange({ chosen: event.currentTarget.checked })}
          style={{ width: 24, height: 24 }}
        />
        Chosen because it looked bad: keep, but leave out of the mean
      </label>
      <button className="tool" onClick={() => finish?.()} disabled={!finish}>
        Finish the walk
      </button>
      <div className="row">
        <button className="tool bare" onClick={() => onClear?.()} disabled={!onClear}>
          Delete this count
        </button>
        <button className="tool bare" onClick={onDelete}>
          Delete this stop
        </button>
      </div>
    </>
  );
});
