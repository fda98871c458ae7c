import { CAUSE_FAMILIES, FAMILIES, type Cause } from '@sendero/core';
import { Link } from 'react-router';
import { FAMILY_WORDS } from './causeWords.ts';
import styles from './diagnosis.module.css';

/** Every cause the app knows, by family. */
export default function CausesScreen() {
  return (
    <div className="stack">
      <h1>Why a stand fails</h1>
      <p>
        What each cause looks like, what would settle it, what to change and when. The odds beside
        each sign are <span className="default-mark">defaults of this app, nobody’s research</span>.
      </p>
      <div className={styles.families}>
        {FAMILIES.map((family) => (
          <section key={family}>
            <h2>{FAMILY_WORDS[family]}</h2>
            <ul className="list-plain">
              {Object.entries(CAUSE_FAMILIES[family] as Record<string, Cause>).map(
                ([name, { says }]) => (
                  <li key={name}>
                    <Link to={`/causes/${name}`}>{says}</Link>
                  </li>
                ),
              )}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}
