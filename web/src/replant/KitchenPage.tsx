import {
  bestOpen,
  CROP_FACTS,
  cropTitle,
  QUESTION_WORDS,
  REPLANT_QUESTIONS,
  replantSentence,
  waitSentence,
  whySentence,
  type ReplantAdvice,
} from '@sendero/core';
import { longDate } from '../app/dates.ts';
import { useToday } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { PartsPicture } from './PartsPicture.tsx';
import { otherOf } from './otherOf.ts';
import { TwoShapes } from './TwoShapes.tsx';
import type { Replant } from './useReplant.ts';
import styles from './replant.module.css';

const ANSWERED = { open: 'Yes.', stops: 'No.', none: '☐' };

/** One page for the kitchen table: the field, the two shapes, three sentences, what to check, and the cautions. Seen on paper only. */
export function KitchenPage({ replant, advice }: { replant: Replant; advice: ReplantAdvice }) {
  const units = useUnits();
  const today = useToday();
  const { planting, field, reading, record } = replant;
  const kept = advice.options.find(({ option }) => option === 'keep')!;
  const other = otherOf(advice, bestOpen(advice, reading));
  return (
    <section className={`on-paper ${styles.page}`} aria-label="For the kitchen table">
      <h1>{field.data.name}: keep it or replant it?</h1>
      <p>
        {cropTitle(planting.data)}, planted {longDate(planting.data.plantedOn)}; as of{' '}
        {longDate(today)}
      </p>
      <p>
        <strong>{replantSentence(advice, reading, longDate)}</strong>
      </p>
      <p>{whySentence(advice, reading, units.show)}</p>
      <p>{waitSentence(advice, reading, units.show)}</p>
      <PartsPicture
        field={field}
        parts={reading.parts}
        worst={advice.worstZones}
        areaM2={reading.areaM2}
        denseStand={CROP_FACTS[planting.data.crop].denseStand}
        heightPx={150}
      />
      <TwoShapes kept={kept} other={other} />
      <h2>Check before a stand is destroyed</h2>
      <ul>
        {REPLANT_QUESTIONS.map((question) => (
          <li key={question}>
            {QUESTION_WORDS[question].asks} {ANSWERED[record?.data.answers[question] ?? 'none']}
          </li>
        ))}
      </ul>
      <p className="small">
        Labels, the insurer’s word, seed agreements and local rules decide, not this page. Do not
        enter a sprayed field before its re-entry interval has passed. Treated seed: gloves, wash,
        no feeding, dispose of it as the tag says. Stop, shut down and block a planter before any
        hand goes to it. Figures marked default are this app’s own and nobody’s research.
      </p>
    </section>
  );
}
