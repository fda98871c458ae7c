import { afterEach, describe, expect, it, vi } from 'vitest';
import { listenToPlanter, type LiveFigures } from './liveLog.ts';

const HEADER = 'time,row,dropped_population_per_ac,singulation_%';
const line = (second: number, row: number, population: number | string) =>
  `2027-05-27T08:${String(Math.floor(second / 60)).padStart(2, '0')}:${String(second % 60).padStart(2, '0')}Z,${row},${population},98`;

/** A planter that says these pieces, then ends or stays on the line. */
function planter(pieces: string[], { ends = true, status = 200 } = {}) {
  vi.stubGlobal('fetch', (_: string, { signal }: RequestInit) =>
    Promise.resolve(
      new Response(
        new ReadableStream({
          start(out) {
            for (const piece of pieces) out.enqueue(new TextEncoder().encode(piece));
            if (ends) out.close();
            else signal!.addEventListener('abort', () => out.error(new Error('aborted')));
          },
        }),
        { status },
      ),
    ),
  );
}
afterEach(() => vi.unstubAllGlobals());

async function listen(control = new AbortController()) {
  const seen: LiveFigures[] = [];
  const problem = await listenToPlanter(
    'http://cab/',
    (one) => seen.push(one),
    control.signal,
  ).then(
    () => null,
    (error: Error) => error.message,
  );
  return { last: seen.at(-1), problem };
}
const perAc = (perM2: number) => perM2 * 4046.8564224;

describe('listening to a planter', () => {
  it('keeps means by row, whatever the pieces the lines arrive in', async () => {
    const text = `${HEADER}\n${line(1, 1, 30000)}\n${line(1, 2, 31000)}\n${line(2, 1, 32000)}\n`;
    planter([text.slice(0, 20), text.slice(20, 95), text.slice(95)]);
    const { last, problem } = await listen();
    expect(problem).toMatch(/stream ended/);
    expect(last!.records).toBe(3);
    expect(last!.rows.map(({ row }) => row)).toEqual([1, 2]);
    expect(perAc(last!.rows[0]!.droppedPerM2)).toBeCloseTo(31000, 6);
    expect(last!.rows[0]!.singulation).toBeCloseTo(0.98, 9);
  });
  it('forgets what is older than a minute', async () => {
    planter([`${HEADER}\n${line(1, 1, 10000)}\n${line(2, 1, 10000)}\n`, `${line(90, 1, 30000)}\n`]);
    const { last } = await listen();
    expect(last!.records).toBe(3);
    expect(perAc(last!.rows[0]!.droppedPerM2)).toBeCloseTo(30000, 6);
  });
  it('counts lines it cannot read and goes on', async () => {
    planter([
      `${HEADER}\n${line(1, 1, 30000)}\n${line(2, 1, 'x')}\nrubbish\n${line(3, 1, 30000)}\n`,
    ]);
    expect((await listen()).last).toMatchObject({ records: 2, broken: 2 });
  });
  it('waits for the rest of a line before it reads it', async () => {
    const control = new AbortController();
    planter([`${HEADER}\n${line(1, 1, 30000)}\n${line(2, 1, 3200)}`], { ends: false });
    setTimeout(() => control.abort(), 50);
    const { last, problem } = await listen(control);
    expect(problem).toBeNull();
    expect(last!.records).toBe(1);
  });
  it('says what to do when nothing answers, another page answers, or it is no planter', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed')));
    expect((await listen()).problem).toMatch(/Nothing answers/);
    planter(['gone'], { status: 404 });
    expect((await listen()).problem).toMatch(/answered 404/);
    planter(['a,b\n1,2\n']);
    expect((await listen()).problem).toMatch(/no time, row and dropped population/);
  });
});
