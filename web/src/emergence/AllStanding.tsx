import type { LengthReading, LengthVisit } from '@sendero/core';
import { useState } from 'react';
import { isCount, wrongCount } from './typedCount.ts';

/** Counting all that stand instead; fewer than before is asked about. */
export function AllStanding({
  length,
  now,
  begun,
  onBegin,
  onAll,
  onNew,
  onLost,
}: {
  length: LengthReading;
  now: LengthVisit | undefined;
  /** The lengths of this visit are counted so. */
  begun: boolean;
  onBegin(begun: boolean): void;
  onAll(plants: number): void;
  onNew(): void;
  onLost(lost: number): void;
}) {
  const all = now?.count.data.counted === 'all';
  const [open, setOpen] = useState(all || (begun && !now));
  const [text, setText] = useState(all ? String(now.count.data.plants) : '');
  const lost = all ? now.missing : 0;
  const wrong = wrongCount(text, length.sown);
  return (
    <div className="stack tight">
      {!open ? (
        <button
          className="tool bare"
          onClick={() => {
            setOpen(true);
            onBegin(true);
          }}
        >
          Count all that stand instead
        </button>
      ) : (
        <div className="row">
          <label htmlFor={`all ${length.id}`}>All that stand between the flags</label>
          <input
            id={`all ${length.id}`}
            className="gap-input"
            style={{ maxWidth: 120 }}
            inputMode="numeric"
            autoComplete="off"
            value={text}
            aria-invalid={wrong !== null}
            aria-describedby={wrong ? `all ${length.id} wrong` : undefined}
            onChange={(event) => {
              setText(event.currentTarget.value);
              const next = event.currentTarget.value;
              if (isCount(next, length.sown)) onAll(Number(next));
            }}
          />
          {wrong && (
            <span id={`all ${length.id} wrong`} className="warn">
              {wrong}
            </span>
          )}
          <button
            className="tool bare"
            onClick={() => {
              setOpen(false);
              setText('');
              onBegin(false);
              if (all) onNew();
            }}
          >
            Count new ones
          </button>
        </div>
      )}
      {lost > 0 && (
        <div className="rule-left signal row" role="alert">
          <span>
            {lost} fewer than had come up before. Were they lost (eaten, cut off, died), or is the
            count to be made again?
          </span>
          <button className="tool" onClick={() => onLost((now?.count.data.lost ?? 0) + lost)}>
            {lost} lost
          </button>
        </div>
      )}
      {all && now.count.data.lost > 0 && (
        <p className="small soft">{now.count.data.lost} lost since they came up.</p>
      )}
      {length.moreThanSown && (
        <p className="warn small" role="status">
          More plants than seeds: {length.visits.at(-1)!.emerged} of about {length.sown.toFixed(0)}.
          Kept as it is; check where the flags stand.
        </p>
      )}
    </div>
  );
}
