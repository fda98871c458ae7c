import { ADJUSTED, type RowAdjustment, type TrenchCheck } from '@sendero/core';
import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { Dialog } from '../app/Dialog.tsx';
import type { Draft } from '../data/device.ts';
import { useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { ADJUSTED_WORDS, depthChange } from './trenchWords.ts';

/** Notes what was changed on which rows, and makes the place to dig them again. */
export function CorrectDialog({
  check,
  onClose,
  onDone,
}: {
  check: TrenchCheck;
  onClose(): void;
  /** With the number of the stop at which to dig again. */
  onDone(ordinal: number): void;
}) {
  const device = useDevice();
  const units = useUnits();
  const [what, setWhat] = useState<RowAdjustment['what']>('depthStop');
  /** Steps of the depth stop by row; rows in it are the rows changed. */
  const [steps, setSteps] = useState(
    () =>
      new Map(
        (check.depths?.rows ?? []).flatMap(({ row, correctionM }) =>
          correctionM === 0 ? [] : [[row, Math.round(correctionM / check.stepM)] as const],
        ),
      ),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const stop = check.stops.at(-1)!;
  const isDepth = what === 'depthStop';
  const change = (row: number, by: number) =>
    setSteps(new Map([...steps, [row, (steps.get(row) ?? 0) + by]]));
  const toggle = (row: number) => {
    const next = new Map(steps);
    if (!next.delete(row)) next.set(row, isDepth ? 1 : 0);
    setSteps(next);
  };
  const keep = () => {
    if (steps.size === 0) return setProblem('Choose the rows that were changed.');
    // Rows turned by the same steps share a note.
    const groups = new Map<number, number[]>();
    for (const [row, by] of [...steps].sort(([a], [b]) => a - b))
      groups.set(isDepth ? by : 0, [...(groups.get(isDepth ? by : 0) ?? []), row]);
    const { at } = device.moment();
    const adjustments = [...groups].map(([by, rows]): Draft<'observation'> => ({
      kind: 'observation',
      data: {
        stopId: stop.id,
        type: 'adjustment',
        row: null,
        rows,
        what,
        byM: isDepth ? by * check.stepM : null,
        at,
        note: '',
      },
    }));
    const ordinal = stop.data.ordinal + 1;
    const { travel } = stop.data;
    const kept = device.putAll([
      ...adjustments,
      {
        kind: 'stop',
        data: { walkId: check.walk.id, ordinal, travel, chosen: false, note: '' },
      },
      { kind: 'walk', id: check.walk.id, data: { ...check.walk.data, finishedAt: null } },
    ]);
    if (kept.ok) onDone(ordinal);
    else setProblem(Object.values(kept.problems)[0] ?? null);
  };
  return (
    <Dialog title="What was changed" onClose={onClose}>
      <div className="stack">
        <p className="small">
          <strong>Stopped, shut down, blocked</strong> before any hand goes to a row unit.
        </p>
        <NativeSelect
          label="Changed"
          value={what}
          onChange={(event) => setWhat(event.currentTarget.value as RowAdjustment['what'])}
          data={ADJUSTED.map((one) => ({ value: one, label: ADJUSTED_WORDS[one] }))}
        />
        <div className="chips" role="group" aria-label="Rows changed">
          {check.rows.map((row) => (
            <button
              key={row}
              className="chip"
              aria-pressed={steps.has(row)}
              onClick={() => toggle(row)}
              aria-label={`Row ${row}`}
            >
              {row}
            </button>
          ))}
        </div>
        {isDepth && (
          <ul className="list-plain">
            {[...steps]
              .sort(([a], [b]) => a - b)
              .map(([row, by]) => (
                <li key={row} className="row spread">
                  <strong>Row {row}</strong>
                  <span className="row" style={{ flexWrap: 'nowrap', gap: '0.4rem' }}>
                    <button
                      className="tool"
                      onClick={() => change(row, -1)}
                      aria-label={`Row ${row} one step shallower`}
                    >
                      −
                    </button>
                    <span style={{ minWidth: 118, textAlign: 'center' }}>
                      {by === 0 ? 'not moved' : depthChange(by * check.stepM, units)}
                    </span>
                    <button
                      className="tool"
                      onClick={() => change(row, 1)}
                      aria-label={`Row ${row} one step deeper`}
                    >
                      +
                    </button>
                  </span>
                </li>
              ))}
          </ul>
        )}
        {isDepth && (
          <p className="small soft">
            One step of the depth stop: {units.show(check.stepM, 'seedDepth')}
            {check.stepIsDefault && (
              <>
                {' '}
                <span className="default-mark">default: enter your planter’s own under Fields</span>
              </>
            )}
          </p>
        )}
        {problem && (
          <p className="warn" role="alert">
            {problem}
          </p>
        )}
        <Button h={52} onClick={keep}>
          Done: dig these rows again
        </Button>
      </div>
    </Dialog>
  );
}
