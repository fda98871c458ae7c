import { GRADE_WORDS, raiseText, type CardGrade } from '@sendero/core';
import { Section } from '../app/Section.tsx';
import styles from './card.module.css';

/** How good the machine's work was, what that is made of, and what would raise it most. */
export function Grade({ grade }: { grade: CardGrade }) {
  const raise = raiseText(grade);
  return (
    <Section
      title="Grade"
      label="Grade of the machine"
      className={styles.grade}
      aside={
        <div className="figure">
          {Math.round(grade.grade)}
          <span className="unit"> of 100</span>
        </div>
      }
    >
      <ul className={styles.parts}>
        {grade.parts.map(({ part, score }) => (
          <li key={part}>
            <span>{GRADE_WORDS[part]}</span>
            <b>{Math.round(100 * score)} %</b>
            <span className={styles.track} aria-hidden>
              <span className={styles.share} style={{ width: `${100 * score}%` }} />
            </span>
          </li>
        ))}
      </ul>
      {raise && <p>{raise}</p>}
      <p className="small">
        <span className="default-mark">each part counts alike: a default</span>
      </p>
    </Section>
  );
}
