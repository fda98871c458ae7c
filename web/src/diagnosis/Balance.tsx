import { EVIDENCE_FACTS, type WeighedCause, type WeighedSign } from '@sendero/core';
import { seenWord } from './causeWords.ts';
import styles from './diagnosis.module.css';

/** Widest bar: odds multiplied by a hundred. */
const FULL = Math.log(100);

const signText = ({ sign, seen }: WeighedSign) =>
  sign === null
    ? seen === 'not'
      ? 'checked by hand: it is not so'
      : 'checked by hand: it is so'
    : EVIDENCE_FACTS[sign][seen === 'not' ? 'absent' : 'says'];

/** A cause as a balance: what speaks against it to the left, for it to the right, each as heavy as it weighs. */
export function Balance({ one }: { one: WeighedCause }) {
  return (
    <ul className={styles.balance}>
      {[...one.speaksFor, ...one.speaksAgainst].map((told) => {
        const share = Math.min(1, Math.abs(Math.log(told.ratio)) / FULL);
        const isFor = told.ratio > 1;
        return (
          <li key={`${told.sign} ${told.seen}`}>
            <span className={styles.scale} aria-hidden>
              <span
                className={isFor ? styles.for : styles.against}
                style={{ width: `${50 * share}%`, [isFor ? 'left' : 'right']: '50%' }}
              />
            </span>
            <span className="small">
              {isFor ? 'For' : 'Against'}: {seenWord(told.seen)}
              {signText(told)}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
