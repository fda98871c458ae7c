import type { Kept, Stop } from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { useChildren, useDevice } from '../data/hooks.ts';
import { stripOptions } from '../trials/stripOptions.ts';

/** Which strip of the planting’s trial a stop stands in: the one before and the next one are a tap away. */
export default function StripOfStop({
  stop,
  trial,
}: {
  stop: { id: string; data: Stop };
  trial: Kept<'trial'>;
}) {
  const device = useDevice();
  const before = useChildren('stop', 'walkId', stop.data.walkId)
    .filter(({ data }) => data.trialId === trial.id && data.ordinal < stop.data.ordinal)
    .sort((a, b) => a.data.ordinal - b.data.ordinal)
    .at(-1)?.data.strip;
  const strips = stripOptions(trial.data);
  const { strip } = stop.data;
  const choose = (next: number | null) =>
    device.change('stop', stop.id, (data) => ({
      ...data,
      trialId: next === null ? null : trial.id,
      strip: next,
    }));
  const [opened, setOpened] = useState(false);
  // Most walks are not about the trial: nobody is asked until a stop of this one stands in a strip.
  if (strip === null && !before && !opened)
    return (
      <button className="tool bare small" onClick={() => setOpened(true)}>
        This stop is in a trial strip
      </button>
    );
  const offered = strip !== null ? [] : before ? [before, before + 1] : [1];
  return (
    <div className="row small" role="group" aria-label="Strip of the trial">
      {offered
        .filter((number) => number <= strips.length)
        .map((number) => (
          <button key={number} className="tool" onClick={() => choose(number)}>
            Strip {number}
            {number === before ? ' again' : ''}
          </button>
        ))}
      <NativeSelect
        aria-label="Strip"
        size="md"
        value={strip ?? ''}
        data={[
          { value: '', label: strip === null ? 'Choose the strip' : 'in no strip' },
          ...strips,
        ]}
        onChange={(event) => choose(Number(event.currentTarget.value) || null)}
      />
    </div>
  );
}
