import type { Stop, StopStep } from '@sendero/core';
import { CheckIcon } from '@radix-ui/react-icons';
import { lazy, memo, Suspense, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { stepLink } from './stepLink.ts';
import { STEP_WORDS } from './stepWords.ts';
import { useSteps } from './useSteps.ts';
import styles from './stop.module.css';

const StepOrder = lazy(() => import('./StepOrder.tsx'));

/** The steps of a stop, each a way to it, ticked as they are done; this person's own order first. */
export const StepBar = memo(function StepBar({
  stop,
  plantingId,
  at,
  row,
}: {
  stop: { id: string; data: Stop };
  plantingId: string;
  at: StopStep;
  /** Planter row that is worked in: the other steps go on in it. */
  row: number | null;
}) {
  const { own, others } = useSteps(stop, plantingId);
  const [ordering, setOrdering] = useState(false);
  const here = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    void here.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [at]);
  const place = { walkId: stop.data.walkId, stopId: stop.id, ordinal: stop.data.ordinal };
  return (
    <nav className={styles.bar} aria-label="Steps of this stop">
      {[...own, ...others].map(({ step, state, found }, i) => (
        <Link
          key={step}
          ref={step === at ? here : undefined}
          to={stepLink(place, step, row)}
          replace={at !== 'count'}
          className={styles.step}
          data-state={state}
          data-own={i < own.length || undefined}
          aria-current={step === at ? 'step' : undefined}
          aria-label={`${STEP_WORDS[step].name}${state === 'done' ? `, done: ${found}` : state === 'skipped' ? ', skipped' : ''}`}
        >
          <CheckIcon width={16} height={16} aria-hidden />
          {STEP_WORDS[step].name}
        </Link>
      ))}
      <button className={styles.step} onClick={() => setOrdering(true)}>
        My order
      </button>
      {ordering && (
        <Suspense>
          <StepOrder onClose={() => setOrdering(false)} />
        </Suspense>
      )}
    </nav>
  );
});
