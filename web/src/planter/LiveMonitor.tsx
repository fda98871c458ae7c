import { idFor } from '@sendero/core';
import type { TrenchCheck } from '@sendero/core';
import { useEffect, useRef, useState } from 'react';
import { useDevice } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { useUnits } from '../units/useUnits.ts';
import { listenToPlanter, WINDOW_S, type LiveFigures } from './liveLog.ts';
import styles from './planter.module.css';

const PLACE = 'sendero-planter-stream';

/** Connects to a planter's live stream, and takes its figures into the check. */
export function LiveMonitor({ check }: { check: TrenchCheck }) {
  const device = useDevice();
  const units = useUnits();
  const [address, setAddress] = useState(
    () => localStorage.getItem(PLACE) ?? 'http://127.0.0.1:4185/',
  );
  const [figures, setFigures] = useState<LiveFigures | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [taken, setTaken] = useState(false);
  const [connected, setConnected] = useState(false);
  const abort = useRef<AbortController | null>(null);
  useEffect(() => () => abort.current?.abort(), []);
  const connect = () => {
    const control = new AbortController();
    abort.current = control;
    setProblem(null);
    setFigures(null);
    setTaken(false);
    setConnected(true);
    localStorage.setItem(PLACE, address);
    listenToPlanter(address, setFigures, control.signal)
      .catch((error: Error) => setProblem(error.message))
      .finally(() => setConnected(false));
  };
  const take = () => {
    const stop = check.stops.at(-1)!;
    const rows = (figures?.rows ?? []).filter(
      ({ row, droppedPerM2 }) => check.rows.includes(row) && droppedPerM2 >= 0.1,
    );
    const kept = device.putAll(
      rows.map(({ row, droppedPerM2, singulation }) => ({
        kind: 'observation',
        id: idFor('observation', { stopId: stop.id, type: 'monitor', row }, newId),
        data: {
          stopId: stop.id,
          type: 'monitor',
          row,
          perM2: droppedPerM2,
          singulation,
          source: 'stream',
          asTyped: {},
        },
      })),
    );
    if (!kept.ok) return setProblem(Object.values(kept.problems)[0] ?? null);
    setTaken(true);
  };
  return (
    <div className="stack tight">
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          if (connected) abort.current?.abort();
          else connect();
        }}
      >
        <input
          className="gap-input"
          aria-label="Address of the planter’s stream"
          value={address}
          disabled={connected}
          onChange={(event) => setAddress(event.currentTarget.value)}
        />
        <button className="tool" type="submit">
          {connected ? 'Disconnect' : 'Connect'}
        </button>
      </form>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      {connected && !figures && <p className="soft">Waiting for the first lines …</p>}
      {figures && (
        <>
          <p className="small" aria-live="off">
            {figures.records} records
            {figures.broken > 0 ? `, ${figures.broken} not readable` : ''}; means of the last{' '}
            {WINDOW_S} s.
          </p>
          <div className={styles.liveRows}>
            {figures.rows.map(({ row, droppedPerM2, singulation, lightShare }) => (
              <div key={row} className={styles.liveRow} data-testid="live-row">
                <b>{row}</b>
                <span>{units.number(droppedPerM2, 'population')}</span>
                <span className="small soft">
                  {singulation === null ? '' : `${(100 * singulation).toFixed(0)} %`}
                </span>
                {lightShare !== null && lightShare > 0.1 && (
                  <span className="small warn">light {Math.round(100 * lightShare)} %</span>
                )}
              </div>
            ))}
          </div>
          <p className="small soft">
            {units.symbol('population')} and singulation by row; light: gauge wheels carried next to
            nothing.
          </p>
          <div>
            <button className="tool" onClick={take}>
              {taken ? 'Taken: take again' : 'Take these figures'}
            </button>
          </div>
        </>
      )}
    </div>
  );
}
