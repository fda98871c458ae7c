import {
  isZone,
  readPlants,
  SIGN_FACTS,
  stageName,
  type Local,
  type PlantReading,
  type WalkStand,
  type WalkStop,
} from '@sendero/core';
import { useCallback, useMemo } from 'react';
import { Section } from '../app/Section.tsx';
import { useChildren } from '../data/hooks.ts';
import { useZoneAt } from '../map/useZoneAt.ts';
import { PhotoPicture } from '../photos/PhotoPicture.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FIND_WORDS, ROOT_WORDS } from './digWords.ts';
import { FindDrawing, RootDrawing } from './FindDrawing.tsx';
import { PairsDrawing } from './PairsDrawing.tsx';
import { gapWords, lateBars, lateWords, rootWords } from './plantFindings.ts';
import { ResultSection } from '../stand/ResultSection.tsx';
import { SeasonProfile } from './SeasonProfile.tsx';
import { ShareBars } from './ShareBars.tsx';
import styles from './digs.module.css';

/** What was dug and seen on a walk, from what gaps hold to what harms plants; nothing where nothing was looked at. */
export default function PlantsResult({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const parts = useChildren('fieldPart', 'fieldId', stand.planting.data.fieldId);
  const zoneAt = useZoneAt(parts);
  const zoneOf = useCallback(
    ({ data }: WalkStop) =>
      (data.planned !== null && stand.plan?.data.places[data.planned]?.zone) ||
      (data.at ? zoneAt(data.at) : ''),
    [stand.plan, zoneAt],
  );
  const reading = useMemo(() => readPlants(stand, zoneOf), [stand, zoneOf]);
  const zoneName = (id: string) =>
    parts.find((part) => part.id === id && isZone(part.data.part))?.data.name ?? 'a zone';
  const { gaps, late, roots, signs, photos } = reading;
  return (
    <>
      {gaps.dug > 0 && (
        <ResultSection title="What the gaps hold" words={gapWords(reading, units)}>
          <ShareBars
            label="Gaps by what was found"
            parts={gaps.finds.map((part) => ({
              ...part,
              key: part.name,
              says: FIND_WORDS[part.name].key,
              picture: <FindDrawing find={part.name} />,
            }))}
          />
          {gaps.doubles.length > 0 && (
            <p className="small soft">
              Doubles dug:{' '}
              {gaps.doubles.map(({ name, some }) => `${FIND_WORDS[name].key} ${some}`).join('; ')}.
            </p>
          )}
        </ResultSection>
      )}
      {late.dug > 0 && (
        <ResultSection title="Why late plants are late" words={lateWords(reading, units)}>
          <ShareBars
            label="Late plants by cause"
            parts={lateBars(reading).map((part) => ({ ...part, key: part.name }))}
          />
          {late.pairs.length > 0 && <PairsDrawing pairs={late.pairs} />}
        </ResultSection>
      )}
      {roots.plants > 0 && (
        <ResultSection title="Roots" words={rootWords(reading, units)}>
          <ShareBars
            label="Roots"
            parts={roots.forms.map((part) => ({
              ...part,
              key: part.name,
              says: ROOT_WORDS[part.name],
              picture: <RootDrawing form={part.name} />,
            }))}
          />
          {roots.nodal && (
            <p className="small soft">
              Nodal roots at {roots.nodal.some} of {roots.nodal.of} plants looked at (
              {roots.nodalBy
                .map(({ stage, some, of }) => `${stageName(stage)}: ${some} of ${of}`)
                .join(', ')}
              ). Seed reserves carry corn to about V3; after that they must feed it.
            </p>
          )}
        </ResultSection>
      )}
      <SeasonProfile stand={stand} />
      {signs.length > 0 && <Signs signs={signs} />}
      <Where title="By row" name={(row: number) => String(row)} locals={reading.rows} />
      <Where title="By zone" name={(zone: string) => zoneName(zone)} locals={reading.zones} />
      <Pictures photos={photos} />
    </>
  );
}

function Signs({ signs }: Pick<PlantReading, 'signs'>) {
  return (
    <Section title="Pests, disease, damage">
      <div className="columns half">
        <ShareBars
          label="Plants that show a sign"
          parts={signs.map((sign) => ({
            ...sign,
            key: sign.name,
            says: SIGN_FACTS[sign.name].label,
          }))}
        />
        <div className="stack tight">
          {signs.map(({ name, nothing, stops }) => (
            <div key={name} className={`rule-left ${nothing ? 'leaf' : ''}`}>
              <p>
                <strong>
                  {SIGN_FACTS[name].label}: points to {SIGN_FACTS[name].pointsTo}
                </strong>
                , could be {SIGN_FACTS[name].couldBe}.
              </p>
              <p className="small soft">
                {SIGN_FACTS[name].settles}{' '}
                {stops.length > 1 &&
                  `By stop: ${stops.map(({ ordinal, share }) => `${ordinal}: ${Math.round(100 * share)} %`).join(', ')}.`}
              </p>
            </div>
          ))}
          <p className="small soft">
            Thresholds and products are local: ask the local advisory service and licensed practice.
            The label is the law.
          </p>
        </div>
      </div>
    </Section>
  );
}

function Where<At extends string | number>({
  title,
  name,
  locals,
}: {
  title: string;
  name(where: At): string;
  locals: readonly Local<At>[];
}) {
  if (locals.length === 0) return null;
  return (
    <Section title={title} label={`Digs, ${title.toLowerCase()}`}>
      <div
        className="scroll-x"
        tabIndex={0}
        role="region"
        aria-label={`Table of digs, ${title.toLowerCase()}`}
      >
        <table className="figures">
          <thead>
            <tr>
              <th scope="col">{title === 'By row' ? 'Row' : 'Zone'}</th>
              <th scope="col">Gaps dug</th>
              <th scope="col">Mostly</th>
              <th scope="col">Late dug</th>
              <th scope="col">Placed elsewhere</th>
              <th scope="col">Roots seen</th>
              <th scope="col">Not straight</th>
            </tr>
          </thead>
          <tbody>
            {locals.map((one) => (
              <tr key={one.where}>
                <td>{name(one.where)}</td>
                <td>{one.gaps || '–'}</td>
                <td>{one.mostly ? FIND_WORDS[one.mostly].key : '–'}</td>
                <td>{one.late || '–'}</td>
                <td>{one.late ? one.placed : '–'}</td>
                <td>{one.roots || '–'}</td>
                <td>{one.roots ? one.poorRoots : '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Section>
  );
}

/** Pictures of the walk; those of a pair stand side by side. */
function Pictures({ photos }: Pick<PlantReading, 'photos'>) {
  if (photos.length === 0) return null;
  const order = [...photos].sort(
    (a, b) =>
      (a.data.of ?? a.id).localeCompare(b.data.of ?? b.id) ||
      (a.data.side ?? '').localeCompare(b.data.side ?? ''),
  );
  return (
    <Section title="Pictures">
      <div className={styles.pictures}>
        {order.map(({ id, ordinal, data }) => (
          <PhotoPicture
            key={id}
            id={id}
            photoId={data.photoId}
            label={`Stop ${ordinal}${data.row ? `, row ${data.row}` : ''}${data.side ? `, ${data.side === 'late' ? 'late plant' : 'its neighbour'}` : ''}`}
          />
        ))}
      </div>
    </Section>
  );
}
