import { describe, expect, it } from 'vitest';
import { judgeStand, standByRow, summariseStand } from './index.ts';

const EXPECTED = 7.2;
/** Stops of 10 m² with the given plants. */
const stand = (...plants: number[]) =>
  summariseStand(
    plants.map((inStep, i) => ({ id: `${i}`, counts: [{ lengthM: 10, rowWidthM: 1, inStep }] })),
  );
const names = (...args: Parameters<typeof judgeStand>) =>
  judgeStand(...args).map(({ finding }) => finding);

describe('judgeStand', () => {
  it('calls a stand full only when the whole interval says so', () => {
    expect(names(stand(72, 73, 71, 72, 72, 73), [], EXPECTED)).toEqual(['full', 'notRuledOut']);
  });
  it('calls a stand thin only when no part of the interval reaches 95 % of the expected', () => {
    expect(judgeStand(stand(50, 52, 51, 49, 50), [], EXPECTED)[0]).toMatchObject({
      finding: 'thin',
      missingShare: 1 - 5.04 / EXPECTED,
    });
  });
  it('says that it cannot tell, and how many stops would', () => {
    const found = judgeStand(stand(60, 80, 66), [], EXPECTED);
    expect(found[0]).toMatchObject({ finding: 'undecided', precise: false });
    expect(found[1]).toMatchObject({ finding: 'moreStops', relativeHalfWidth: 0.05 });
    const [low, high] = stand(60, 80, 66).stopsRange(0.05)!;
    expect(found[1]).toMatchObject({ more: [low - 3, high - 3] });
    const needed = stand(60, 80, 66).stopsNeeded(0.05);
    expect(low).toBeLessThanOrEqual(needed);
    expect(high).toBeGreaterThan(needed);
  });
  it('no walk is enough before six stops, however well they agree: so few can all miss a thin part', () => {
    const four = judgeStand(stand(76, 76, 77, 76), [], EXPECTED);
    expect(four.find(({ finding }) => finding === 'moreStops')).toMatchObject({ agree: true });
    expect(names(stand(76, 77, 76, 77, 76), [], EXPECTED)).toContain('moreStops');
    expect(names(stand(76, 77, 76, 77, 76, 76), [], EXPECTED)).not.toContain('moreStops');
  });
  it('says what part of a field that looks full may still be thin', () => {
    const found = judgeStand(stand(76, 77, 76, 77, 76, 76), [], EXPECTED);
    expect(found.find(({ finding }) => finding === 'notRuledOut')).toEqual({
      finding: 'notRuledOut',
      stops: 6,
      upToShare: expect.closeTo(0.393, 3),
    });
    // Where a stop was thin that is another finding.
    expect(names(stand(76, 74, 77, 30, 75, 76), [], EXPECTED)).not.toContain('notRuledOut');
  });
  it('a mean that hides two fields is no verdict', () => {
    const found = judgeStand(stand(76, 74, 77, 30, 75, 76), [], EXPECTED);
    expect(found.map(({ finding }) => finding)).toEqual(['twoFields']);
    expect(found[0]).toMatchObject({ thin: 1, of: 6 });
  });
  it('refuses a verdict from one stop', () =>
    expect(names(stand(40), [], EXPECTED)).toEqual(['oneStop']));

  it('names the row whose plants are late, not its neighbours', () => {
    const counts = [1, 2, 3, 4, 5, 6].map((row) => ({
      row,
      lengthM: 60,
      rowWidthM: 0.76,
      inStep: row === 2 ? 180 : 330,
      oneBehind: row === 2 ? 160 : 10,
    }));
    const summary = summariseStand([
      { id: 'a', counts },
      { id: 'b', counts },
    ]);
    const late = judgeStand(summary, standByRow([counts, counts]), EXPECTED).find(
      ({ finding }) => finding === 'lateRows',
    );
    expect(late?.finding === 'lateRows' && late.rows).toEqual([{ row: 2, share: 320 / 680 }]);
    expect(names(summary, standByRow([counts, counts]), EXPECTED)).toContain('unevenStages');
  });

  it('a few late plants scattered over a sound walk make no row late', () => {
    const stops = Array.from({ length: 6 }, (_, stop) =>
      Array.from({ length: 12 }, (_, i) => {
        const row = i + 1;
        const late = row === 5 ? [0, 2, 3, 5].includes(stop) : stop === 1 && row === 9;
        const oneBehind = Number(late);
        return { row, lengthM: 5.31, rowWidthM: 0.762, inStep: 29 - oneBehind, oneBehind };
      }),
    );
    const summary = summariseStand(stops.map((counts, i) => ({ id: `${i}`, counts })));
    // 4 of 174 plants in row 5, 2 of 2,088 in all.
    expect(names(summary, standByRow(stops), EXPECTED)).not.toContain('lateRows');
  });

  it('an expectation of nothing is refused', () =>
    expect(() => judgeStand(stand(1), [], 0)).toThrow(/expectedPerM2/));
});
