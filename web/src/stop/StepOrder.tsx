import { STOP_STEPS, type StopStep } from '@sendero/core';
import { Button, Checkbox } from '@mantine/core';
import { ArrowDownIcon, ArrowUpIcon } from '@radix-ui/react-icons';
import { Dialog } from '../app/Dialog.tsx';
import { stepOrderChosen } from '../data/preferences.ts';
import { useAppDispatch, useAppSelector } from '../data/store.ts';
import { STEP_WORDS } from './stepWords.ts';
import styles from './stop.module.css';

/** What this person does at every stop, and in which order; kept on this device. */
export default function StepOrder({ onClose }: { onClose(): void }) {
  const order = useAppSelector((state) => state.preferences.stepOrder);
  const dispatch = useAppDispatch();
  const choose = (next: StopStep[]) => dispatch(stepOrderChosen(next));
  const rest = STOP_STEPS.filter((step) => !order.includes(step));
  const move = (step: StopStep, by: 1 | -1) => {
    const at = order.indexOf(step);
    choose(order.toSpliced(at, 1).toSpliced(at + by, 0, step));
  };
  const name = (step: StopStep) => STEP_WORDS[step].name;
  return (
    <Dialog title="My order of work at a stop" onClose={onClose}>
      <p className="small soft">
        “Next” leads through the steps ticked here. The others stay a tap away.
      </p>
      <ol className={styles.order}>
        {[...order, ...rest].map((step) => {
          const at = order.indexOf(step);
          return (
            <li key={step}>
              <Checkbox
                size="md"
                label={name(step)}
                description={STEP_WORDS[step].says}
                checked={at >= 0}
                disabled={at >= 0 && order.length === 1}
                onChange={(event) =>
                  choose(
                    event.currentTarget.checked
                      ? [...order, step]
                      : order.filter((one) => one !== step),
                  )
                }
              />
              {at >= 0 && (
                <>
                  <button
                    className="tool"
                    disabled={at === 0}
                    aria-label={`${name(step)} earlier`}
                    onClick={() => move(step, -1)}
                  >
                    <ArrowUpIcon aria-hidden />
                  </button>
                  <button
                    className="tool"
                    disabled={at === order.length - 1}
                    aria-label={`${name(step)} later`}
                    onClick={() => move(step, 1)}
                  >
                    <ArrowDownIcon aria-hidden />
                  </button>
                </>
              )}
            </li>
          );
        })}
      </ol>
      <div className="row" style={{ marginTop: '0.75rem' }}>
        <Button h={48} onClick={onClose}>
          Done
        </Button>
        <Button variant="default" h={48} onClick={() => choose([...STOP_STEPS])}>
          All steps, as listed
        </Button>
        <Button variant="default" h={48} onClick={() => choose(['count'])}>
          Count only
        </Button>
      </div>
    </Dialog>
  );
}
