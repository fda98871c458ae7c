import {
  bestOpen,
  CROP_FACTS,
  OPTION_WORDS,
  REPLANT_DEFAULTS,
  tasksAfter,
  type ReplantAdvice,
  type ReplantDecision,
} from '@sendero/core';
import { Button, NativeSelect, Textarea } from '@mantine/core';
import { useState } from 'react';
import { longDate } from '../app/dates.ts';
import { useOfferUndo } from '../app/Undo.tsx';
import type { Draft } from '../data/device.ts';
import { useDevice, useToday } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { useUnits } from '../units/useUnits.ts';
import { RestedFigure } from '../units/RestedFigure.tsx';
import type { Replant } from './useReplant.ts';
import type { KeepCase } from './useKeepCase.ts';

/** The call: what is done, by whom and why; what follows lands in the calendar. */
export function Decide({
  replant: { record, reading, planting },
  advice,
  keep,
}: {
  replant: Replant;
  advice: ReplantAdvice;
  keep: KeepCase;
}) {
  const device = useDevice();
  const offer = useOfferUndo();
  const today = useToday();
  const by = useAppSelector((state) => state.sync.session?.person.name) ?? '';
  const decided = record?.data.decided ?? null;
  const best = bestOpen(advice, reading);
  const [option, setOption] = useState<ReplantDecision>(
    decided?.option ?? (advice.waitWorth ? 'wait' : best.option),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const [why, setWhy] = useState(decided?.why ?? '');
  const open: ReplantDecision[] = [
    'keep',
    ...(reading.stopped.length + reading.unanswered.length === 0
      ? advice.options.map((one) => one.option).filter((one) => one !== 'keep')
      : []),
    'wait',
  ];
  const decide = () => {
    const told = advice.options.find((one) => one.option === option);
    const kept = advice.options.find((one) => one.option === 'keep')!;
    const before = record?.data.decided ?? null;
    const tasks = tasksAfter(
      option,
      reading,
      today,
      record?.data.recountAfterDays ?? REPLANT_DEFAULTS.recountAfterDays,
    );
    const decision = {
      option,
      on: today,
      by,
      why,
      expectedPerM2: told?.expectedPerM2 ?? kept.expectedPerM2,
      keptPerM2: kept.expectedPerM2,
      expectedKgPerM2: option === 'keep' ? kept.expectedPerM2 / reading.case!.pricePerKg : null,
      probabilityBest: told?.probabilityBest ?? null,
    };
    // The call and what follows from it are kept together, or neither is.
    const saved = device.putAll([
      record
        ? { kind: 'replantCase', id: record.id, data: { ...record.data, decided: decision } }
        : {
            kind: 'replantCase',
            data: { plantingId: planting.id, openedOn: today, decided: decision },
          },
      ...tasks.map(({ title, on, minutes }) => ({
        kind: 'visit' as const,
        data: { plantingId: planting.id, of: null, nth: 1, title, on, minutes, doneOn: null },
      })),
    ] as Draft[]);
    if (!saved.ok) return setProblem(Object.values(saved.problems)[0] ?? 'This cannot be kept.');
    setProblem(null);
    offer({
      says: `${OPTION_WORDS[option]}.${tasks.length > 0 ? ` ${tasks.length} ${tasks.length === 1 ? 'task' : 'tasks'} in the calendar.` : ''}`,
      undo: () => {
        saved.ids.slice(1).forEach((id) => device.remove('visit', id));
        return keep({ decided: before });
      },
    });
  };
  return (
    <section className="sheet stack tight" aria-label="The call">
      <h2>The call</h2>
      {decided && (
        <p data-testid="decided">
          <strong>{OPTION_WORDS[decided.option]}</strong>, decided on {longDate(decided.on)}
          {decided.by && ` by ${decided.by}`}
          {decided.why && `: ${decided.why}`}
        </p>
      )}
      <NativeSelect
        label="What is done"
        description={
          open.length === 2 ? 'More is open once every question is answered yes' : undefined
        }
        data={open.map((value) => ({ value, label: OPTION_WORDS[value] }))}
        value={open.includes(option) ? option : 'keep'}
        onChange={(event) => setOption(event.currentTarget.value as ReplantDecision)}
      />
      <Textarea
        label="Why (optional)"
        rows={2}
        value={why}
        onChange={(event) => setWhy(event.currentTarget.value)}
      />
      {problem && (
        <p className="rule-left signal" role="alert">
          {problem}
        </p>
      )}
      <Button size="md" h={52} onClick={decide}>
        {decided ? 'Decide anew' : 'Decide'}
      </Button>
      {decided && decided.option !== 'wait' && <Outcome {...{ record: record!, planting, keep }} />}
    </section>
  );
}

/** What the harvest brought, against what was told. */
function Outcome({
  record: { data },
  planting,
  keep,
}: {
  record: NonNullable<Replant['record']>;
  planting: Replant['planting'];
  keep: KeepCase;
}) {
  const units = useUnits();
  const kind = CROP_FACTS[planting.data.crop].yieldKind;
  return (
    <RestedFigure
      label="At harvest: what it yielded"
      kind={kind}
      kept={data.yieldedKgPerM2}
      typed={data.typed.yieldedKgPerM2}
      keep={(value, text) =>
        keep({ yieldedKgPerM2: value }, { yieldedKgPerM2: text }).yieldedKgPerM2
      }
      description={
        data.decided?.expectedKgPerM2
          ? `${units.show(data.decided.expectedKgPerM2, kind)} was expected`
          : 'The call is scored by it'
      }
    />
  );
}
