import { cropTitle, type LengthReading } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { EnterFromPaper } from '../fields/DayOfWork.tsx';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { Choice } from '../app/Choice.tsx';
import { longDate, shortDate } from '../app/dates.ts';
import { useRemove } from '../app/Undo.tsx';
import { useOne } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { EmergenceCurves } from './EmergenceCurves.tsx';
import { EmergenceStrips } from './EmergenceStrips.tsx';
import { HeatWords } from './HeatWords.tsx';
import { EmergenceTimes } from './EmergenceTimes.tsx';
import { GoesWith } from './GoesWith.tsx';
import { WhyLate } from './WhyLate.tsx';
import { finalText, headline, latenessTexts, nextText, spreadText } from './emergenceWords.ts';
import { Uniformity } from './Uniformity.tsx';
import { useEmergence } from './useEmergence.ts';
import { draftNames } from '../fields/useDraft.ts';
import { LengthForm } from './LengthForm.tsx';
import { lengthNames } from './lengthNames.ts';
import { useLateness } from './useLateness.ts';
import styles from './emergence.module.css';

/** When a planting came up: all together, by row and by zone; and when to count again. */
export default function EmergenceScreen() {
  const { plantingId } = useParams();
  const units = useUnits();
  const reading = useEmergence(plantingId);
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const [by, setBy] = useState<'rows' | 'zones' | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const grouped = by ?? (reading && reading.zones.length > 1 ? 'zones' : 'rows');
  const groups = reading?.[grouped] ?? [];
  const lateness = useLateness(reading?.all ?? null, groups);
  if (!reading || !planting || !field) return <PlantingGone />;
  const { all, lengths, coming } = reading;
  const { answer, share } = lateness;
  const standing = (answer?.groups ?? []).flatMap(({ name, verdict }) =>
    verdict === 'later' ? name : [],
  );
  const texts = answer ? latenessTexts(answer) : [];
  const told = answer && answer.groups.length > 1 && texts.length === 0;
  const names = lengthNames(lengths);
  const asks = lengths.flatMap((length, i) =>
    length.moreThanSown || length.visits.some(({ missing }) => missing > 0)
      ? { length, name: names[i]!.name }
      : [],
  );
  return (
    <Parts>
      <div className="row spread">
        <div>
          <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
          <h1>Emergence</h1>
          <div className="soft">
            {cropTitle(planting.data)}, planted {longDate(planting.data.plantedOn)};{' '}
            {lengths.length} flagged {lengths.length === 1 ? 'length' : 'lengths'},{' '}
            {reading.visits.length} {reading.visits.length === 1 ? 'visit' : 'visits'}
          </div>
        </div>
        <div className="row">
          {lengths.length > 0 && (
            <EnterFromPaper
              from={planting.data.plantedOn}
              to={`/plantings/${planting.id}/emergence/count`}
            />
          )}
          <Button
            component={Link}
            to={`/plantings/${planting.id}/emergence/${lengths.length === 0 ? 'flag' : 'count'}`}
            size="md"
            h={52}
            variant={coming === 'done' ? 'default' : 'filled'}
          >
            {lengths.length === 0 ? 'Flag lengths to count in' : 'Count what is up'}
          </Button>
        </div>
      </div>
      {lengths.length === 0 && <HowItGoes />}
      {all && (
        <section className="sheet stack tight">
          <h2 data-testid="emergence-headline">{headline(reading, answer?.half ?? null)}</h2>
          <EmergenceCurves
            reading={reading}
            groups={groups}
            half={answer?.half ?? null}
            standing={standing}
            chosen={chosen}
          />
          <p className="small soft">
            Share of the seeds up. Circles: what was counted, all lengths together.
            {all.fit.t50H === null &&
              ' Straight lines lead from visit to visit: no curve can be told from these.'}
            {all.pool.leftOut.length > 0 &&
              ` ${all.pool.leftOut.length} ${all.pool.leftOut.length === 1 ? 'length missed' : 'lengths missed'} a visit and ${all.pool.leftOut.length === 1 ? 'is' : 'are'} left out of the sum.`}
          </p>
        </section>
      )}
      {lengths.length > 0 && (
        <div className="columns two">
          <section className="stack tight">
            <div className="row spread">
              <h2>The latest first</h2>
              {reading.rows.length > 1 && reading.zones.length > 1 && (
                <Choice
                  label="Compare"
                  labelled={false}
                  look="tab"
                  options={[
                    { value: 'rows', says: 'Rows' },
                    { value: 'zones', says: 'Zones' },
                  ]}
                  value={grouped}
                  onChange={(next) => setBy(next)}
                />
              )}
            </div>
            {share !== null && (
              <div className="row small">
                <progress value={share} max={1} aria-label="Drawing the lengths anew" />
                <span className="soft">how sure: {Math.round(100 * share)} %</span>
                <button className="tool bare" onClick={lateness.stop}>
                  Stop
                </button>
              </div>
            )}
            {lateness.stopped && (
              <button className="tool" onClick={lateness.again}>
                How sure is this?
              </button>
            )}
            {groups.length > 0 && reading.visits.length > 0 ? (
              <EmergenceStrips
                reading={reading}
                groups={groups}
                answer={answer}
                chosen={chosen}
                onChoose={setChosen}
              />
            ) : (
              <p className="soft">Rows and zones are compared here once they are counted.</p>
            )}
          </section>
          <section className={`stack ${styles.meaning}`}>
            <h2>What it means</h2>
            <div
              className={`rule-left ${coming === 'coming' || coming === 'notYet' ? 'signal' : ''}`}
            >
              <p>{nextText(reading, shortDate)}</p>
            </div>
            {texts.map((text) => (
              <div className="rule-left signal" key={text}>
                <p>
                  <strong>{text}</strong>
                </p>
              </div>
            ))}
            {told && (
              <div className="rule-left leaf">
                <p>No {grouped === 'rows' ? 'row' : 'zone'} can be told from the others.</p>
              </div>
            )}
            {all && (
              <HeatWords
                planting={planting}
                all={all}
                late={(answer?.groups ?? []).filter(({ verdict }) => verdict === 'later')}
              />
            )}
            {grouped === 'rows' && standing.length > 0 && (
              <WhyLate planting={planting} names={standing} />
            )}
            {grouped === 'rows' && <GoesWith planting={planting} rows={reading.rows} />}
            {grouped === 'rows' &&
              reading.rows.length > 1 &&
              reading.lengths.length < 2 * reading.rows.length && (
                <p className="small soft">
                  One length a row finds large faults only: a row an inch deeper than its sisters is
                  named in about two fields of five, with three lengths a row in four of five.
                </p>
              )}
            {all && (
              <div className="stack tight">
                <EmergenceTimes planting={planting} group={all} />
                {spreadText(all) && <p>{spreadText(all)}</p>}
                <Uniformity planting={planting} group={all} />
                {finalText(reading, answer?.finalShare ?? null) && (
                  <p>{finalText(reading, answer?.finalShare ?? null)}</p>
                )}
                {all.meanEmergenceTimeH !== null && (
                  <p className="small soft">
                    Mean emergence time {Math.round(all.meanEmergenceTimeH)} h, emergence rate index{' '}
                    {units.fixed(all.emergenceRateIndex!, 1)} % a day (Erbach 1982), both by the
                    visits that first saw the plants. Hours count from noon of the planting day.
                  </p>
                )}
              </div>
            )}
            {asks.map(({ length, name }) => (
              <Ask key={length.id} length={length} name={name} plantingId={planting.id} />
            ))}
          </section>
        </div>
      )}
      {lengths.length > 0 && <Lengths lengths={lengths} plantingId={planting.id} />}
    </Parts>
  );
}

function Ask({
  length,
  name,
  plantingId,
}: {
  length: LengthReading;
  name: string;
  plantingId: string;
}) {
  const missing = length.visits.find((visit) => visit.missing > 0);
  return (
    <div className="rule-left signal">
      <p>
        {name}:{' '}
        {missing
          ? `${missing.missing} fewer stood on ${shortDate(missing.count.data.on)} than had come up before. Say at that visit whether they were lost.`
          : `${length.visits.at(-1)!.emerged} plants came up of about ${length.sown.toFixed(0)} seeds. Check the length, or enter the seeds that lie there.`}{' '}
        <Link to={`/plantings/${plantingId}/emergence/count?length=${length.id}`}>Look at it</Link>
      </p>
    </div>
  );
}

function HowItGoes() {
  return (
    <div className="sheet stack tight" style={{ maxWidth: 640 }}>
      <h2>From a few counts to a curve</h2>
      <p>
        Flag a few yards in each row before the first plants are up, or in each zone or treatment
        that you compare. Come back every two days and count what is new between the flags: one
        number a row is enough.
      </p>
      <p className="soft">
        Three visits with new plants give the time when half were up, how evenly they came, and
        which rows were late by how much. With fewer it says between which visits it was.
      </p>
    </div>
  );
}

/** The lengths themselves: where they are, what they hold. */
function Lengths({ lengths, plantingId }: { lengths: LengthReading[]; plantingId: string }) {
  const units = useUnits();
  const remove = useRemove();
  const names = lengthNames(lengths);
  const [editing, setEditing] = useState<string | null>(
    () => lengths.find(({ id }) => draftNames().includes(`flaggedLength ${id}`))?.id ?? null,
  );
  return (
    <details className="sheet">
      <summary>The flagged lengths</summary>
      <ul className="list-plain">
        {lengths.map((length, i) => (
          <li key={length.id} className="task">
            <div>
              <strong>{names[i]!.name}</strong>, {units.show(length.data.lengthM, 'rowLength')},{' '}
              {length.data.seeds === null
                ? `about ${length.sown.toFixed(0)} seeds by the rate`
                : `${length.data.seeds} seeds ${length.data.sownFrom === 'digs' ? 'dug' : 'on the tape'}`}
              {length.data.place && <div className="small soft">{length.data.place}</div>}
              <div className="row small soft">
                {length.visits.length === 0 && 'not counted yet'}
                {length.visits.map(({ count, fresh }) => (
                  <Link
                    key={count.id}
                    style={{ minHeight: 44, alignContent: 'center' }}
                    to={`/plantings/${plantingId}/emergence/count?on=${count.data.on}&length=${length.id}`}
                    aria-label={`Correct the count of ${shortDate(count.data.on)}, ${names[i]!.name}: ${fresh}`}
                  >
                    {shortDate(count.data.on)}: {fresh}
                  </Link>
                ))}
              </div>
              {editing === length.id && (
                <EditLength id={length.id} name={names[i]!.name} onDone={() => setEditing(null)} />
              )}
            </div>
            <button
              className="tool bare"
              onClick={() => setEditing(editing === length.id ? null : length.id)}
              aria-label={`Edit: ${names[i]!.name}`}
            >
              Edit
            </button>
            <button
              className="tool bare"
              onClick={() => remove('flaggedLength', length.id, `${names[i]!.name} taken out.`)}
              aria-label={`Take out: ${names[i]!.name}`}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
      <Link className="tool" to={`/plantings/${plantingId}/emergence/flag`}>
        Flag more lengths
      </Link>
    </details>
  );
}

function EditLength({ id, name, onDone }: { id: string; name: string; onDone(): void }) {
  const length = useOne('flaggedLength', id);
  return length ? <LengthForm length={length} name={name} onDone={onDone} /> : null;
}
