import {
  trenchVerdict,
  isOff,
  type TrenchCheck,
  type TrenchFinding,
  rowsText,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { longDate } from '../app/dates.ts';
import { lazyExtra } from '../app/lazyExtra.ts';
import { useUnits, type Units } from '../units/useUnits.ts';
import { Adjustments } from './Adjustments.tsx';
import { BeforeAfter } from './BeforeAfter.tsx';
import { CorrectDialog } from './CorrectDialog.tsx';
import { DroppedAgainstMonitor } from '../planter/DroppedAgainstMonitor.tsx';
import { PhotoPicture } from '../photos/PhotoPicture.tsx';
import { CheckProfile } from './CheckProfile.tsx';
import { SoilProfileKey } from './SoilProfile.tsx';
import { TooShallow } from './TooShallow.tsx';
import { trenchFindingWords } from './trenchFindingWords.ts';
import { depthChange, FEEL_WORDS } from './trenchWords.ts';
import { useTrenchCheck } from './useTrenchCheck.ts';

const OfferWork = lazyExtra(() => import('../planter/OfferWork.tsx'));
const DepthMapView = lazyExtra(() => import('./DepthMapView.tsx'));

/** What a trench check means: which rows to correct, by how much, and whether it worked. */
export default function TrenchResultScreen() {
  const { walkId } = useParams();
  const check = useTrenchCheck(walkId);
  const navigate = useNavigate();
  const units = useUnits();
  const [correcting, setCorrecting] = useState(false);
  if (check === undefined) return null;
  if (!check)
    return (
      <p>
        This check is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const { walk, planting, field, planter, depths, findings, changes } = check;
  const { targetM, toleranceM } = walk.data;
  const off = check.depths?.rows.filter(({ verdict }) => isOff(verdict)) ?? [];
  const shallow = off.filter(({ verdict }) => verdict === 'shallow').map(({ row }) => row);
  const again = check.adjusted.filter((row) => !check.now.has(row));
  const photos = check.stops.flatMap((stop) => stop.photos);
  const correct = () => setCorrecting(true);
  return (
    <Parts>
      <div className="row spread">
        <div>
          <Link to={`/plantings/${planting.id}`}>{field.name}</Link>
          <h1>Trench check{planter ? ` behind ${planter.name}` : ''}</h1>
          <div className="soft">
            {longDate(walk.data.startedOn)}, {walk.data.walkedBy}; target{' '}
            {units.show(targetM, 'seedDepth')} ± {units.show(toleranceM, 'seedDepth')}
            {walk.data.readTo === 'top' ? '; read to the top of the seed, shown to its bottom' : ''}
          </div>
        </div>
        {again.length > 0 ? (
          <Button component={Link} to={`/trench/${walk.id}`} size="md" h={52}>
            Dig {rowsText(again).toLowerCase()} again
          </Button>
        ) : off.length > 0 ? (
          <Button size="md" h={52} onClick={correct}>
            Correct {rowsText(off.map(({ row }) => row)).toLowerCase()}
          </Button>
        ) : (
          <Button component={Link} to={`/trench/${walk.id}`} size="md" h={52} variant="default">
            Dig more
          </Button>
        )}
      </div>
      <section className="sheet stack tight">
        <h2 data-testid="trench-verdict">{trenchVerdict(check)}</h2>
        <CheckProfile
          check={check}
          below={(row) =>
            below(
              depths?.rows.find((one) => one.row === row),
              units,
            )
          }
          height={300}
        />
        <SoilProfileKey
          crown={planting.data.crop !== 'soybean'}
          moisture={check.dryLayerM !== null}
        />
      </section>
      {changes.length > 0 && (
        <section className="sheet stack tight">
          <h2>Corrected rows, before and after</h2>
          <BeforeAfter changes={changes} targetM={targetM} toleranceM={toleranceM} />
          <Adjustments check={check} />
        </section>
      )}
      <div className="columns two">
        <section className="stack tight">
          <h2>What it means</h2>
          {findings.map((finding, i) => (
            <Finding key={i} finding={finding} units={units} />
          ))}
          {check.byGauge > 0 && walk.data.gauge && (
            <p className="small soft">
              {check.byGauge === 1 ? '1 depth was' : `${check.byGauge} depths were`} read with a
              body gauge: each is off by up to ± {units.show(walk.data.gauge.errorM, 'depthSpread')}{' '}
              (95 %).
            </p>
          )}
        </section>
        <section className="stack">
          <Figures check={check} />
          <DroppedAgainstMonitor check={check} />
        </section>
      </div>
      {planting.data.planterId && off.length > 0 && (
        <Suspense fallback={null}>
          <OfferWork planterId={planting.data.planterId} />
        </Suspense>
      )}
      <Suspense>
        <DepthMapView check={check} />
      </Suspense>
      {photos.length > 0 && (
        <section className="stack tight">
          <h2>Photos</h2>
          <div className="chips">
            {photos.map(({ id, data }) => (
              <PhotoPicture
                key={id}
                id={id}
                photoId={data.photoId}
                label={data.row === null ? 'Photo' : `Row ${data.row}`}
              />
            ))}
          </div>
        </section>
      )}
      <RowTable check={check} />
      {shallow.length > 0 && <TooShallow plantingId={planting.id} rows={shallow} />}
      <div className="row">
        {off.length === 0 && (
          <button className="tool" onClick={correct}>
            Something was adjusted
          </button>
        )}
        <Link className="tool" to={`/trench/${walk.id}`}>
          Back to the rows
        </Link>
      </div>
      {correcting && (
        <CorrectDialog
          check={check}
          onClose={() => setCorrecting(false)}
          onDone={(ordinal) => void navigate(`/trench/${walk.id}?stop=${ordinal}`)}
        />
      )}
    </Parts>
  );
}

type Depth = NonNullable<TrenchCheck['depths']>['rows'][number];

function below(depth: Depth | undefined, units: Units): string {
  if (!depth) return '–';
  if (depth.verdict === 'on target') return '✓';
  if (depth.verdict === 'undecided') return '?';
  const sign = depth.correctionM === 0 ? '!' : depth.correctionM > 0 ? '↓' : '↑';
  return depth.correctionM === 0
    ? sign
    : `${sign}${units.number(Math.abs(depth.correctionM), 'seedDepth')}`;
}

function Finding({ finding, units }: { finding: TrenchFinding; units: Units }) {
  const { tone, says, next } = trenchFindingWords(finding, units);
  return (
    <div className={`rule-left ${tone === 'act' ? 'signal' : tone === 'good' ? 'leaf' : ''}`}>
      <p>
        <strong>{says}</strong>
      </p>
      <p className="small">{next}</p>
    </div>
  );
}

function Figures({ check }: { check: TrenchCheck }) {
  const units = useUnits();
  const { depths, moisture } = check;
  if (!depths) return null;
  const ground = check.stops.findLast(({ ground: one }) => one)?.ground?.data;
  return (
    <dl className="facts sheet">
      <dt>Mean over rows</dt>
      <dd>{units.show(depths.meanM, 'seedDepth')}</dd>
      <dt>SD between rows</dt>
      <dd>
        {depths.betweenRowSdM === null ? '–' : units.show(depths.betweenRowSdM, 'depthSpread')}
        {depths.rowsDiffer && (
          <span className="small soft">
            {' '}
            rows {depths.rowsDiffer.p <= 0.05 ? 'differ' : 'show no difference'} (p{' '}
            {units.chance(depths.rowsDiffer.p)})
          </span>
        )}
      </dd>
      <dt>SD inside a row</dt>
      <dd>{depths.withinRowSdM === null ? '–' : units.show(depths.withinRowSdM, 'depthSpread')}</dd>
      {ground && (ground.dryLayerM !== null || ground.feel) && (
        <>
          <dt>Dry layer</dt>
          <dd>
            {ground.dryLayerM === null ? 'not measured' : units.show(ground.dryLayerM, 'seedDepth')}
            {ground.feel ? `, feels ${FEEL_WORDS[ground.feel]}` : ''}
            {ground.sensor !== null && ground.sensorAdequate !== null
              ? `, sensor ${ground.sensor} (adequate from ${ground.sensorAdequate})`
              : ''}
          </dd>
        </>
      )}
      <dt>In moisture</dt>
      <dd>
        {moisture.judged === 0
          ? 'not measured: enter the dry layer'
          : `${Math.round((100 * moisture.moist) / moisture.judged)} % of ${moisture.judged} seeds`}
      </dd>
    </dl>
  );
}

function RowTable({ check }: { check: TrenchCheck }) {
  const units = useUnits();
  if (!check.depths) return null;
  return (
    <details className="sheet">
      <summary>Row by row in figures</summary>
      <div className="scroll-x" tabIndex={0} role="region" aria-label="Figures by row">
        <table className="figures">
          <thead>
            <tr>
              <th>Row</th>
              <th>Seeds</th>
              <th>Mean, {units.symbol('seedDepth')}</th>
              <th>95 %</th>
              <th>SD, {units.symbol('depthSpread')}</th>
              <th>Seeds inside</th>
              <th>Outside tolerance</th>
              <th>Not on target, p</th>
              <th>Verdict</th>
              <th>Set</th>
              <th>More digs</th>
            </tr>
          </thead>
          <tbody>
            {check.depths.rows.map((row) => (
              <tr key={row.row}>
                <td>{row.row}</td>
                <td>{row.n}</td>
                <td>{units.number(row.meanM, 'seedDepth')}</td>
                <td>
                  {row.intervalM
                    ? `${units.number(Math.max(0, row.intervalM[0]), 'seedDepth')} – ${units.number(row.intervalM[1], 'seedDepth')}`
                    : '–'}
                </td>
                <td>{row.sdM === null ? '–' : units.number(row.sdM, 'depthSpread')}</td>
                <td>
                  {Math.round(100 * row.inside.share)} % ({Math.round(100 * row.inside.lower)}–
                  {Math.round(100 * row.inside.upper)})
                </td>
                <td>{Math.round(100 * Math.max(row.outside.shallow, row.outside.deep))} %</td>
                <td>{units.chance(row.pHolm)}</td>
                <td>{row.verdict}</td>
                <td>{row.correctionM === 0 ? '–' : depthChange(row.correctionM, units)}</td>
                <td>
                  {row.moreDigs === null
                    ? 'at the edge'
                    : row.moreDigs === 0
                      ? '–'
                      : row.moreDigs.join('–')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
