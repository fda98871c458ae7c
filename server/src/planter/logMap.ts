import type { Database } from '../database/openDatabase.ts';
import { ProblemError } from '../api/problems.ts';

/** What of a log is looked at over the field, and its column. */
export const MAP_FIGURES = {
  droppedPerM2: 'dropped_per_m2',
  wheelLoadN: 'wheel_load_n',
  downforceN: 'downforce_n',
  speedMPerS: 'speed_m_per_s',
  singulation: 'singulation',
  moisture: 'moisture',
} as const;
export type MapFigure = keyof typeof MAP_FIGURES;

/** Cells beside each other at most: more than a screen shows. */
export const MOST_ACROSS = 400;
/** No cell is smaller, degrees: about a metre. */
const SMALLEST = 1e-5;

/** West, south, east and north of a log's records; for a query with the workspace and the log as its first parameters. */
const BOX_OF_RECORDS = `SELECT ARRAY[min(longitude), min(latitude), max(longitude), max(latitude)]
  FROM planter_log_records WHERE workspace_id = $1 AND log_id = $2`;

/** A log over the field, summed up in cells. */
export interface LogCells {
  /** West, south, east, north, degrees; null where no record has a place. */
  box: [number, number, number, number] | null;
  columns: number;
  rows: number;
  /** Column from the west, row from the south, records, and their mean. */
  cells: [x: number, y: number, records: number, mean: number][];
}

/** What is asked of a log. */
export interface LogMapAsked {
  figure: MapFigure;
  row: number | null;
  /** To look at; null: wherever its records lie. */
  box: LogCells['box'];
  /** Cells beside each other. */
  across: number;
}

/** The mean of a figure in each cell of a part of a log. */
export async function logCells(
  database: Database,
  workspaceId: string,
  id: string,
  asked: LogMapAsked,
): Promise<LogCells> {
  const { rows: held } = await database.logs.query<{
    box: LogCells['box'];
    overview: LogCells | null;
  }>(
    // One of before its box was kept is looked through.
    `SELECT coalesce(box, (${BOX_OF_RECORDS})) AS box, overview FROM planter_logs WHERE workspace_id = $1 AND id = $2`,
    [workspaceId, id],
  );
  if (!held[0]) throw new ProblemError(404, 'No such log', 'It was deleted: choose another.');
  if (isOverview(asked)) {
    const overview = held[0].overview ?? (await beingMade.get(id));
    if (overview) return overview;
  }
  return sumUp(database, workspaceId, id, asked, asked.box ?? held[0].box);
}

/** What a log is first looked at with: the web app asks for the same. */
const OVERVIEW: LogMapAsked = { figure: 'droppedPerM2', row: null, box: null, across: 160 };
const isOverview = ({ figure, row, box, across }: LogMapAsked) =>
  figure === OVERVIEW.figure && row === null && box === null && across === OVERVIEW.across;

/** Overviews that are being made, by their log: who asks for one meanwhile waits for it. */
const beingMade = new Map<string, Promise<LogCells | null>>();

/** Makes the first picture of a log that has just been read, so that it is there when somebody looks. Nobody waits for it: without it, it is made when it is asked for. */
export function prepareOverview(database: Database, workspaceId: string, id: string): void {
  const made = makeOverview(database, workspaceId, id)
    .catch((error: unknown) => {
      console.error(error);
      return null;
    })
    .finally(() => beingMade.delete(id));
  beingMade.set(id, made);
}

async function makeOverview(
  database: Database,
  workspaceId: string,
  id: string,
): Promise<LogCells | null> {
  const { rows: held } = await database.logs.query<{ box: LogCells['box'] }>(
    `SELECT box FROM planter_logs WHERE workspace_id = $1 AND id = $2 AND status = 'done' AND overview IS NULL`,
    [workspaceId, id],
  );
  if (!held[0]) return null;
  const overview = await sumUp(database, workspaceId, id, OVERVIEW, held[0].box);
  await database.logs.query(
    'UPDATE planter_logs SET overview = $3 WHERE workspace_id = $1 AND id = $2',
    [workspaceId, id, JSON.stringify(overview)],
  );
  return overview;
}

async function sumUp(
  database: Database,
  workspaceId: string,
  id: string,
  { figure, row, across }: LogMapAsked,
  extent: LogCells['box'],
): Promise<LogCells> {
  if (!extent) return { box: null, columns: 0, rows: 0, cells: [] };
  const [west, south, east, north] = extent;
  // Records without a place.
  if ((west as number | null) === null) return { box: null, columns: 0, rows: 0, cells: [] };
  // Cells are square on the ground.
  const narrow = Math.cos((((south + north) / 2) * Math.PI) / 180);
  const size = Math.max(SMALLEST, Math.max(east - west, (north - south) / narrow) / across);
  const [wide, high] = [size, size * narrow];
  const columns = Math.min(MOST_ACROSS, Math.floor((east - west) / wide) + 1);
  const rows = Math.min(MOST_ACROSS, Math.floor((north - south) / high) + 1);
  const column = MAP_FIGURES[figure];
  const { rows: cells } = await database.logs.query<{
    x: number;
    y: number;
    records: number;
    mean: number;
  }>(
    `SELECT floor((longitude - $3) / $5)::int AS x, floor((latitude - $4) / $6)::int AS y,
            count(*)::int AS records, avg(${column}) AS mean
       FROM planter_log_records
      WHERE workspace_id = $1 AND log_id = $2 AND ${column} IS NOT NULL
        AND longitude >= $3 AND longitude < $3::float8 + $5::float8 * $7::int
        AND latitude >= $4 AND latitude < $4::float8 + $6::float8 * $8::int
        AND ($9::int IS NULL OR "row" = $9::int)
      GROUP BY 1, 2`,
    [workspaceId, id, west, south, wide, high, columns, rows, row],
  );
  return {
    box: [west, south, west + wide * columns, south + high * rows],
    columns,
    rows,
    cells: cells.map(({ x, y, records, mean }) => [x, y, records, mean]),
  };
}
