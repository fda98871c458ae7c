import {
  capital,
  isClean,
  isSettled,
  LIKELY,
  lower,
  rowsText,
  type NextCheck,
  type WeighedCause,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { Section } from '../app/Section.tsx';
import { RowCostLine } from '../planter/RowCostLine.tsx';
import { Balance } from './Balance.tsx';
import { chanceText, SURE_WORDS, WHEN_WORDS } from './causeWords.ts';
import { EvidenceByHand } from './EvidenceByHand.tsx';
import { FaultyShare } from './FaultyShare.tsx';
import { useDiagnosis, type AskedWhy, type Diagnosis } from './useDiagnosis.ts';
import { useKeepEvidence, type KeepEvidence } from './useKeepEvidence.ts';
import styles from './diagnosis.module.css';

/** Causes below this chance are not shown: see the whole table at /causes. */
const SHOWN = 0.1;
const MOST_SHOWN = 6;

/** Why the rows of a planter stand as they do: each cause as a balance of what speaks for and against it, and what to look at next. */
export default function Why(asked: AskedWhy) {
  const { card, planterId, season, plantings } = asked;
  const diagnosis = useDiagnosis(asked);
  const { causes, checks, table, planting, ownTable } = diagnosis;
  const shown = causes.filter(({ probability }) => probability >= SHOWN).slice(0, MOST_SHOWN);
  const open =
    !isClean(card, []) ||
    card.worst.length > 0 ||
    card.machine.length > 0 ||
    card.patterns.length > 0;
  const likely = shown.some(({ probability }) => probability >= LIKELY);
  const keep = useKeepEvidence(planterId, season, planting?.id ?? null);
  const causeOf = (one: WeighedCause, first: boolean) => (
    <OneCause
      key={one.cause}
      one={one}
      open={first && one.probability >= LIKELY}
      table={table}
      cost={
        one.probability >= LIKELY ? (
          <RowCostLine
            card={card}
            rows={one.rows ?? card.rows.map(({ row }) => row)}
            plantings={plantings}
            brief
            against={one.rows ? 'sisters' : 'expected'}
          />
        ) : null
      }
    />
  );
  return (
    <Section title="Why" className={styles.why}>
      {!likely && (
        <p className={open ? 'rule-left signal' : 'rule-left leaf'}>
          <strong>{open ? 'Not enough to say.' : 'Nothing is likely to be wrong.'}</strong>{' '}
          {open
            ? 'What was seen points to no cause by more than even chances: dig at gaps, and at late plants beside their neighbours.'
            : 'What was looked at speaks for no cause by more than even chances.'}
        </p>
      )}
      {shown.filter(isSettled).map((one, i) => causeOf(one, i === 0))}
      {checks[0] && <NextBest check={checks[0]} others={checks.slice(1, 4)} keep={keep} />}
      {shown
        .filter((one) => !isSettled(one))
        .map((one, i) => causeOf(one, i === 0 && !shown.some(isSettled)))}
      <EvidenceByHand diagnosis={diagnosis} rows={card.planter.rows} keep={keep} />
      <p className="small soft">
        {planting === null
          ? 'Over several fields only the machine is asked: choose a field above for its ground and weather. '
          : ''}
        Odds are those of <Link to="/causes">the table of causes</Link>,{' '}
        {ownTable ? (
          'this workspace’s own. A chance is how often a cause with such odds was there in simulated cases, by the app’s own table.'
        ) : (
          <>
            a <span className="default-mark">default of this app</span>. A chance is how often a
            cause with such odds was there in simulated cases.
          </>
        )}
      </p>
      <FaultyShare />
    </Section>
  );
}

function NextBest({
  check,
  others,
  keep,
}: {
  check: NextCheck;
  others: readonly NextCheck[];
  keep: KeepEvidence;
}) {
  return (
    <div className={styles.next} role="group" aria-label="Next best check">
      <h3>Next best check</h3>
      <p>
        <strong>{check.check}</strong>
        {whereOf(check)}, about {check.minutes} min.
      </p>
      <div className="row">
        <Found check={check} keep={keep} />
      </div>
      {others.length > 0 && (
        <details>
          <summary>Other checks, by what they tell for their time</summary>
          <ul className="list-plain">
            {others.map((one) => (
              <li key={`${one.cause} ${one.rows?.join()}`} className={styles.other}>
                <span>
                  {one.check}
                  {whereOf(one)}, about {one.minutes} min
                </span>
                <span className="row">
                  <Found check={one} keep={keep} />
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

function Found({ check, keep }: { check: NextCheck; keep: KeepEvidence }) {
  const what = { about: 'check' as const, name: check.cause, row: check.row };
  return (
    <>
      <Button h={48} variant="default" onClick={() => keep(what, true)}>
        It is so
      </Button>
      <Button h={48} variant="default" onClick={() => keep(what, false)}>
        It is not so
      </Button>
    </>
  );
}

/** Where a check is made: its one row, or the rows it is about. */
const whereOf = ({ row, rows }: NextCheck): string => {
  const made = row === null ? (rows ?? []) : [row];
  return made.length > 0 ? ` (${rowsText(made).toLowerCase()})` : '';
};

function OneCause({
  one,
  open,
  table,
  cost,
}: {
  one: WeighedCause;
  open: boolean;
  table: Diagnosis['table'];
  cost: React.ReactNode;
}) {
  const { says, check, change, when, sure, controllable, better, caution } = table[one.cause]!;
  return (
    <details className={styles.cause} open={open}>
      <summary>
        <span>
          <strong>{says}</strong>
          {one.rows && one.rows.length > 0 && <>: {rowsText(one.rows).toLowerCase()}</>}
        </span>
        <span className={styles.chance}>{chanceText(one.probability)}</span>
      </summary>
      <Balance one={one} />
      {cost}
      <p className="small">
        <strong>Change:</strong> {lower(change)} {capital(WHEN_WORDS[when])}; {SURE_WORDS[sure]}.
      </p>
      <p className="small">
        <strong>{controllable ? 'In hand; next time:' : 'Not in hand; next time:'}</strong>{' '}
        {lower(better)}
      </p>
      <p className="small">
        Settled by: {lower(check.what)} (about {check.minutes} min).{' '}
        <Link to={`/causes/${one.cause}`}>More of this cause</Link>
      </p>
      {caution && <p className="small rule-left signal">{caution}</p>}
    </details>
  );
}
