import { capital, EVIDENCE_FACTS } from '@sendero/core';
import { Link, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { CauseDrawing } from './CauseDrawing.tsx';
import { ratioText, SCOPE_WORDS, SURE_WORDS, WHEN_WORDS } from './causeWords.ts';
import { useCauses } from './useCauses.ts';
import styles from './diagnosis.module.css';

/** One cause: where it shows, what speaks for and against it, what settles it and what to do. */
export default function CauseScreen() {
  const { cause: name } = useParams();
  const { causes, own } = useCauses();
  const cause = causes[name ?? ''];
  if (!cause)
    return (
      <p>
        This cause is not known. <Link to="/causes">All causes</Link>
      </p>
    );
  return (
    <Parts>
      <div>
        <Link to="/causes">Why a stand fails</Link>
        <h1>{cause.says}</h1>
        <p className="soft">Shows in {SCOPE_WORDS[cause.scope]}.</p>
      </div>
      <div className="columns two">
        <section className="sheet stack tight">
          <h2>What speaks for it, and against it</h2>
          <table className={styles.evidence}>
            <thead>
              <tr>
                <th scope="col">Sign</th>
                <th scope="col">Seen</th>
                <th scope="col">Looked for, not there</th>
              </tr>
            </thead>
            <tbody>
              {cause.evidence.map(({ sign, seen, notSeen }) => (
                <tr key={sign}>
                  <td>{capital(EVIDENCE_FACTS[sign].says)}</td>
                  <td>{ratioText(seen)}</td>
                  <td>{ratioText(notSeen)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="small">
            {own ? (
              `Odds from ${own.name}.`
            ) : (
              <span className="default-mark">odds: defaults of this app, nobody’s research</span>
            )}
          </p>
        </section>
        <div className="stack">
          <div className={styles.drawing}>
            <CauseDrawing cause={name!} scope={cause.scope} says={cause.says} />
          </div>
          <dl className="facts">
            <dt>Settled by</dt>
            <dd>
              {cause.check.what} (about {cause.check.minutes} min)
            </dd>
            <dt>Change</dt>
            <dd>{cause.change}</dd>
            <dt>When</dt>
            <dd>
              {capital(WHEN_WORDS[cause.when])}; {SURE_WORDS[cause.sure]}.
            </dd>
            <dt>{cause.controllable ? 'Next time' : 'Not in hand; next time'}</dt>
            <dd>{cause.better}</dd>
            <dt>Taken for</dt>
            <dd>
              {cause.takenFor.map((other, i) => (
                <span key={other}>
                  {i > 0 && ', '}
                  {causes[other] ? (
                    <Link className="alone" to={`/causes/${other}`}>
                      {causes[other].says}
                    </Link>
                  ) : (
                    other
                  )}
                </span>
              ))}
            </dd>
          </dl>
          {cause.caution && <p className="rule-left signal">{cause.caution}</p>}
        </div>
      </div>
    </Parts>
  );
}
