import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, walkedField, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let stranger: TestPerson;
const id = randomUUID();
beforeAll(async () => {
  app = await startTestServer();
  ({ noor } = await app.workspace());
  ({ noor: stranger } = await app.workspace());
  const { planting } = await walkedField(noor);
  const column = (name: string, unit: string) => ({ column: name, unit });
  const mapping = {
    time: column('time', 'iso'),
    row: column('row', 'number'),
    droppedPerM2: column('pop', 'per m²'),
    latitude: column('lat', 'degrees'),
    longitude: column('lon', 'degrees'),
  };
  const query = new URLSearchParams({
    id,
    name: 'log.csv',
    format: 'csv',
    mapping: JSON.stringify(mapping),
  });
  // Two rows side by side, a hundred places north: one drops 8, the other 6.
  const lines = Array.from({ length: 100 }, (_, i) =>
    [1, 2]
      .map(
        (row) =>
          `2027-04-28T08:00:${String(i % 60).padStart(2, '0')}Z,${row},${row === 1 ? 8 : 6},${44.6 + i * 1e-4},${-138.6 + (row - 1) * 0.005}`,
      )
      .join('\n'),
  );
  const file = `time,row,pop,lat,lon\n${lines.join('\n')}\n`;
  await noor.send('POST', `/plantings/${planting}/planter-logs?${query}`, file);
});
afterAll(() => app.close());

interface Cells {
  box: number[] | null;
  columns: number;
  rows: number;
  cells: [number, number, number, number][];
}
const ask = (query: Record<string, string>, who = noor) =>
  who.send('GET', `/planter-logs/${id}/map?${new URLSearchParams(query)}`);
const cellsOf = async (query: Record<string, string>) =>
  (await (await ask({ figure: 'droppedPerM2', across: '20', ...query })).json()) as Cells;

describe('a planter log over its field', () => {
  it('is summed up in cells, every record in one of them', async () => {
    const { box, columns, rows, cells } = await cellsOf({});
    expect(cells.reduce((sum, [, , records]) => sum + records, 0)).toBe(200);
    expect(cells.every(([x, y]) => x >= 0 && x < columns && y >= 0 && y < rows)).toBe(true);
    expect(Math.max(columns, rows)).toBeLessThanOrEqual(21);
    expect(box![0]).toBeCloseTo(-138.6, 6);
    // The west column is row 1, the east one row 2.
    expect(new Set(cells.filter(([x]) => x === 0).map(([, , , mean]) => mean))).toEqual(
      new Set([8]),
    );
    expect(new Set(cells.filter(([x]) => x > 0).map(([, , , mean]) => mean))).toEqual(new Set([6]));
  });

  it('has its first picture ready once it is read, the same as one summed up anew', async () => {
    const [held] = await app.database.logs
      .query<{ overview: Cells }>('SELECT overview FROM planter_logs WHERE id = $1', [id])
      .then(({ rows }) => rows);
    const first = await cellsOf({ across: '160' });
    expect(first).toEqual(held!.overview);
    await app.database.logs.query('UPDATE planter_logs SET overview = NULL WHERE id = $1', [id]);
    const anew = await cellsOf({ across: '160' });
    const sorted = ({ cells }: Cells) => [...cells].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
    expect(sorted(anew)).toEqual(sorted(first));
  });

  it('shows one row, and one part', async () => {
    const { cells } = await cellsOf({ row: '2' });
    expect(cells.reduce((sum, [, , records]) => sum + records, 0)).toBe(100);
    const part = await cellsOf({
      west: '-138.601',
      east: '-138.599',
      south: '44.6',
      north: '44.60095',
    });
    expect(part.cells.reduce((sum, [, , records]) => sum + records, 0)).toBe(10);
  });

  it('is nothing where the log does not say it, and nobody else’s', async () => {
    expect((await cellsOf({ figure: 'moisture' })).cells).toEqual([]);
    expect((await ask({ figure: 'droppedPerM2', across: '20' }, stranger)).status).toBe(404);
    expect((await ask({ figure: 'colour', across: '20' })).status).toBe(400);
    const inside = { west: '2', east: '1', south: '0', north: '1' };
    expect((await ask({ figure: 'droppedPerM2', across: '20', ...inside })).status).toBe(400);
  });
});
