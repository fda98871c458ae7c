import { LOG_UNITS, rowsAsSeen, type QuantityKind, type Position } from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { Choice } from '../app/Choice.tsx';
import { useChildren, useOne } from '../data/hooks.ts';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { fieldFeatures } from '../map/fieldFeatures.ts';
import { MapCanvas, type GroundPicture } from '../map/MapCanvas.tsx';
import { Ramp } from '../map/Ramp.tsx';
import { useUnits, type Units } from '../units/useUnits.ts';
import { cellPicture, rangeOf } from './cellPicture.ts';
import {
  useLogCellsQuery,
  useLogsOfQuery,
  type LogCells,
  type LogMapFigure,
} from './planterLogsApi.ts';

/** Cells beside each other on the screen. */
const ACROSS = 160;
/** Wide and high about the view, as much again, so that a little panning asks nothing. */
const ABOUT = 0.35;

const FIGURES: { value: LogMapFigure; says: string; show(value: number, units: Units): string }[] =
  [
    { value: 'droppedPerM2', says: 'Population', show: quantity('population') },
    { value: 'wheelLoadN', says: 'Gauge-wheel load', show: force },
    { value: 'downforceN', says: 'Downforce', show: force },
    { value: 'speedMPerS', says: 'Speed', show: quantity('speed') },
    { value: 'singulation', says: 'Singulation', show: quantity('share') },
    { value: 'moisture', says: 'Furrow moisture', show: quantity('share') },
  ];
function quantity(kind: QuantityKind) {
  return (value: number, units: Units) => units.show(value, kind);
}
function force(value: number, { system }: Units) {
  const unit = system === 'us' ? 'lb' : 'N';
  return `${Math.round(value / LOG_UNITS.force[unit])} ${unit}`;
}
/** A planter log over its field, as the server sums it up for what is in sight. */
export default function LogMapScreen() {
  const { plantingId, logId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const planter = useOne('planter', planting?.data.planterId);
  const parts = useChildren('fieldPart', 'fieldId', field?.id);
  const units = useUnits();
  const { data: logs } = useLogsOfQuery(plantingId ?? '');
  const log = logs?.find(({ id }) => id === logId);
  const [figure, setFigure] = useState<LogMapFigure>('droppedPerM2');
  const [row, setRow] = useState<number | null>(null);
  const [view, setView] = useState<LogCells['box']>(null);
  const [touched, setTouched] = useState<Position | null>(null);
  // The first look is at all of it; what is in sight follows once somebody moved the map.
  const { data: all, isError: nothing } = useLogCellsQuery({
    id: logId ?? '',
    figure,
    row,
    box: null,
    across: ACROSS,
  });
  const closer = view && all?.box && smaller(view, all.box) ? view : null;
  const {
    currentData: near,
    isFetching,
    isError,
  } = useLogCellsQuery(
    { id: logId ?? '', figure, row, box: closer, across: ACROSS },
    { skip: closer === null },
  );
  const cells = near ?? all ?? null;
  const range = useMemo(() => all && rangeOf(all), [all]);
  const picture = useMemo((): GroundPicture | null => {
    if (!cells?.box || !range) return null;
    const url = cellPicture(cells, range);
    return url ? { url, projection: 'EPSG:4326', box: cells.box, cells: true } : null;
  }, [cells, range]);
  const features = useMemo(
    () =>
      field ? fieldFeatures(field, parts, { label: false, passes: false, filled: false }) : [],
    [field, parts],
  );
  const place = all?.box;
  const focus = useMemo(
    () => ({ key: `${field?.id} ${place?.join(' ')}`, box: place ?? undefined }),
    [field?.id, place],
  );
  if (!planting || !field) return <PlantingGone />;
  const shown = FIGURES.find(({ value }) => value === figure)!;
  const under = cells && touched && cellAt(cells, touched);
  return (
    <Parts>
      <div>
        <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
        <h1>Planter log over the field</h1>
        <p className="soft">
          {log
            ? `${log.name}, ${log.records.toLocaleString('en')} records`
            : 'Logs are on the server.'}
        </p>
      </div>
      <div className="row" style={{ alignItems: 'end' }}>
        <Choice
          label="Shown"
          labelled={false}
          options={FIGURES.map(({ value, says }) => ({ value, says }))}
          value={figure}
          onChange={(value) => setFigure(value!)}
        />
        <NativeSelect
          aria-label="Rows"
          value={row ?? ''}
          data={[
            { value: '', label: 'All rows' },
            ...rowsAsSeen(planter?.data.rows ?? 1, 'away').map((one) => ({
              value: String(one),
              label: `Row ${one}`,
            })),
          ]}
          onChange={(event) => setRow(Number(event.currentTarget.value) || null)}
        />
      </div>
      <MapCanvas
        features={features}
        focus={focus}
        picture={picture}
        system={units.system}
        label="Map of the planter log"
        onView={(box) => setView(wider(box))}
        onTouch={setTouched}
      />
      {nothing || isError ? (
        <p className="small soft">
          The map of a log comes from the server: it shows with a connection.
        </p>
      ) : all && !range ? (
        <p>This log says nothing of {shown.says.toLowerCase()} with a place.</p>
      ) : (
        range && (
          <div className="row">
            <Ramp low={shown.show(range[0], units)} high={shown.show(range[1], units)} />
            <span className="small soft" role="status">
              {under
                ? `Here: ${shown.show(under[3], units)}, the mean of ${under[2]} ${under[2] === 1 ? 'record' : 'records'}.`
                : isFetching
                  ? 'Looking closer …'
                  : 'Each cell is the mean of its records; touch one for its figure.'}
            </span>
          </div>
        )
      )}
    </Parts>
  );
}

type Box = NonNullable<LogCells['box']>;
const wider = ([west, south, east, north]: Box): Box => {
  const [x, y] = [ABOUT * (east - west), ABOUT * (north - south)];
  return [west - x, south - y, east + x, north + y];
};
/** Whether a view shows so little of it that a closer look is worth asking for. */
const smaller = ([west, , east]: Box, [allWest, , allEast]: Box) =>
  east - west < 0.8 * (allEast - allWest);

function cellAt({ box, columns, rows, cells }: LogCells, [longitude, latitude]: Position) {
  if (!box) return null;
  const x = Math.floor(((longitude - box[0]) / (box[2] - box[0])) * columns);
  const y = Math.floor(((latitude - box[1]) / (box[3] - box[1])) * rows);
  return cells.find((cell) => cell[0] === x && cell[1] === y) ?? null;
}
