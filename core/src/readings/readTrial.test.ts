import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { validate, type DataOf, type InputOf, type Kind } from '../records/index.ts';
import { demoSeason as demo } from '../simulation/demo/demoSeason.testing.ts';
import { show, toSi } from '../units/index.ts';
import {
  answerTrial,
  boughtFor,
  DEMONSTRATION_WORDS,
  readTrial,
  siteOf,
  togetherSentence,
  trialEmergence,
  trialFactorsSentence,
  trialKey,
  trialLookSentences,
  trialMoistureSentence,
  trialMoneySentence,
  trialProblems,
  trialResponseSentence,
  trialSentence,
  trialsTogether,
  sitesAloneSentence,
  type TrialReading,
} from './index.ts';

const us = (value: number, kind: Parameters<typeof show>[1]) =>
  show(value, kind, 'us').replaceAll('\u00a0', ' ').replaceAll('\u202f', ' ');
const valid = <K extends Kind>(kind: K, data: InputOf<K>): DataOf<K> => {
  const checked = validate(kind, data);
  if (!checked.ok) throw new Error(Object.entries(checked.problems)[0]!.join(': '));
  return checked.data;
};
const ID = (n: number) => `019f0000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const planting = {
  id: ID(5),
  data: valid('planting', {
    fieldId: ID(4),
    planterId: null,
    season: 2027,
    crop: 'corn',
    plantedOn: '2027-04-28',
    rowWidthM: 0.762,
    seedsPerM2: 7.9,
    depthTargetM: 0.05,
    germination: 0.95,
    fieldLoss: 0.05,
  }),
};
const field = {
  id: ID(4),
  data: valid('field', { growerId: ID(2), name: 'Long Forty', areaM2: 161_874, stationId: null }),
};
const plan: InputOf<'trial'> = {
  plantingId: planting.id,
  factors: [
    {
      question: 'rate',
      levels: [28, 32, 36].map((k) => ({ label: `${k}k`, value: toSi(1000 * k, 'perAc') })),
    },
  ],
  layout: 'blocks',
  replicates: 4,
  check: 1,
  comparison: 'check',
  primary: 'yield',
  matters: 0.03,
  planterWidthM: 9.144,
  combineWidthM: 6.096,
  stripLengthM: 400,
  seed: 41,
  plannedOn: '2027-04-20',
};
type Slip = Partial<DataOf<'trialStrip'>>;
/** A trial whose strips weigh what a rule says; 100 bu/ac where it says 1. */
function trialOf(
  change: Partial<InputOf<'trial'>>,
  bears: (strip: { number: number; block: number; treatment: number }) => number | null,
  slips: (strip: { number: number; treatment: number }) => Slip = () => ({}),
): TrialReading {
  const trial = { id: ID(42), data: valid('trial', { ...plan, ...change }) };
  const none = { stops: [], seen: [], walks: [], lengths: [], emergenceCounts: [] };
  const bare = readTrial({ trial, planting, field, strips: [], ...none });
  const strips = bare.strips.map((strip) => {
    const bushels = bears(strip);
    const areaM2 = trial.data.stripLengthM * strip.harvestWidthM;
    return {
      id: ID(1000 + strip.number),
      data: valid('trialStrip', {
        trialId: trial.id,
        number: strip.number,
        doneOn: '2027-04-28',
        ...(bushels === null
          ? {}
          : { weightKg: toSi(100 * bushels, 'bu56PerAc') * areaM2, moisture: 0.155 }),
        ...slips(strip),
      }),
    };
  });
  return readTrial({ trial, planting, field, strips, ...none });
}
const noise = (number: number) => 0.03 * Math.sin(12.9898 * number);

describe('a trial as it stands', () => {
  it('yield follows from weight, moisture, length and width; a slip’s own length goes before the plan’s', () => {
    const reading = trialOf(
      {},
      () => 1.5,
      ({ number }) => (number === 3 ? { lengthM: 200 } : {}),
    );
    expect(us(reading.strips[0]!.figures.yield!, 'cornYield')).toBe('150.0 bu/ac');
    expect(us(reading.strips[2]!.figures.yield!, 'cornYield')).toBe('300.0 bu/ac');
    expect(reading).toMatchObject({
      ticked: 12,
      toHarvest: 12,
      harvested: 12,
      measured: ['yield'],
    });
  });

  it('the deed is analysed, not the plan: a swap counts as what was done, a miss is left out', () => {
    const planned = trialOf({}, () => null);
    const [first, second] = planned.strips;
    const deeds: Record<number, DataOf<'trialStrip'>['done']> = {
      1: second!.treatment,
      2: first!.treatment,
      7: 'missed',
    };
    const reading = trialOf(
      {},
      ({ number, treatment }) => 1 + treatment / 10 + noise(number),
      ({ number }) => ({ done: deeds[number] ?? null }),
    );
    expect(reading.strips[0]).toMatchObject({
      treatment: first!.treatment,
      done: second!.treatment,
    });
    expect(reading.toHarvest).toBe(11);
    const answer = answerTrial(reading, 'yield')!;
    expect(answer.plots).toHaveLength(11);
    expect(answer.plots[0]!.treatment).toBe(reading.treatments[second!.treatment]!.label);
  });

  it('stand and emergence of a strip come from the stops and lengths that stand in it', () => {
    const trial = { id: ID(42), data: valid('trial', plan) };
    const stop = (n: number, strip: number | null) => ({
      id: ID(200 + n),
      data: valid('stop', {
        walkId: ID(6),
        ordinal: n,
        travel: 'away',
        chosen: false,
        trialId: strip === null ? null : trial.id,
        strip,
      }),
    });
    const count = (n: number, inStep: number, oneBehind = 0) => ({
      id: ID(300 + n),
      data: valid('observation', {
        type: 'count',
        stopId: ID(200 + n),
        row: 1,
        lengthM: 10,
        rowWidthM: 0.762,
        inStep,
        oneBehind,
        twoBehind: 0,
      }) as Extract<DataOf<'observation'>, { type: 'count' }>,
    });
    const staged = {
      id: ID(350),
      data: valid('observation', {
        type: 'stages',
        stopId: ID(201),
        row: 1,
        stages: ['V3', 'V3', 'V3', 'V2'],
        stagedBy: 'collars',
      }),
    };
    const length = {
      id: ID(400),
      data: valid('flaggedLength', {
        plantingId: planting.id,
        row: null,
        trialId: trial.id,
        strip: 2,
        lengthM: 10,
        sownFrom: 'tape',
        seeds: 60,
        at: '2027-05-04T14:00:00.000Z',
      }),
    };
    const visit = (n: number, day: string, plants: number) => ({
      id: ID(500 + n),
      data: valid('emergenceCount', {
        lengthId: length.id,
        at: `2027-05-${day}T14:00:00.000Z`,
        on: `2027-05-${day}`,
        zoneOffsetMin: 0,
        round: 1,
        counted: 'all',
        plants,
        lost: 0,
        flagsM: null,
      }),
    });
    const reading = readTrial({
      trial,
      planting,
      field,
      strips: [],
      stops: [stop(1, 1), stop(2, 1), stop(3, null)],
      walks: [],
      seen: [staged, count(1, 50, 10), count(2, 60), count(3, 10)],
      lengths: [length],
      emergenceCounts: [visit(1, '08', 12), visit(2, '10', 40), visit(3, '14', 55)],
    });
    expect(reading.strips[0]!.figures.stand).toBeCloseTo(120 / (2 * 7.62), 9);
    expect(reading.strips[0]!.figures.effectiveStand!).toBeLessThan(
      reading.strips[0]!.figures.stand!,
    );
    expect(reading.strips[1]!.figures.emerged).toBeCloseTo(55 / 60, 9);
    expect(reading.strips[1]!.figures.halfUp).toBeGreaterThan(200);
    expect(reading.strips[0]!.figures.inStep).toBeCloseTo(3 / 4, 9);
    expect(reading.measured).toEqual(['stand', 'effectiveStand', 'inStep', 'emerged', 'halfUp']);
    // One strip of one treatment: nothing to compare yet.
    expect(trialEmergence(reading)).toBeNull();
    const two = reading.strips.map((strip) => ({
      ...strip,
      emergence: reading.strips[1]!.emergence,
    }));
    const { curves, measures } = trialEmergence({ ...reading, strips: two })!;
    expect(curves.map(({ n }) => n)).toEqual([4, 4, 4]);
    expect(measures.t50H).toMatchObject({ kind: 'replicated' });
  });

  it('says beside the figure what does not fit', () => {
    const at = (change: Partial<InputOf<'trial'>>) =>
      trialProblems(valid('trial', { ...plan, ...change }), planting.data);
    expect(at({})).toEqual({});
    expect(at({ fieldWidthM: 100 }).fieldWidthM).toMatch(/wider than the field: take fewer/);
    expect(at({ fieldWidthM: 110 })).toEqual({});
    const halves = {
      layout: 'splitPlanter' as const,
      factors: [{ question: 'closing' as const, levels: plan.factors[0]!.levels.slice(0, 2) }],
    };
    expect(at(halves).combineWidthM).toMatch(/wider than half of the planter/);
    expect(at({ ...halves, combineWidthM: 4.572 })).toEqual({});
  });

  it('bad input is told beside its figure', () => {
    const problems = (kind: 'trial' | 'trialStrip', data: object) => {
      const checked = validate(kind, data);
      return checked.ok ? {} : checked.problems;
    };
    const strip = { trialId: ID(42), number: 3 };
    expect(problems('trialStrip', { ...strip, moisture: 0.6 }).moisture).toMatch(/5 to 45 %/);
    expect(problems('trialStrip', { ...strip, weightKg: -4 }).weightKg).toMatch(/lb or kg/);
    expect(problems('trial', { ...plan, replicates: 1 }).replicates).toMatch(/two or more/);
    expect(problems('trial', { ...plan, check: 7 }).check).toMatch(/none of the treatments/);
    expect(problems('trial', { ...plan, layout: 'splitPlanter' }).layout).toMatch(/two treatments/);
    expect(problems('trial', { ...plan, layout: 'splitPlot' }).layout).toMatch(/two factors/);
    const twice = {
      ...plan.factors[0]!,
      levels: [plan.factors[0]!.levels[0], plan.factors[0]!.levels[0]],
    };
    expect(problems('trial', { ...plan, factors: [twice] })['factors.0.levels']).toMatch(
      /one name/,
    );
  });
});

const of = <K extends Kind>(kind: K) =>
  demo.records
    .filter((one) => one.kind === kind)
    .map(({ id, data }) => ({ id, data: valid(kind, data as InputOf<K>) }));
const demoTrials = of('trial').map((trial) => {
  const sown = of('planting').find(({ id }) => id === trial.data.plantingId)!;
  return readTrial({
    trial,
    planting: sown,
    field: of('field').find(({ id }) => id === sown.data.fieldId)!,
    strips: of('trialStrip').filter(({ data }) => data.trialId === trial.id),
    stops: [],
    seen: [],
    walks: [],
    lengths: [],
    emergenceCounts: [],
  });
});

describe('what a trial says', () => {
  it('a difference that is there, in a sentence, in bushels and in money', () => {
    const reading = trialOf(
      { costsPerM2: [0, 0, toSi(12, 'moneyPerAc')] },
      ({ number, block, treatment }) => 1.8 + 0.1 * treatment + 0.02 * block + 0.3 * noise(number),
    );
    const answer = answerTrial(reading, 'yield', { pricePerKg: toSi(4, 'perBu56') })!;
    expect(trialSentence(answer, reading, us)).toMatch(
      /^36k bore [\d.]+ bu\/ac more than 32k: between [\d.]+ bu\/ac and [\d.]+ bu\/ac, more than chance makes\.$/,
    );
    const [best] = answer.against;
    // 10 bu/ac at 4 a bushel less 12 an acre.
    expect(best!.money!.perM2).toBeCloseTo(
      best!.difference * toSi(4, 'perBu56') - toSi(12, 'moneyPerAc'),
      12,
    );
    // What is believed lies between nothing and what was seen, and a wider belief keeps more of it.
    const { believed, perM2 } = best!.money!;
    const cost = best!.difference * toSi(4, 'perBu56') - perM2;
    expect(believed.perM2 + cost).toBeLessThan(perM2 + cost);
    expect(believed.perM2 + cost).toBeGreaterThan(0);
    const wide = answerTrial(reading, 'yield', {
      pricePerKg: toSi(4, 'perBu56'),
      usualDifference: 0.2,
    })!.against[0]!.money!;
    expect(wide.believed.perM2).toBeGreaterThan(believed.perM2);
    expect(wide.probability).toBeGreaterThan(best!.money!.probability);
    expect(trialMoneySentence(answer, reading, us)).toMatch(/It pays from [\d.]+\/bu on\.$/);
    expect(answer.response).not.toBeNull();
    expect(trialResponseSentence(answer, reading, us)).toMatch(
      /^Best of the levels tested: .*the highest\./,
    );
    expect(answer.primary).toBe(true);
    // A wheel for every row pays the sooner the more acres it works; its chance is that of the gain beyond what it must be.
    const wheels = (acres: number) => ({
      cost: 20_000,
      areaM2PerYear: toSi(acres, 'ac'),
      years: 5,
      discount: 0,
    });
    const bought = (acres: number) => boughtFor(best!, wheels(acres))!;
    expect(bought(1000).paid.breakEvenYears).toBeCloseTo(
      20_000 / (best!.money!.believed.perM2 * toSi(1000, 'ac')),
      9,
    );
    expect(bought(2000).paid.probabilityItPays).toBeGreaterThan(bought(100).paid.probabilityItPays);
    expect(bought(1000).anotherYear).toBeGreaterThanOrEqual(0);
    expect(boughtFor({ ...best!, money: null }, wheels(1000))).toBeNull();
    // 6/ac for each 4,000 seeds: the best that pays lies no higher than the best.
    const dear = trialOf(
      { costsPerM2: [0, 6, 12].map((perAc) => toSi(perAc, 'moneyPerAc')) },
      ({ number, treatment }) =>
        1.8 + 0.1 * treatment - 0.06 * treatment ** 2 + 0.1 * noise(number),
    );
    for (const shape of ['quadratic', 'quadraticPlateau', 'linearPlateau'] as const) {
      const { response } = answerTrial(dear, 'yield', { pricePerKg: 0.16, shape })!;
      expect(response!.economicOptimum!.x).toBeLessThanOrEqual(response!.optimum.x);
    }
    const dearAnswer = answerTrial(dear, 'yield', { pricePerKg: 0.16 })!;
    expect(trialResponseSentence(dearAnswer, dear, us)).toMatch(
      /^Best .* Most profitable level: about/,
    );
  });

  it('nothing is told from the check where chance makes as much; nothing did better where all are worse', () => {
    const flat = trialOf({}, ({ number }) => 1.8 + noise(number));
    expect(trialSentence(answerTrial(flat, 'yield')!, flat, us)).toMatch(
      /^Nothing is told from 32k: .* less and .* more\. These strips can tell about/,
    );
    const worse = trialOf(
      {},
      ({ number, treatment }) => (treatment === 1 ? 2 : 1.7) + 0.2 * noise(number),
    );
    expect(trialSentence(answerTrial(worse, 'yield')!, worse, us)).toMatch(
      /^Nothing did better than 32k/,
    );
  });

  it('one strip of each: figures, and no p, letter, interval or winner, whatever its strips bear', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 3, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (bears) => {
          const reading = trialOf(
            { layout: 'oneEach', replicates: 1 },
            ({ treatment }) => bears[treatment]!,
          );
          const answer = answerTrial(reading, 'yield', { pricePerKg: 0.16 })!;
          expect(reading.demonstration).toBe(true);
          expect(answer.analysis.kind).toBe('demonstration');
          expect(answer.against).toEqual([]);
          expect(answer.response ?? answer.covariate ?? answer.factors).toBeNull();
          expect(trialSentence(answer, reading, us)).toMatch(/No winner can be named/);
          expect(trialMoneySentence(answer, reading, us)).toBeNull();
        },
      ),
      { numRuns: 30 },
    );
    expect(DEMONSTRATION_WORDS).toMatch(/names no winner/);
  });

  it('adjusting by pass order and by neighbours stand beside the plain answer', () => {
    const rising = trialOf(
      { replicates: 6 },
      ({ number, treatment }) => 1.5 + 0.02 * number + 0.05 * treatment + 0.2 * noise(number),
    );
    const half = (adjustment: 'none' | 'passOrder' | 'neighbours') => {
      const { interval, difference } = answerTrial(rising, 'yield', { adjustment })!.against[0]!;
      return interval[1] - difference;
    };
    expect(half('passOrder')).toBeLessThan(0.5 * half('none'));
    const sentences = trialLookSentences(answerTrial(rising, 'yield')!, rising, us);
    expect(sentences.some((text) => /rises by .* a strip/.test(text))).toBe(true);
  });

  it('a covariate that does not vary, and strips without one, are told', () => {
    const moist = (value: (number: number) => number | null) =>
      answerTrial(
        trialOf(
          {},
          ({ number }) => 1.8 + noise(number),
          ({ number }) => ({ furrowMoisture: value(number) }),
        ),
        'yield',
      )!;
    expect(moist(() => 0.2).noCovariate).toMatch(/must vary/);
    expect(moist((number) => (number === 4 ? null : 0.2 + number / 100)).noCovariate).toMatch(
      /no furrow moisture/,
    );
    expect(moist((number) => 0.2 + noise(3 * number)).covariate).not.toBeNull();
    expect(moist(() => null)).toMatchObject({ covariate: null, noCovariate: null });
  });

  it('all values the same: nothing is told, nothing breaks', () => {
    const same = trialOf({}, () => 1.8);
    const answer = answerTrial(same, 'yield', { pricePerKg: 0.16 })!;
    expect(trialSentence(answer, same, us)).toMatch(/Nothing is told/);
  });

  it('a split plot is held against both its errors', () => {
    const split = trialOf(
      {
        layout: 'splitPlot',
        check: 0,
        factors: [
          {
            question: 'downforce',
            levels: [
              { label: 'light', value: null },
              { label: 'firm', value: null },
            ],
          },
          { question: 'rate', levels: plan.factors[0]!.levels },
        ],
      },
      ({ number, block, treatment }) =>
        1.8 +
        0.1 * noise(block + 10 * Math.floor(treatment / 3)) +
        0.05 * (treatment % 3) +
        0.1 * noise(number),
    );
    const answer = answerTrial(split, 'yield')!;
    expect(answer.splitPlot!.anova.map(({ source }) => source)).toContain('wholeError');
    expect(answer.against[0]!.treatment.label).toMatch(/36k/);
    expect(trialFactorsSentence(answer)).toMatch(/factor/);
  });
});

describe('the demo’s trials are what was put in', () => {
  const depths = demoTrials.filter((one) => trialKey(one).startsWith('corn, depth'));

  it('two years contradict each other, each told in its own', () => {
    expect(depths.map(siteOf)).toEqual(['Heron Bottom 2025', 'Windmill East 2026']);
    const [dry, moist] = depths.map((one) => trialSentence(answerTrial(one, 'yield')!, one, us));
    expect(dry).toMatch(/^2½ in, firm bore .* more than chance makes/);
    expect(moist).toMatch(/^1½ in, firm bore .* more than chance makes/);
    for (const one of depths)
      expect(trialFactorsSentence(answerTrial(one, 'yield')!)).toMatch(/Neither factor changes/);
  });

  it('until moisture is read: together they say where depths change places, within what was put in', () => {
    const together = trialsTogether(depths, 'yield');
    expect(togetherSentence(together, 'yield', us)).toMatch(
      /varies more between sites than it is large/,
    );
    const crossing = together.covariate!.crossings.find(
      ({ a, b }) => [a, b].includes('1½ in') && [a, b].includes('2½ in'),
    )!;
    expect(crossing.interval![0]).toBeLessThan(0.205);
    expect(crossing.interval![1]).toBeGreaterThan(0.205);
    expect(trialMoistureSentence(together, us)).toMatch(
      /^It depends on the furrow: below 2\d\.\d % of water .* 2½ in bears more, above it 1½ in/,
    );
  });

  it('one site alone says nothing of the next, and a demonstration is listed and not read', () => {
    expect(togetherSentence(trialsTogether(depths.slice(0, 1), 'yield'), 'yield', us)).toMatch(
      /says nothing of the next/,
    );
    // The list of trials says of it what its own page says.
    expect(togetherSentence(trialsTogether(depths.slice(0, 1), 'yield'), 'yield', us)).toContain(
      trialSentence(answerTrial(depths[0]!, 'yield')!, depths[0]!, us),
    );
    const starter = demoTrials.filter(({ demonstration }) => demonstration);
    const together = trialsTogether(starter, 'yield');
    expect(together).toMatchObject({ read: [], sites: null });
    expect(togetherSentence(together, 'yield', us)).toMatch(/^Nothing to combine yet/);
  });

  it('crops are never pooled: the same levels in soybean are a question of their own', () => {
    const [one] = depths;
    const soybean: TrialReading = {
      ...one!,
      planting: { ...one!.planting, data: { ...one!.planting.data, crop: 'soybean' } },
    };
    expect(trialKey(soybean)).not.toBe(trialKey(one!));
    expect(new Set([...depths, soybean].map(trialKey)).size).toBe(2);
  });

  it('a site with a missed strip has the difference its own page gives, adjusted for blocks', () => {
    const siteWith = (season: number, missed: number) => {
      const one = trialOf(
        {},
        ({ number, block, treatment }) =>
          1.4 + 0.2 * block + 0.05 * treatment + noise(number + season),
        ({ number }) => (number === missed ? { done: 'missed' } : {}),
      );
      return { ...one, planting: { ...planting, data: { ...planting.data, season } } };
    };
    const own = [siteWith(2026, 1), siteWith(2027, 12)];
    const { atSites } = trialsTogether(own, 'yield');
    expect(atSites).toHaveLength(4);
    for (const reading of own)
      for (const { treatment, difference } of answerTrial(reading, 'yield')!.against)
        expect(
          atSites.find((one) => one.site === siteOf(reading) && one.level === treatment.label)!
            .difference,
        ).toBeCloseTo(difference, 12);
  });

  it('one strip of each at three sites is read, the sites being the blocks', () => {
    const [starter] = demoTrials.filter(({ demonstration }) => demonstration);
    const sites = [0, 1, 2].map((i): TrialReading => ({
      ...starter!,
      field: { ...starter!.field, data: { ...starter!.field.data, name: `Field ${i}` } },
      strips: starter!.strips.map((strip, s) => ({
        ...strip,
        figures: { ...strip.figures, yield: 1.2 + 0.05 * strip.treatment + 0.01 * ((s + i) % 3) },
      })),
    }));
    const together = trialsTogether(sites, 'yield');
    expect(together.read).toHaveLength(3);
    expect(together.sites!.differencesFromCheck).toHaveLength(sites[0]!.treatments.length - 1);
    // One answer over few sites, with what is usual between them; what they show alone stands in the details.
    const [over] = together.overall;
    expect(over!.usualSpread).toBe(true);
    expect(over!.atNewSite[1] - over!.atNewSite[0]).toBeGreaterThan(
      over!.interval[1] - over!.interval[0],
    );
    expect(sitesAloneSentence(together, 'yield', us)).toMatch(/^By these 3 sites alone \(REML\), /);
    expect(sitesAloneSentence(trialsTogether(sites.slice(0, 1), 'yield'), 'yield', us)).toBeNull();
    expect(togetherSentence(together, 'yield', us)).toMatch(/^Over 3 sites and years/);
    // The same strips, called block 1 of a design with blocks, give the same answer.
    const asBlocks = sites.map((one) => ({ ...one, demonstration: false }));
    if (sites[0]!.strips.length > 3)
      expect(trialsTogether(asBlocks, 'yield').sites).toEqual(together.sites);
  });
});
