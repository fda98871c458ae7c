import {
  idFor,
  SEVERITIES,
  SIGN_FACTS,
  signsOf,
  wilsonInterval,
  type Sign,
  type SignSeen,
} from '@sendero/core';
import { NumberInput } from '@mantine/core';
import { useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { newId } from '../data/newId.ts';
import { useEdits } from '../data/useEdits.ts';
import { StopScreen, UndoButton, type StepProps } from '../stop/StopScreen.tsx';
import stopStyles from '../stop/stop.module.css';

/** Pests, disease and damage, with what only looks so. */
export default function PestsScreen() {
  return (
    <StopScreen step="pests">{(props) => <Pests key={props.stop.id} {...props} />}</StopScreen>
  );
}

const FAMILY_WORDS = {
  animal: 'Insects and animals',
  disease: 'Disease',
  chemical: 'Herbicide and salt',
  weather: 'Weather',
  nothing: 'Looks so, and needs nothing',
};
const FAMILIES = ['animal', 'disease', 'chemical', 'weather', 'nothing'] as const;
const SEVERITY_WORDS = { slight: 'slight', plain: 'plain', lost: 'plants lost' };
/** Plants that are usually looked at. */
const USUAL_LOOKED = 20;

function Pests({ facts, stop }: StepProps) {
  const { keep, remove, undo, problems, problem } = useEdits('observation');
  const [open, setOpen] = useState<Sign | null>(null);
  const seen = stop.seen.flatMap(({ id, data }) => (data.type === 'sign' ? [{ id, data }] : []));
  const kept = seen.find(({ data }) => data.sign === open);
  const signs = signsOf(facts.planting.data.crop, stop.staged?.reading.mode ?? null);
  const looked = seen.at(-1)?.data.looked ?? USUAL_LOOKED;
  const now: SignSeen | null = open && {
    stopId: stop.id,
    type: 'sign',
    row: null,
    sign: open,
    looked,
    affected: 0,
    severity: null,
    note: '',
    ...kept?.data,
  };
  const change = (next: Partial<SignSeen>) => {
    const data = { ...now!, ...next };
    keep(
      data,
      kept?.id ??
        idFor('observation', { stopId: stop.id, type: 'sign', row: null, sign: open! }, newId),
    );
  };
  const facts1 = open && SIGN_FACTS[open];
  return (
    <>
      {FAMILIES.map((family) => {
        const own = signs.filter((sign) => SIGN_FACTS[sign].family === family);
        return own.length === 0 ? null : (
          <section key={family} className="stack tight" aria-label={FAMILY_WORDS[family]}>
            <h2>{FAMILY_WORDS[family]}</h2>
            <div className="chips">
              {own.map((sign) => {
                const found = seen.find(({ data }) => data.sign === sign)?.data;
                return (
                  <button
                    key={sign}
                    className="chip"
                    aria-pressed={open === sign}
                    onClick={() => setOpen(open === sign ? null : sign)}
                    data-sign={sign}
                  >
                    {SIGN_FACTS[sign].label}
                    {found ? ` ${found.affected}/${found.looked}` : ''}
                  </button>
                );
              })}
            </div>
          </section>
        );
      })}
      {now && facts1 && (
        <section className={`sheet stack tight ${stopStyles.overFoot}`} aria-label={facts1.label}>
          <strong>{facts1.label}</strong>
          <p>
            Points to <strong>{facts1.pointsTo}</strong>. Could also be {facts1.couldBe}.
          </p>
          <p className="small">{facts1.settles}</p>
          {facts1.besides.length > 0 && (
            <p className="small soft">
              Taken for it: {facts1.besides.map((one) => SIGN_FACTS[one].label).join('; ')}.
            </p>
          )}
          {facts1.family !== 'nothing' && facts1.family !== 'weather' && (
            <p className="small soft">
              Thresholds and products are local: ask the local advisory service and licensed
              practice; the label is the law. Sprayed field: not before its re-entry interval.
            </p>
          )}
          <div className="row" style={{ alignItems: 'end', flexWrap: 'nowrap' }}>
            <NumberInput
              label="Plants looked at"
              size="md"
              value={now.looked}
              allowDecimal={false}
              onChange={(value) => typeof value === 'number' && change({ looked: value })}
              error={problems.looked}
              style={{ flex: 1 }}
            />
            <NumberInput
              label="Show it"
              size="md"
              value={now.affected}
              allowDecimal={false}
              onChange={(value) => typeof value === 'number' && change({ affected: value })}
              error={problems.affected}
              style={{ flex: 1 }}
            />
            <button
              className="tool"
              aria-label="One more plant shows it"
              onClick={() => change({ affected: now.affected + 1 })}
            >
              + 1
            </button>
          </div>
          <Choice
            label="Hit"
            options={SEVERITIES.map((value) => ({ value, says: SEVERITY_WORDS[value] }))}
            value={now.severity}
            clearable
            onChange={(severity) => change({ severity })}
          />
          <div className="row spread" style={{ flexWrap: 'nowrap', minHeight: '3.8rem' }}>
            <button className="tool" onClick={() => setOpen(null)}>
              Done
            </button>
            {kept && (
              <>
                <span className="small" data-testid="incidence">
                  {incidence(kept.data)}
                </span>
                <button
                  className="tool"
                  style={{ whiteSpace: 'nowrap' }}
                  onClick={() => remove(kept.id)}
                >
                  Take it out
                </button>
              </>
            )}
          </div>
        </section>
      )}
      {problem && !problems.looked && !problems.affected && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <UndoButton undo={undo} />
    </>
  );
}

function incidence({ affected, looked }: SignSeen): string {
  const { share, lower, upper } = wilsonInterval(affected, looked);
  const percent = (of: number) => Math.round(100 * of);
  return `${percent(share)} % here (95 %: ${percent(lower)} to ${percent(upper)} %)`;
}
