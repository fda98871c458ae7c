import {
  capital,
  findingText,
  gapsText,
  MEASURE_WORDS,
  measureText,
  rowYear,
  seenText,
  type CardCells,
  type Kept,
  type PlanterCard,
} from '@sendero/core';
import { memo, Suspense } from 'react';
import { Link } from 'react-router';
import { lazyExtra } from '../app/lazyExtra.ts';
import { shortDate } from '../app/dates.ts';
import { Section } from '../app/Section.tsx';
import { useAll, useOne } from '../data/hooks.ts';
import { SoilProfile } from '../depth/SoilProfile.tsx';
import { PhotoPicture } from '../photos/PhotoPicture.tsx';
import { useUnits } from '../units/useUnits.ts';
import { RowCostLine } from './RowCostLine.tsx';
import styles from './card.module.css';

const RowPlaces = lazyExtra(() => import('./RowPlaces.tsx'));
const FoldedGaps = lazyExtra(() => import('./FoldedGaps.tsx'));
const RowCurve = lazyExtra(() => import('./RowCurve.tsx'));
const OverYears = lazyExtra(() => import('./OverYears.tsx'));

/** One row's season: what it is named for, then each visit with what it showed. */
export const RowYear = memo(function RowYear({
  card,
  cells,
  row,
  plantings,
  planterId,
}: {
  card: PlanterCard;
  cells: CardCells;
  row: number;
  plantings: readonly Kept<'planting'>[];
  planterId: string;
}) {
  const units = useUnits();
  const own = card.rows[row - 1]!;
  const visits = rowYear(card, cells.depths, row);
  const again = own.gaps && gapsText(own.gaps);
  const photos = cells.photos.filter(
    (photo) => photo.row === row && visits.some(({ walkId }) => walkId === photo.walkId),
  );
  return (
    <section className={`sheet stack tight ${styles.own}`} aria-label={`Row ${row} this season`}>
      <h2>Row {row}</h2>
      {own.findings.map((finding) => (
        <div key={finding.measure} className="rule-left signal">
          <p>
            <strong>{sentence(findingText(finding, units.show))}</strong>
          </p>
          <p className="small soft">{sentence(seenText(finding))}</p>
        </div>
      ))}
      {own.findings[0] && (
        <Suspense fallback={null}>
          <RowPlaces card={card} row={row} finding={own.findings[0]} plantings={plantings} />
        </Suspense>
      )}
      {again && (
        <div className="rule-left signal">
          <p>
            <strong>{sentence(again)}</strong>
          </p>
          <p className="small soft">Look at that disc, and at its seal, before the next field.</p>
        </div>
      )}
      <Suspense fallback={null}>
        <FoldedGaps card={card} cells={cells} row={row} />
      </Suspense>
      {own.badness > 0 && <RowCostLine card={card} rows={[row]} plantings={plantings} />}
      {own.findings.length === 0 && !again && (
        <p className="rule-left leaf">
          {own.seen
            ? 'Nothing told from chance sets this row apart.'
            : 'Nothing was measured of this row.'}
        </p>
      )}
      {own.gaps?.tapeToTellM && (
        <p className="small">
          Its longest tape is {units.show(own.gaps.longestM, 'distance')}, {turns(own.gaps.turns!)}{' '}
          of the disc: {units.show(own.gaps.tapeToTellM, 'distance')} in one stretch would tell
          whether gaps come again (default).
        </p>
      )}
      <Section title="All visits and earlier years" label="Visits of a row" bare>
        <ul className={styles.year}>
          {visits.map((visit) => (
            <li key={`${visit.plantingId} ${visit.walkId}`} className="stack tight">
              <VisitHead
                planting={plantings.find(({ id }) => id === visit.plantingId)}
                walkId={visit.walkId}
                on={visit.on}
              />
              <div className="small">
                {visit.figures
                  .map(
                    ({ measure, value }) =>
                      `${MEASURE_WORDS[measure].name.toLowerCase()} ${measure === 'depth' ? signedDepth(value, units.show) : measureText(measure, value, units.show)}`,
                  )
                  .join('; ')}
              </div>
            </li>
          ))}
        </ul>
        <Suspense fallback={null}>
          <RowCurve
            plantings={plantings.filter(({ id }) => card.plantingIds.includes(id))}
            row={row}
          />
        </Suspense>
        <Suspense fallback={null}>
          <OverYears planterId={planterId} row={row} />
        </Suspense>
        <Depths card={card} cells={cells} row={row} plantings={plantings} />
        {photos.length > 0 && (
          <div className="row">
            {photos.map(({ id, photoId, caption }) => (
              <PhotoPicture key={id} id={id} photoId={photoId} label={`Row ${row}: ${caption}`} />
            ))}
          </div>
        )}
      </Section>
    </section>
  );
});

const sentence = (text: string) => `${capital(text)}.`;
const turns = (n: number) =>
  `${n < 1 ? 'under one turn' : `${Math.floor(n)} ${Math.floor(n) === 1 ? 'turn' : 'turns'}`}`;
const signedDepth = (m: number, show: ReturnType<typeof useUnits>['show']) =>
  Math.abs(m) < 0.0016
    ? 'on target'
    : `${show(Math.abs(m), 'seedDepth')} ${m < 0 ? 'shallow' : 'deep'}`;

function VisitHead({
  planting,
  walkId,
  on,
}: {
  planting: Kept<'planting'> | undefined;
  walkId: string | null;
  on: string;
}) {
  const field = useOne('field', planting?.data.fieldId);
  const walk = useOne('walk', walkId);
  const to =
    walk?.data.purpose === 'trench'
      ? `/trench/${walk.id}/result`
      : walk
        ? `/walks/${walk.id}/result`
        : `/plantings/${planting?.id}/emergence`;
  const what = walk?.data.purpose === 'trench' ? 'trench check' : walk ? 'stand walk' : 'emergence';
  return (
    <div>
      <b>{shortDate(on)}</b>{' '}
      <Link to={to}>
        {field?.data.name ?? 'Field'}, {what}
      </Link>
    </div>
  );
}

/** The row's seeds in the soil, planting by planting. */
function Depths({
  card,
  cells,
  row,
  plantings,
}: {
  card: PlanterCard;
  cells: CardCells;
  row: number;
  plantings: readonly Kept<'planting'>[];
}) {
  const fields = useAll('field');
  const dug = plantings.flatMap((planting) => {
    const own = cells.depths.filter(
      (one) =>
        one.row === row &&
        one.plantingId === planting.id &&
        card.plantingIds.includes(one.plantingId),
    );
    return own.length === 0 ? [] : [{ planting, own }];
  });
  const first = dug[0]?.own[0];
  if (!first) return null;
  // Each field aimed for a depth of its own: seeds are drawn as they lay about the first.
  return (
    <div>
      <SoilProfile
        rows={dug.map(({ own }, i) => ({
          row: i + 1,
          seeds: own.flatMap(({ offM }) =>
            offM.map((off) => ({ depthM: Math.max(0, first.targetM + off), moist: null })),
          ),
        }))}
        crop={dug[0]!.planting.data.crop}
        targetM={first.targetM}
        toleranceM={first.toleranceM}
        dryLayerM={null}
        height={190}
      />
      <p className="small soft">
        Seeds of row {row}:{' '}
        {dug
          .map(
            ({ planting }, i) =>
              `${i + 1} ${fields.find(({ id }) => id === planting.data.fieldId)?.data.name ?? ''}`,
          )
          .join(', ')}
        .
      </p>
    </div>
  );
}
