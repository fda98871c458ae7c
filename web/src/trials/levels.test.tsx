import { readTrial, type DataOf, type Kind } from '@sendero/core';
import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { record, sown } from '../app/sown.testing.ts';
import { openApp, plain } from '../app/wholeApp.testing.tsx';

const INCH = 0.0254;
const DEPTHS = [1, 1.5, 2, 2.5, 3];

/**
 * Five depths in four blocks, planted, weighed and open on the screen.
 * @param kgAt grain weighed in a strip of a depth, kg; how it lies beside its level follows from its number
 * @param lateAt hours that a depth comes up after the first; null: nobody counted
 */
async function weighed(
  kgAt: (inches: number) => number,
  lateAt: ((inches: number) => number) | null = null,
) {
  const { planting, records } = sown('Plover Long', { rows: 12, plantedOn: '2027-05-02' });
  const trial = record('trial', {
    plantingId: planting,
    factors: [
      {
        question: 'depth',
        levels: DEPTHS.map((inches) => ({ label: `${inches} in`, value: inches * INCH })),
      },
    ],
    layout: 'blocks',
    replicates: 4,
    check: 2,
    comparison: 'check',
    primary: 'yield',
    matters: 0.03,
    planterWidthM: 9.144,
    combineWidthM: 9.144,
    stripLengthM: 300,
    seed: 41,
    plannedOn: '2027-04-20',
  });
  const data = <K extends Kind>(kind: K) =>
    records.find((one) => one.kind === kind)!.data as DataOf<K>;
  const { strips } = readTrial({
    trial: { id: trial.id, data: trial.data },
    planting: { id: planting, data: data('planting') },
    field: { id: data('planting').fieldId, data: data('field') },
    strips: [],
    stops: [],
    seen: [],
    walks: [],
    lengths: [],
    emergenceCounts: [],
  });
  const inchesOf = (treatment: number) => DEPTHS[treatment]!;
  // What the ground of each strip adds to its level: the same for every test.
  const ground = (number: number) => 14 * Math.sin(2.4 * number);
  const slips = strips.map(({ number, treatment }) =>
    record('trialStrip', {
      trialId: trial.id,
      number,
      doneOn: '2027-05-02',
      harvestedOn: '2027-05-26',
      weightKg: kgAt(inchesOf(treatment)) + ground(number),
      moisture: 0.155,
    }),
  );
  const came = lateAt
    ? strips.flatMap(({ number, treatment }) => {
        const length = record('flaggedLength', {
          plantingId: planting,
          trialId: trial.id,
          strip: number,
          row: 4,
          lengthM: 5,
          sownFrom: 'tape',
          seeds: 30,
          at: '2027-05-09T09:00:00.000Z',
        });
        const share = (hours: number) =>
          1 / (1 + Math.exp(-(hours - 200 - lateAt(inchesOf(treatment))) / 12));
        let before = 0;
        const counts = [8, 9, 10, 11, 12, 13, 14].map((day) => {
          const up = Math.round(28 * share(24 * day));
          const plants = Math.max(0, up - before);
          before = Math.max(before, up);
          const on = `2027-05-${String(2 + day).padStart(2, '0')}`;
          return record('emergenceCount', {
            lengthId: length.id,
            at: `${on}T12:00:00.000Z`,
            on,
            zoneOffsetMin: 0,
            round: 1,
            counted: 'new',
            plants,
            lost: 0,
            flagsM: null,
          });
        });
        return [length, ...counts];
      })
    : [];
  return openApp(`/trials/${trial.id}`, {
    holding: [...records, trial, ...slips, ...came],
  });
}
const answerSays = async () => plain((await screen.findByTestId('answer')).textContent);
const best = async () =>
  /Best (level|of the levels tested): [^.]*(\.[^.]*)?\./.exec(await answerSays())?.[0] ?? null;

describe('levels of a figure: the curve through them', () => {
  it('an arch has its best inside, with what it may be off by', async () => {
    await weighed((inches) => 2900 - 180 * (inches - 1.9) ** 2);
    const says = await best();
    expect(says).toMatch(/^Best level: about (1⅞|2) in \(95 % range [\d⅛¼⅜½⅝¾⅞]+ in to/);
    const picture = screen.getByRole('img', { name: 'Curve through the levels' });
    // A point a strip, and the band that the best lies in.
    expect(picture.querySelectorAll('circle')).toHaveLength(20);
    expect(picture.querySelector('rect')).not.toBeNull();
    // Nobody counted what came up.
    expect(screen.queryByRole('img', { name: /^Share of the seeds up/ })).toBeNull();
  });

  it('yielding more the deeper, the best is the deepest tested; beyond the crop’s limit nothing is advised', async () => {
    await weighed((inches) => 2500 + 120 * inches);
    const says = await answerSays();
    expect(says).toContain('Best of the levels tested: 3 in, the highest.');
    expect(says).toContain('the limit that is advised for corn: do not go beyond it');
    expect(says).not.toMatch(/test higher|test further/);
  });

  it('a curve that the levels do not follow names no best', async () => {
    // Good at the shallowest and the deepest, poor in between.
    await weighed((inches) => 2700 + 250 * Math.abs(inches - 2) - 600 * Number(inches > 2.9));
    expect(await answerSays()).toContain(
      'The levels do not follow a simple curve: compare them pair by pair instead.',
    );
    expect(await best()).toBeNull();
  });

  it('where no level bears more than another, no best is named', async () => {
    await weighed(() => 2800);
    expect(await answerSays()).toContain(
      'No clear response to planting depth over the levels tested.',
    );
    expect(await best()).toBeNull();
  });

  it('the shape that fits best is taken; another is tried beside it, and the sentence follows', async () => {
    const here = await weighed((inches) => 2900 - 180 * Math.max(0, 2 - inches));
    const flat = await answerSays();
    expect(
      screen.getByRole('radio', { name: 'straight to a flat top', checked: true }),
    ).toBeTruthy();
    await here.press('an arch', 'radio');
    expect(await answerSays()).not.toBe(flat);
    expect(flat).toMatch(/Best level: about [\d⅛¼⅜½⅝¾⅞]+ in/);
  });

  it('adjusted for where strips lie, the plain answer stands beside it', async () => {
    const here = await weighed((inches) => 2900 - 180 * (inches - 1.9) ** 2);
    const plainly = await answerSays();
    await here.press('by neighbours', 'radio');
    const beside = plain((await screen.findByTestId('plain-answer')).textContent);
    expect(beside).toContain('The plain answer: ');
    expect(plainly).toContain(beside.replace('The plain answer: ', '').slice(0, 40));
  });
});

describe('how the strips came up', () => {
  it('a curve for each strip where its lengths were counted, lettered as its treatment', async () => {
    const here = await weighed(
      (inches) => 2900 - 180 * (inches - 1.9) ** 2,
      (inches) => 20 * (inches - 1),
    );
    await here.press('Hours until half were up *', 'radio');
    await here.mentions(/\* Looked at afterwards: what decides was chosen to be yield/i);
    const picture = await screen.findByRole('img', {
      name: 'Share of the seeds up over time, 20 strips',
    });
    const letters = within(picture)
      .getAllByText(/^[A-E]$/)
      .map(({ textContent }) => textContent);
    expect(new Set(letters)).toEqual(new Set(['A', 'B', 'C', 'D', 'E']));
  });
});

describe('what it is worth', () => {
  it('each depth over the check; what one costs more takes from what it returns', async () => {
    const here = await weighed((inches) => 2900 - 180 * (inches - 1.9) ** 2);
    const worth = await screen.findByRole('region', { name: 'What it is worth' });
    const row = () => plain(within(worth).getByRole('row', { name: /^1\.5 in/ }).textContent);
    const returns = () =>
      Number(/(−?)\$?([\d.]+)/.exec(row().slice(6))!.slice(1).join('').replace('−', '-'));
    const free = returns();
    await here.fill('1.5 in costs more by', '4');
    (document.activeElement as HTMLElement).blur();
    await waitFor(() => expect(returns()).toBeCloseTo(free - 4, 1));
    expect(within(worth).getAllByRole('row')).toHaveLength(1 + 4);
  });
});
