import { describe, expect, it } from 'vitest';
import {
  validate,
  type DataOf,
  type InputOf,
  type ReplantRecord,
  type ResponseCurve,
} from '../records/index.ts';
import { adviseReplant } from '../replant/index.ts';
import { seededRandom } from '../stats/index.ts';
import { ACRE_M2, show } from '../units/index.ts';
import { of } from './demoCard.testing.ts';
import {
  bestOpen,
  flipText,
  longGapShare,
  readReplantCase,
  readWalkFacts,
  readWalkStand,
  recountOn,
  replantSentence,
  scoreCalls,
  tasksAfter,
  waitSentence,
  weakParts,
  whySentence,
} from './index.ts';

const K_PER_AC = 1000 / ACRE_M2;
const TODAY = '2027-05-27';
const say = (value: number, kind: Parameters<typeof show>[1]) => show(value, kind, 'us');
const day = (on: string) => `day ${on}`;

const fieldOf = (name: string) => of('field').find(({ data }) => data.name === name)!;
const plantingOf = (name: string, crop = 'corn') =>
  of('planting').find(
    ({ data }) => data.season === 2027 && data.fieldId === fieldOf(name).id && data.crop === crop,
  )!;
function walkOf(name: string, crop?: string) {
  const planting = plantingOf(name, crop);
  const walk = of('walk').find(
    ({ data }) => data.plantingId === planting.id && data.purpose === 'stand',
  );
  if (!walk) return null;
  const stops = of('stop').filter(({ data }) => data.walkId === walk.id);
  const plan =
    of('samplingPlan').find(({ id }) => id === (walk.data as { planId?: string }).planId) ?? null;
  return readWalkStand(
    readWalkFacts(walk as never, planting, fieldOf(name).data, null, stops, null, plan),
    stops.map(({ id }) => of('observation').filter(({ data }) => data.stopId === id)) as never,
  );
}
/** A case of a field of the demo with some figures typed. */
function read(
  name: string,
  own: Partial<InputOf<'replantCase'>> = {},
  {
    crop,
    walked = true,
    others = [],
    curve = null,
  }: {
    crop?: string;
    walked?: boolean;
    others?: ReplantRecord[];
    curve?: ResponseCurve | null;
  } = {},
) {
  const planting = plantingOf(name, crop);
  const valid = validate('replantCase', { plantingId: planting.id, openedOn: TODAY, ...own });
  if (!valid.ok) throw new Error(JSON.stringify(valid.problems));
  return readReplantCase({
    planting,
    field: fieldOf(name).data,
    parts: of('fieldPart').filter(({ data }) => data.fieldId === fieldOf(name).id),
    walk: walked ? walkOf(name, crop) : null,
    emergence: null,
    data: valid.data,
    others,
    workspace: null,
    curve,
    today: TODAY,
  });
}
const advise = (reading: ReturnType<typeof read>) =>
  adviseReplant(reading.case!, { draws: 2000, random: seededRandom(4) });
const problemsOf = (own: Partial<InputOf<'replantCase'>>) => {
  const valid = validate('replantCase', {
    plantingId: plantingOf('Ditch Block').id,
    openedOn: TODAY,
    ...own,
  });
  return valid.ok ? {} : valid.problems;
};

describe('a replant case', () => {
  it('goes by the walk, zone by zone, with their shares of the field', () => {
    const { parts, stand, byDefault } = read('Ditch Block');
    expect(parts.map(({ name }) => name)).toEqual(['ditch side', 'the rest']);
    expect(parts.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
    expect(parts[0]!.plantsPerM2).toBeLessThan(parts[1]!.plantsPerM2 - K_PER_AC);
    expect(stand).toMatchObject({ from: 'walk', on: '2027-05-25' });
    expect([...byDefault]).toContain('seedPerM2');
  });

  it('the demo: Heron Bottom is a clear keep, Ditch Block a close call, Windmill East a clear partial replant', () => {
    const [heron] = advise(read('Heron Bottom')).options;
    expect(heron).toMatchObject({ option: 'keep' });
    expect(heron!.probabilityBest).toBeGreaterThan(0.95);
    const caseOf = (name: string) =>
      of('replantCase').find(({ data }) => data.plantingId === plantingOf(name).id)!.data;
    const ditch = advise(read('Ditch Block', caseOf('Ditch Block')));
    expect(ditch.options[0]!.probabilityBest).toBeLessThan(0.65);
    const reading = read('Windmill East', caseOf('Windmill East'), { walked: false });
    const windmill = advise(reading);
    expect(windmill.options[0]).toMatchObject({ option: 'replantWorst' });
    expect(windmill.options[0]!.probabilityBest).toBeGreaterThan(0.9);
    expect(replantSentence(windmill, reading, day)).toMatch(
      /^Replant the worst part \(clay knoll\): 9\d in 100\.$/,
    );
    expect(whySentence(windmill, reading, say)).toMatch(
      /^A part is worth keeping above 1[01],\d00\/ac: clay knoll has 3,500\/ac; the rest has 28,500\/ac\.$/,
    );
  });

  it('after hail says until when to wait, then that the day has come', () => {
    const hail = read('Ditch Block', { injury: 'hail', injuredOn: '2027-05-25' });
    expect(hail.recount).toEqual({ on: '2027-05-29', inDays: 2 });
    const advice = advise(hail);
    expect(replantSentence(advice, hail, day)).toMatch(
      /^Wait until day 2027-05-29 \(in 2 days\) and count again\. As told now: Keep it/,
    );
    expect(waitSentence(advice, hail, say)).toMatch(/growing point .* V6/);
    const later = read('Ditch Block', { injury: 'frost', injuredOn: '2027-05-20' });
    expect(later.recount!.inDays).toBeLessThan(0);
    expect(replantSentence(advise(later), later, day)).toMatch(/^Keep it/);
    // Water and crusts are no such injury.
    expect(read('Ditch Block', { injury: 'water', injuredOn: '2027-05-25' }).recount).toBeNull();
  });

  it('takes a stand told on the telephone, and a weak part by its zone or its area', () => {
    const told = read(
      'Windmill East',
      { typedStandPerM2: 6, typedHalfWidthPerM2: 0.5 },
      { walked: false },
    );
    expect(told.stand).toMatchObject({ from: 'typed', perM2: 6, intervalPerM2: [5.5, 6.5] });
    expect(told.parts).toEqual([]);
    const area = read(
      'Windmill East',
      { typedStandPerM2: 6, weakPerM2: 1, weakAreaM2: 10 * ACRE_M2 },
      { walked: false },
    );
    expect(area.parts.map(({ share }) => share)[0]).toBeCloseTo(10 / 62, 3);
    expect(read('Windmill East', {}, { walked: false }).case).toBeNull();
  });

  it('says beside the figure what is wrong with it', () => {
    expect(
      read(
        'Windmill East',
        { typedStandPerM2: 6, weakPerM2: 1, weakAreaM2: 100 * ACRE_M2 },
        { walked: false },
      ).problems,
    ).toMatchObject({ weakAreaM2: expect.stringMatching(/more than the field has/) });
    expect(
      read('Windmill East', { typedStandPerM2: 6, weakPerM2: 1 }, { walked: false }).problems
        .weakAreaM2,
    ).toMatch(/Enter how big/);
    expect(
      read('Ditch Block', { openedOn: '2027-05-01', replantOn: '2027-05-20' }).problems.replantOn,
    ).toMatch(/is past/);
    expect(read('Ditch Block', { typedStandPerM2: 12 }).problems.typedStandPerM2).toMatch(
      /More plants than seeds/,
    );
    expect(problemsOf({ replantOn: '2027-05-20' }).replantOn).toMatch(/is past/);
    expect(problemsOf({ replantOn: '2027-06-20', lastOn: '2027-06-10' }).lastOn).toMatch(
      /season ends before/,
    );
    expect(problemsOf({ seedPerM2: -1 }).seedPerM2).toMatch(/cannot be negative/);
    expect(problemsOf({ toComeFromPerM2: 2, toComeToPerM2: 1 }).toComeToPerM2).toMatch(
      /at least as many/,
    );
  });

  it('where the season ends first, replanting is no option', () => {
    const late = read('Ditch Block', { replantOn: '2027-06-25' });
    expect(late.problems.lastOn).toMatch(/no option/);
    const { options } = advise(late);
    expect(options.at(-1)).toMatchObject({ option: 'replantAll' });
    expect(options.at(-1)!.expectedPerM2).toBeLessThan(0);
  });

  it('money is remembered from the case before', () => {
    const before = { ...validCase(), seedPerM2: 0.03 };
    const reading = read('Ditch Block', {}, { others: [before] });
    expect(reading.case!.costs.seedPerM2).toBe(0.03);
    expect(reading.byDefault.has('seedPerM2')).toBe(false);
    expect(reading.byDefault.has('endPerM2')).toBe(true);
  });

  it('offers another crop when one is chosen, and filling in where plants are missing', () => {
    const { options } = advise(read('Ditch Block', { otherCrop: 'soybean' }));
    expect(options.map(({ option }) => option)).toEqual(
      expect.arrayContaining(['keep', 'replantAll', 'fillIn', 'changeCrop']),
    );
    // The same crop again is an earlier maturity: it yields less, and may be planted when the usual one no longer ripens.
    const earlier = read('Ditch Block', { otherCrop: 'corn', replantOn: '2027-06-25' });
    const full = earlier.case!.fullYieldKgPerM2;
    expect(earlier.case!.changeCrop!.fullYieldKgPerM2).toBeLessThan(full);
    expect(advise(earlier).options.at(-1)!.option).toBe('replantAll');
  });

  it('what a question stops is no advice, and what is unanswered is asked', () => {
    const reading = read(
      'Windmill East',
      { typedStandPerM2: 1, answers: { herbicide: 'stops', insurer: 'open' } },
      { walked: false },
    );
    expect(reading.stopped).toEqual(['herbicide']);
    expect(reading.unanswered).toEqual(['fertiliser', 'seedAgreement', 'seedAtHand']);
    const advice = advise(reading);
    expect(advice.options[0]!.option).not.toBe('keep');
    expect(bestOpen(advice, reading).option).toBe('keep');
  });

  it('says what would turn it in the units one reads', () => {
    const reading = read('Ditch Block');
    const [nearest] = advise(reading).flips;
    expect(flipText(nearest!, reading, say)).toMatch(/^the stand: from [\d,]+\/ac to [\d,]+\/ac$/);
    // Two figures that read alike are one.
    expect(flipText({ what: 'replantDate', from: 27.2, to: 26.8 }, reading, say)).toBe(
      'the day of replanting: even a small change from 27 days after the best date',
    );
  });
});

const validCase = () => {
  const valid = validate('replantCase', {
    plantingId: plantingOf('Ditch Block').id,
    openedOn: TODAY,
  });
  if (!valid.ok) throw new Error('the blank case');
  return valid.data as DataOf<'replantCase'>;
};

describe('after the call', () => {
  const reading = {
    unanswered: ['insurer', 'seedAtHand'] as const,
    dates: { bestOn: '2027-05-05', replantOn: '2027-06-01', lastOn: '2027-06-20' },
    recount: null,
  };
  const titles = (decision: Parameters<typeof tasksAfter>[0]) =>
    tasksAfter(decision, { ...reading, unanswered: [...reading.unanswered] }, TODAY, 4).map(
      ({ title, on }) => `${on} ${title}`,
    );

  it('what follows stands on its days', () => {
    expect(titles('keep')).toEqual([]);
    expect(titles('replantAll')).toEqual([
      `${TODAY} Call the crop insurer`,
      `${TODAY} Order seed that still ripens`,
      '2027-06-01 Plant again',
      '2027-06-15 Look whether it comes up',
    ]);
    expect(titles('wait')[0]).toBe('2027-05-31 Count the stand again');
  });

  it('to wait is to be asked again, on the day waited for', () => {
    const waited = {
      ...validCase(),
      decided: {
        option: 'wait' as const,
        on: TODAY,
        by: '',
        why: '',
        expectedPerM2: 0,
        keptPerM2: 0,
        expectedKgPerM2: null,
        probabilityBest: null,
      },
    };
    expect(recountOn(waited)).toBe('2027-05-31');
  });

  it('kept stands are scored by their harvest, replanted ones by nothing', () => {
    const call = (option: 'keep' | 'replantAll', expectedKgPerM2: number | null) => ({
      ...validCase(),
      decided: {
        option,
        on: TODAY,
        by: '',
        why: '',
        expectedPerM2: 0.2,
        keptPerM2: 0.2,
        expectedKgPerM2,
        probabilityBest: 0.8,
      },
      yieldedKgPerM2: 1.1,
    });
    const { scored, meanError } = scoreCalls([call('keep', 1), call('replantAll', null)]);
    expect(scored).toHaveLength(1);
    expect(scored[0]!.error).toBeCloseTo(0.1, 12);
    expect(meanError).toBeCloseTo(0.1, 12);
  });
});

describe('the weak parts of a field', () => {
  const boundary = {
    type: 'MultiPolygon' as const,
    coordinates: [
      [
        [
          [-138.6, 44.6],
          [-138.59, 44.6],
          [-138.59, 44.607],
          [-138.6, 44.607],
          [-138.6, 44.6],
        ] as [number, number][],
      ],
    ],
  };
  const at = (x: number, y: number, value: number) => ({
    at: [-138.6 + 0.01 * x, 44.6 + 0.007 * y] as [number, number],
    zone: '',
    value,
  });
  const north = { bearingDeg: 0, firstAt: 'left' as const };

  it('without zones are bands along the passes, cut where they differ most', () => {
    const parts = weakParts(
      { boundary, passes: north },
      [],
      [at(0.1, 0.2, 3), at(0.2, 0.8, 3.2), at(0.6, 0.3, 7), at(0.8, 0.7, 7.1), at(0.9, 0.1, 6.9)],
    );
    expect(parts.map(({ name }) => name)).toEqual(['the west side', 'the east side']);
    expect(parts.map(({ share }) => share)[0]).toBeCloseTo(0.4, 2);
    expect(parts[0]!.plantsPerM2).toBeCloseTo(3.1, 12);
  });

  it('are none in an even field, and none without an outline', () => {
    const even = [at(0.1, 0.2, 6), at(0.2, 0.8, 6.2), at(0.6, 0.3, 6.1), at(0.8, 0.7, 6.3)];
    expect(weakParts({ boundary, passes: north }, [], even)).toEqual([]);
    expect(weakParts({ boundary: null, passes: north }, [], even)).toEqual([]);
  });

  it('long gaps are a share of what was taped', () => {
    expect(longGapShare([{ positionsM: [0, 0.2, 1.4], readToM: null }])).toBeCloseTo(1.2 / 1.4, 12);
    expect(longGapShare([{ positionsM: [0.1, 0.3], readToM: 3 }])).toBeCloseTo(0.9, 12);
    expect(longGapShare([])).toBe(0);
  });
});
