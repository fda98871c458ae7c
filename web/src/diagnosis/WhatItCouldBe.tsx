import {
  DIAGNOSES,
  EVIDENCE_FACTS,
  leadingCauses,
  lower,
  machineSigns,
  rowSigns,
  weighCauses,
  type CardCells,
  type Cause,
  type PlanterCard,
  type WeighedSign,
} from '@sendero/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import styles from './diagnosis.module.css';

/** What a row's findings point to, each with what speaks for it and against it, and the check that would settle it. */
export default function WhatItCouldBe({
  card,
  cells,
  row,
}: {
  card: PlanterCard;
  cells: CardCells;
  /** null: the machine as a whole. */
  row: number | null;
}) {
  const leading = useMemo(
    () =>
      leadingCauses(
        row === null
          ? weighCauses(machineSigns(card, cells), ['machine'])
          : weighCauses(rowSigns(card, cells, row), ['row', 'machine']),
      ),
    [card, cells, row],
  );
  return (
    <div
      className="stack tight"
      role="group"
      aria-label={`What ${row === null ? 'the machine' : `row ${row}`} points to`}
    >
      <h3>What it could be</h3>
      {leading.length === 0 && (
        <p className="small">
          Not enough to say. Dig at gaps, and at late plants beside their neighbours.
        </p>
      )}
      {leading.map(({ cause, speaksFor, speaksAgainst }) => {
        const { says, check, change }: Cause = DIAGNOSES[cause];
        return (
          <div key={cause} className={styles.cause}>
            <Link to={`/causes/${cause}`}>
              <strong>{says}</strong>
            </Link>
            <Signs label="For" signs={speaksFor} />
            <Signs label="Against" signs={speaksAgainst} />
            <p className="small">
              Settled by: {lower(check.what)} (about {check.minutes} min). Then: {lower(change)}
            </p>
          </div>
        );
      })}
      {leading.length > 0 && (
        <p className="small soft">
          Ranked by a table of odds that is this app’s own and nobody’s research; not yet held
          against cases whose cause is known, so no probability is given.
        </p>
      )}
    </div>
  );
}

const Signs = ({ label, signs }: { label: string; signs: readonly WeighedSign[] }) =>
  signs.length === 0 ? null : (
    <p className="small">
      {label}:{' '}
      {signs.map(({ sign, seen }) => EVIDENCE_FACTS[sign][seen ? 'says' : 'absent']).join('; ')}.
    </p>
  );
