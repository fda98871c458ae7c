import { QUESTION_WORDS, REPLANT_QUESTIONS } from '@sendero/core';
import { Choice } from '../app/Choice.tsx';
import styles from './replant.module.css';
import type { Replant } from './useReplant.ts';
import type { KeepCase } from './useKeepCase.ts';

const ANSWERS = [
  { value: 'open', says: 'Yes' },
  { value: 'stops', says: 'No', alarming: true },
] as const;

/** What must be known before a stand is touched: until each is answered yes, keeping is all that is open. */
export function Questions({ replant: { record }, keep }: { replant: Replant; keep: KeepCase }) {
  const answers = record?.data.answers ?? {};
  return (
    <section className="sheet stack tight" aria-label="Before a stand is destroyed">
      <h2>Before a stand is destroyed</h2>
      <p className="small">
        Labels, the insurer’s word and local rules decide, not this app. Herbicide choice and timing
        belong to the label and a licensed applicator; do not enter a sprayed field before its
        re-entry interval has passed.
      </p>
      <div className={styles.questions}>
        {REPLANT_QUESTIONS.map((question) => (
          <Choice
            key={question}
            label={QUESTION_WORDS[question].asks}
            options={ANSWERS}
            value={answers[question] ?? null}
            onChange={(answer) => {
              const { [question]: _, ...others } = answers;
              keep({ answers: answer === null ? others : { ...others, [question]: answer } });
            }}
            clearable
          />
        ))}
      </div>
    </section>
  );
}
