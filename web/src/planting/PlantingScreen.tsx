import {
  CROP_FACTS,
  cropTitle,
  expectedStand,
  nextOnTrail,
  targetSpacing,
  type Planting,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { longDate, shortDate } from '../app/dates.ts';
import { useDevice, useOne } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
import { PlantingForm } from '../fields/PlantingForm.tsx';
import { StandScale } from '../stand/StandScale.tsx';
import { draftNames } from '../fields/useDraft.ts';
import { useWalkStand } from '../stand/useWalkStand.ts';
import { WalkMenu } from '../stand/WalkMenu.tsx';
import { METHOD_WORDS } from '../stand/methodWords.tsx';
import HeatAndRain from '../weather/HeatAndRain.tsx';
import Notes from '../notes/Notes.tsx';
import { RecordMenu } from '../fields/RecordMenu.tsx';
import { BESIDE_WORDS, plantingTitle } from '../fields/plantingWords.ts';
import { NewestCheck } from './NewestCheck.tsx';
import { SeasonBefore } from './SeasonBefore.tsx';
import { WhatHappened } from './WhatHappened.tsx';
import { Trail } from '../trail/Trail.tsx';
import { usePins } from '../trail/usePins.ts';
import { useTrails } from '../trail/useTrails.ts';
import { useUnits } from '../units/useUnits.ts';

/** One planting: its trail, its newest result, its targets and walks. */
export default function PlantingScreen() {
  const { plantingId } = useParams();
  const one = useTrails().find(({ planting }) => planting.id === plantingId);
  const elsewhere = useOne('planting', plantingId);
  const planter = useOne('planter', one?.planting.data.planterId);
  const units = useUnits();
  const navigate = useNavigate();
  const [editing, setEditing] = useState(() => draftNames().includes(`planting ${plantingId}`));
  const finished = one?.walks.filter(({ data }) => data.finishedAt).sort(newestFirst) ?? [];
  const newest = useWalkStand(finished[0]?.id);
  const pins = usePins(plantingId, one?.marks ?? []);
  if (!one && elsewhere) return <OpenSeason season={elsewhere.data.season} />;
  if (!one) return <PlantingGone />;
  const {
    planting: { id, data },
    field,
    growerName,
    marks,
    walks,
    checks,
  } = one;
  const kind = units.standKind(CROP_FACTS[data.crop].denseStand);
  const next = nextOnTrail(marks);
  const walkMark = marks.find(({ mark }) => mark === 'standWalk')!;
  return (
    <Parts>
      <div className="row spread">
        <div>
          <div className="soft">{growerName}</div>
          <h1>{field.data.name}</h1>
          <div className="soft">
            {cropTitle(data)}, {besideWords(data)}planted {longDate(data.plantedOn)}
            {planter ? ` with ${planter.data.name}` : ''}
          </div>
        </div>
        <div className="row">
          {/* Another walk can always be made; what is due comes first. */}
          {next?.mark !== walkMark.mark && (
            <Button component={Link} to={walkMark.link!} variant="default" h={52}>
              {walkMark.action}
            </Button>
          )}
          {next && (
            <Button component={Link} to={next.link!} size="md" h={52}>
              {next.action}
            </Button>
          )}
          <RecordMenu
            record={one.planting}
            name={plantingTitle(data)}
            nameOf={(other) => plantingTitle(other.data)}
            onEdit={() => setEditing(true)}
            onDeleted={() => void navigate('/fields')}
          />
        </div>
      </div>
      <Trail marks={marks} pins={pins} />
      <div className="columns two">
        <section className="sheet stack tight">
          <h2>Newest result</h2>
          {newest?.summary ? (
            <>
              <div className="row spread" style={{ alignItems: 'end' }}>
                <div className="figure">
                  {units.number(newest.summary.meanPerM2, kind)}
                  <span className="unit">{units.symbol(kind)}</span>
                </div>
                <div className="small soft">
                  {newest.summary.intervalPerM2
                    ? `95 %: ${units.interval(newest.summary.intervalPerM2, kind)}`
                    : 'one stop: no interval'}
                </div>
              </div>
              <StandScale
                stops={newest.summary.stops.map(({ id: stopId, perM2 }, i) => ({
                  id: stopId,
                  perM2,
                  label: String(i + 1),
                }))}
                meanPerM2={newest.summary.meanPerM2}
                intervalPerM2={newest.summary.intervalPerM2}
                targetPerM2={newest.targetPerM2}
                expectedPerM2={newest.expectedPerM2}
                denseStand={newest.denseStand}
              />
              <Link className="alone" to={`/walks/${newest.walk.id}/result`}>
                What it means, row by row
              </Link>
            </>
          ) : (
            <div className="stack tight" hidden={newest === undefined}>
              <div>
                <div className="figure">
                  {units.number(expectedStand(data), kind)}
                  <span className="unit">{units.symbol(kind)}</span>
                </div>
                to expect alive of {units.show(data.seedsPerM2, kind)} seeds, at{' '}
                {units.show(data.germination, 'share')} germination and{' '}
                {units.show(data.fieldLoss, 'share')} field loss.
              </div>
              <p>No finished walk yet. {walkMark.reason}</p>
            </div>
          )}
        </section>
        <section className="sheet stack tight">
          <div className="row spread">
            <h2>Targets</h2>
            <Button variant="subtle" h={44} onClick={() => setEditing(!editing)}>
              {editing ? 'Close' : 'Edit'}
            </Button>
          </div>
          <dl className="facts">
            <dt>Rate</dt>
            <dd>{units.show(data.seedsPerM2, kind)} seeds</dd>
            <dt>Row width</dt>
            <dd>{units.show(data.rowWidthM, 'rowWidth')}</dd>
            <dt>Target spacing</dt>
            <dd>
              {units.show(
                targetSpacing({ rowWidthM: data.rowWidthM, populationPerM2: data.seedsPerM2 }),
                'targetSpacing',
              )}
            </dd>
            <dt>Depth</dt>
            <dd>
              {units.show(data.depthTargetM, 'seedDepth')}{' '}
              <Link to={`/depth?planting=${id}`} className="small">
                How deep?
              </Link>
            </dd>
            <dt>Germination</dt>
            <dd>{units.show(data.germination, 'share')}</dd>
            <dt>Expected field loss</dt>
            <dd>
              {units.show(data.fieldLoss, 'share')}{' '}
              {data.fieldLoss === 0.05 && <span className="default-mark">default</span>}
            </dd>
          </dl>
        </section>
      </div>
      {editing && (
        <PlantingForm fieldId={field.id} planting={one.planting} onDone={() => setEditing(false)} />
      )}
      <section className="sheet stack tight">
        <h2>Heat and rain since planting</h2>
        <HeatAndRain
          planting={one.planting}
          marks={marks.flatMap(({ state, to, label, mark }) =>
            // What somebody went out for: nobody goes anywhere to read.
            state === 'done' && !['result', 'targets', 'planterCard'].includes(mark)
              ? { on: to, label }
              : [],
          )}
        />
      </section>
      <div className="columns half">
        <div className="stack">
          <NewestCheck checkId={checks.at(-1)?.id} />
          <SeasonBefore planting={one.planting} />
        </div>
        <div className="stack">
          <section className="stack tight" id="what-happened">
            <h2>What happened</h2>
            <WhatHappened plantingId={id} />
            <Notes place={{ plantingId: id, walkId: null, stop: null, row: null }} />
          </section>
          <section className="stack tight">
            <h2>Walks</h2>
            {walks.length + checks.length === 0 && <p className="soft">None yet.</p>}
            <ul className="list-plain sheet" hidden={walks.length + checks.length === 0}>
              {[...checks].reverse().map(({ id: checkId, data: trench }) => (
                <li key={checkId} className="task">
                  <div>
                    <strong>{shortDate(trench.startedOn)}</strong>, {trench.walkedBy}
                    <div className="small soft">
                      Trench check{trench.finishedAt ? '' : ', under way'}
                    </div>
                  </div>
                  <span className="row">
                    <Link className="alone" to={`/trench/${checkId}`}>
                      Rows
                    </Link>
                    <Link className="alone" to={`/trench/${checkId}/result`}>
                      Result
                    </Link>
                    <MenuOfWalk id={checkId} />
                  </span>
                </li>
              ))}
              {[...walks].sort(newestFirst).map(({ id: walkId, data: walk }) => (
                <li key={walkId} className="task">
                  <div>
                    <strong>{shortDate(walk.startedOn)}</strong>, {walk.walkedBy}
                    <div className="small soft">
                      {METHOD_WORDS[walk.method].label}
                      {walk.finishedAt ? '' : ', under way'}
                    </div>
                  </div>
                  <span className="row">
                    <Link className="alone" to={`/walks/${walkId}`}>
                      Counts
                    </Link>
                    <Link className="alone" to={`/walks/${walkId}/result`}>
                      Result
                    </Link>
                    <MenuOfWalk id={walkId} />
                  </span>
                </li>
              ))}
            </ul>
          </section>
        </div>
      </div>
    </Parts>
  );
}

function MenuOfWalk({ id }: { id: string }) {
  const walk = useOne('walk', id);
  return walk ? <WalkMenu walk={walk} /> : null;
}

const besideWords = ({ beside }: Planting) => (beside ? `${BESIDE_WORDS[beside].short}, ` : '');

/** A planting of another season than the one on the screen: that season is opened. */
function OpenSeason({ season }: { season: number }) {
  const device = useDevice();
  useEffect(() => void device.openSeason(season), [device, season]);
  return <p>Opening season {season} …</p>;
}
