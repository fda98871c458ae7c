import { DEFAULT_DEPTH_STEP_M, type Kept } from '@sendero/core';
import { useUnits } from '../units/useUnits.ts';
import { inOrder, PRIORITY_WORDS } from './workWords.ts';
import styles from './workshop.module.css';

/** The list on paper, in the order of the machine: what each row needs, and its depth in steps of its handle. */
export function WorkSheet({
  planter: { data: planter },
  season,
  items,
}: {
  planter: Kept<'planter'>;
  season: number;
  items: readonly Kept<'workItem'>[];
}) {
  const units = useUnits();
  const open = items.filter(({ data }) => data.state !== 'done').sort(inOrder);
  const stepM = planter.depthStopStepM ?? DEFAULT_DEPTH_STEP_M;
  const whole = open.filter(({ data }) => data.rows.length === 0);
  const shared = whole.reduce((sum, { data }) => sum + (data.byM ?? 0), 0);
  const handle = (byM: number) => {
    const steps = Math.round(byM / stepM);
    return steps === 0
      ? ''
      : `${steps > 0 ? '+' : '−'}${Math.abs(steps)} (${units.show(Math.abs(byM), 'seedDepth')} ${steps > 0 ? 'deeper' : 'shallower'})`;
  };
  return (
    <section className={styles.sheet} aria-label="The list in planter order">
      <h2>
        {planter.name}, workshop sheet {season}
      </h2>
      <p className="small">
        One step of the depth stop moves the seed by {units.show(stepM, 'seedDepth')}
        {planter.depthStopStepM === null && ' (default)'}. Stop, shut down and block the machine
        before any hand goes to a row unit.
      </p>
      {whole.length > 0 && (
        <p>
          <strong>The machine:</strong> {whole.map(({ data }) => data.what).join('; ')}.
        </p>
      )}
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col">Row</th>
            <th scope="col">Depth stop, steps</th>
            <th scope="col">To do</th>
            <th scope="col">Parts, who</th>
            <th scope="col">Done</th>
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: planter.rows }, (_, i) => {
            const own = open.filter(({ data }) => data.rows.includes(i + 1));
            const byM = own.reduce((sum, { data }) => sum + (data.byM ?? 0), shared);
            return (
              <tr key={i}>
                <th scope="row">{i + 1}</th>
                <td>{handle(byM)}</td>
                <td>
                  {own
                    .map(
                      ({ data }) => `${data.what} (${PRIORITY_WORDS[data.priority].toLowerCase()})`,
                    )
                    .join('; ')}
                </td>
                <td>
                  {own.flatMap(({ data }) => [data.parts, data.who].filter(Boolean)).join(', ')}
                </td>
                <td aria-label="to tick">☐</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
