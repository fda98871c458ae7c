import type { TrialReading } from '@sendero/core';
import { Button, NativeSelect } from '@mantine/core';
import { useToday } from '../data/hooks.ts';
import { letterOf } from './treatmentLook.ts';
import { useKeepStrips } from './useKeepStrips.ts';
import styles from './trials.module.css';

const AS_PLANNED = 'planned';
const MISSED = 'missed';

/** On the day: what was really done in each strip. The plan stays; the deed is what is analysed. */
export function DayList({ reading }: { reading: TrialReading }) {
  const keep = useKeepStrips(reading);
  const today = useToday();
  const { strips, treatments } = reading;
  const left = strips.filter(({ ticked }) => !ticked);
  return (
    <div className="stack tight">
      {left.length > 0 && (
        <Button
          h={48}
          style={{ alignSelf: 'start' }}
          onClick={() => keep(left.map(({ number }) => ({ number, change: { doneOn: today } })))}
        >
          {left.length === strips.length ? 'All as planned' : `The other ${left.length} as planned`}
        </Button>
      )}
      <ol className={`list-plain ${styles.deeds}`} aria-label="Strips in the order they are met">
        {strips.map((strip) => {
          const { number, treatment, passes, travel, ticked, record } = strip;
          const done = record?.data.done ?? null;
          return (
            <li key={number}>
              <span className={styles.number}>{number}</span>
              <span>
                <strong>
                  {letterOf(treatment)} {treatments[treatment]!.label}
                </strong>
                <br />
                <span className="small soft">
                  pass {passes.join(', ')} {travel === 'out' ? '↑' : '↓'}
                  {strip.side && `, ${strip.side} half`}
                  {strip.tramline && ', tramline'}
                </span>
              </span>
              <NativeSelect
                aria-label={`Strip ${number}, what was done`}
                size="md"
                value={!ticked ? '' : done === null ? AS_PLANNED : String(done)}
                data={[
                  ...(ticked ? [] : [{ value: '', label: 'not ticked' }]),
                  { value: AS_PLANNED, label: 'as planned' },
                  ...treatments
                    .filter(({ index }) => index !== treatment)
                    .map(({ index, label }) => ({ value: String(index), label })),
                  { value: MISSED, label: 'missed' },
                ]}
                onChange={(event) => {
                  const chosen = event.currentTarget.value;
                  keep([
                    {
                      number,
                      change: {
                        doneOn: record?.data.doneOn ?? today,
                        done:
                          chosen === AS_PLANNED
                            ? null
                            : chosen === MISSED
                              ? MISSED
                              : Number(chosen),
                      },
                    },
                  ]);
                }}
              />
            </li>
          );
        })}
      </ol>
    </div>
  );
}
