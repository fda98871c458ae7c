import type { FindingWords } from './findingWords.ts';

/** Findings in plain sentences, each with what to look at next. */
export const FindingsList = ({ findings }: { findings: readonly FindingWords[] }) =>
  findings.map(({ tone, says, next }) => (
    <div
      key={says}
      className={`rule-left ${tone === 'act' ? 'signal' : tone === 'good' ? 'leaf' : ''}`}
    >
      <p>
        <strong>{says}</strong>
      </p>
      <p className="small soft">{next}</p>
    </div>
  ));
