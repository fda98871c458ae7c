import { describe, expect, it } from 'vitest';
import { DIAGNOSES, weighCauses, type Diagnosis } from '../diagnosis/index.ts';
import {
  cardCells,
  caseSigns,
  diagnoseCard,
  LIKELY,
  judgeCard,
  machineText,
  patternText,
  rowOverYears,
  rowSentence,
  rowYear,
} from './index.ts';
import { of, plain, records, us } from './demoCard.testing.ts';

const cardOf = (name: string) => {
  const all = records(name);
  const cells = cardCells(all);
  return { ...all, cells, card: judgeCard(all.planter.data, cells) };
};
const goose = cardOf('Goose');

describe('the planter card of the demo finds what was put in, and accuses nothing else', () => {
  it('Goose: row 4 shallow, thin and late; row 9 with a dead cell; rows 6 and 7 behind the tyres', () => {
    const { card } = goose;
    expect(card.worst).toEqual([4, 9]);
    const measures = card.rows[3]!.findings.map(({ measure, side }) => `${measure} ${side}`);
    // How thin it stands differs from field to field with the moisture: that is no measure of the row unit.
    expect(measures).toEqual(expect.arrayContaining(['depth below', 'late above']));
    expect(card.rows[5]!.findings).toEqual([]);
    expect(card.rows[8]!.gaps?.repeating).toMatchObject({ cells: 24 });
    expect(card.rows[9]!.gaps?.repeating).toBeNull();
    expect(card.patterns.map(({ pattern, rows }) => [pattern, rows])).toEqual([['tracks', [6, 7]]]);
    expect(card.machine).toEqual([]);
  });

  it('says it in sentences a grower reads', () => {
    const { card } = goose;
    expect(plain(rowSentence(card.rows[3]!, us))).toMatch(
      /^Row 4: ¾ in too shallow \(95 %: ⅝ to ⅞ in\) and 3\d points more late plants/,
    );
    expect(plain(rowSentence(card.rows[8]!, us))).toMatch(
      /^Row 9: a gap at every 24th seed .*: a dead or damaged cell\.$/,
    );
    expect(rowSentence(card.rows[0]!, us)).toBeNull();
    expect(plain(patternText(card.patterns[0]!, us))).toMatch(
      /^Rows 6 and 7, behind the tyres, show \d+ points more late plants than the others/,
    );
  });

  it('Marigold: new row cleaners trench, so the machine is named and none of its rows', () => {
    const { card } = cardOf('Marigold');
    expect(card.worst).toEqual([]);
    expect(card.machine.map((one) => plain(machineText(one, us)))).toEqual([
      'The machine as a whole plants ⅞ in too deep.',
    ]);
  });

  it('a drill is not judged by single seeds, and a season without rows says nothing', () => {
    const { card } = cardOf('Comb');
    expect(card.measures).toEqual([]);
    expect(card.grade).toBeNull();
    expect(card.worst).toEqual([]);
  });
});

describe('filters and a row’s year', () => {
  it('one field alone is judged on what was seen there, and what there is to filter by stays', () => {
    const { cells, planter, plantings, fields } = goose;
    const ditch = fields.find(({ data }) => data.name === 'Ditch Block')!.id;
    const own = plantings.find(({ data }) => data.fieldId === ditch)!.id;
    const card = judgeCard(planter.data, cells, { plantingIds: [own] });
    expect(card.plantingIds).toEqual([own]);
    expect(card.measures.map(({ measure }) => measure)).not.toContain('depth');
    expect(card.all).toEqual(goose.card.all);
    const none = judgeCard(planter.data, cells, { from: '2028-01-01' });
    expect(none.worst).toEqual([]);
    expect(none.grade).toBeNull();
  });

  it('by a single check row 4 is called by that check, and it says so', () => {
    const { cells, planter } = goose;
    const card = judgeCard(planter.data, cells, { to: '2027-04-28' });
    const [depth] = card.rows[3]!.findings;
    expect(depth).toMatchObject({ measure: 'depth', side: 'below', places: 1 });
    expect(depth!.check).not.toBeNull();
  });

  it('lists each visit with what it showed, oldest first', () => {
    const visits = rowYear(goose.card, goose.cells.depths, 4);
    expect(visits.map(({ on }) => on)).toEqual([...visits.map(({ on }) => on)].sort());
    expect(visits[0]!.figures.map(({ measure }) => measure)).toContain('depth');
    expect(visits[0]!.depthsM).toHaveLength(6);
  });

  it('the grade is made of what was measured, and mending row 4 would raise it most', () => {
    const { grade } = goose.card;
    expect(grade!.parts.map(({ part }) => part)).toEqual([
      'depth',
      'furrow',
      'feed',
      'stand',
      'evenness',
    ]);
    expect(grade!.grade).toBeCloseTo(
      (100 * grade!.parts.reduce((sum, { score }) => sum + score, 0)) / 5,
      9,
    );
    expect(grade!.raise).toMatchObject({ rows: [4] });
    expect(grade!.raise!.by).toBeGreaterThan(0);
  });

  it('a depth that was set right counts as it is since then', () => {
    const all = records('Goose');
    const check = all.walks.find(({ data }) => data.purpose === 'trench')!;
    const stop = all.stops.find(({ data }) => data.walkId === check.id)!;
    const at = '2027-04-28T23:00:00.000Z';
    const mended = cardCells({
      ...all,
      observations: [
        ...all.observations,
        {
          id: 'adjusted',
          data: {
            stopId: stop.id,
            type: 'adjustment',
            row: null,
            rows: [4],
            what: 'depthStop',
            byM: 0.019,
            at,
            note: '',
          },
        },
      ],
    });
    const before = goose.cells.depths.filter(({ row }) => row === 4);
    expect(mended.depths.filter(({ row }) => row === 4)).toHaveLength(before.length - 1);
  });
});

describe('a row over the years', () => {
  const years = [2026, 2027].map((year) => {
    const all = records('Goose', year);
    return { season: year, card: judgeCard(all.planter.data, cardCells(all)) };
  });

  it('row 4 was late both years, in its order of badness; a measure seen in one season makes no line', () => {
    const lines = rowOverYears(years, 4);
    expect(lines[0]!.points.some(({ named }) => named)).toBe(true);
    const late = lines.find(({ measure }) => measure === 'late')!;
    expect(late.points.map(({ season, named }) => [season, named])).toEqual([
      [2026, true],
      [2027, true],
    ]);
    expect(lines.every(({ points }) => points.length === 2)).toBe(true);
    expect(rowOverYears(years.slice(1), 4)).toEqual([]);
  });

  it('row 2 lay shallow before it was mended, and not since', () => {
    const depth = rowOverYears(years, 2).find(({ measure }) => measure === 'depth')!;
    expect(depth.points[0]!.difference).toBeLessThan(-0.01);
    expect(Math.abs(depth.points[1]!.difference)).toBeLessThan(0.006);
    // One place alone names nothing under ¾ in.
    expect(depth.points.map(({ named }) => named)).toEqual([false, false]);
  });
});

describe('what the demo’s planters point to', () => {
  const gooseSigns = caseSigns(goose.card, goose.cells);
  const causes = weighCauses(gooseSigns, { scopes: ['row', 'tracks', 'machine'] }).filter(
    ({ probability }) => probability >= LIKELY,
  );

  it('Goose: row 4’s depth stop, row 9’s disc, rows 6 and 7 in the tracks; nothing else is likely', () => {
    expect(causes.map(({ cause, rows }) => [cause, rows])).toEqual(
      expect.arrayContaining([
        ['depthStop', [4]],
        ['deadCell', [9]],
        ['tyreTracks', [6, 7]],
      ]),
    );
    expect(causes).toHaveLength(3);
  });

  it('what nobody looked at is no evidence, either way', () => {
    const row11 = gooseSigns.rows.get(11);
    expect(row11?.gapsRepeat).toBeUndefined();
    expect(gooseSigns.whole.coldRain).toBeUndefined();
    expect(gooseSigns.rows.get(9)?.rowShallow).toBe('not');
  });

  it('over several fields only rows and machine are asked; in one its ground and weather too', () => {
    const all = { ...goose, months: of('weatherMonth') };
    const whole = diagnoseCard(goose.card, goose.cells, all);
    expect(whole.planting).toBeNull();
    expect(whole.signs.whole.coldRain).toBeUndefined();
    expect(
      whole.causes.filter(({ cause }) => DIAGNOSES[cause as Diagnosis].scope === 'field'),
    ).toEqual([]);
    const [heron] = goose.plantings.filter(
      ({ data }) => of('field').find(({ id }) => id === data.fieldId)!.data.name === 'Heron Bottom',
    );
    const own = judgeCard(goose.planter.data, goose.cells, { plantingIds: [heron!.id] });
    const one = diagnoseCard(own, goose.cells, all);
    expect(one.planting!.id).toBe(heron!.id);
    // The cold rain that was put in there.
    expect(one.signs.whole.coldRain).toBe('seen');
  });

  it('Marigold’s rows all lie deep: its row cleaners, and no row of it', () => {
    const { card, cells } = cardOf('Marigold');
    const signs = caseSigns(card, cells);
    expect(signs.whole.allDeep).toBe('plain');
    const likely = weighCauses(signs).filter(({ probability }) => probability >= LIKELY);
    expect(likely.map(({ cause }) => cause)).toEqual(['cleanerTrenches']);
    expect(likely[0]!.rows).toBeNull();
  });
});
