import { ACRE_M2, INCH_M, toSi } from '../../units/index.ts';
import { group } from 'd3-array';
import { v7 as uuidv7 } from 'uuid';
import { DEFAULT_DEPTH_TOLERANCE_M, NORMAL_FURROW } from '../../depth/index.ts';
import { DEFAULT_FIELD_LOSS, hoopArea } from '../../targets/index.ts';
import { countedLength, rowsAsSeen } from '../../stand/index.ts';
import { planStops } from '../../sampling/index.ts';
import { hoursSince } from '../../readings/index.ts';
import { daysBetween } from '../../season/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { idFor, type DataOf, type InputOf, type Kind } from '../../records/index.ts';
import type { WeatherDay } from '../../weather/index.ts';
import { digBelow } from '../digBelow.ts';
import { digRow } from '../digRow.ts';
import { commonestStage, countStretch, emergedInStretch, plantsInStretch } from '../readStand.ts';
import { simulateStand, type SimulatedStand } from '../simulateStand.ts';
import {
  DEMO_GROWERS,
  DEMO_PLANTERS,
  DEMO_PLANTINGS,
  DEMO_ZONE_MIN,
  DEMO_SEASON,
  DEMO_TODAY,
  DEMO_WORK,
  demoScenario,
  PASS_M,
  ZONE_PARTS,
  type DemoEmergence,
  type DemoPlanting,
  type DemoTrench,
  type DemoWalk,
} from './demoScenarios.ts';
import { addCases } from './demoCases.ts';
import { addPlantsAtStop, addTags } from './demoPlants.ts';
import { demoField, type DemoField } from './demoShapes.ts';
import { addTrials } from './demoTrials.ts';
import { demoStation, FORECAST_SOURCE, STATION_SHAPE } from './demoStation.ts';

export interface DemoRecord<K extends Kind = Kind> {
  kind: K;
  id: string;
  data: DataOf<K>;
  by: string;
  at: string;
}

export interface DemoSeason {
  workspaceId: string;
  workspace: DataOf<'workspace'>;
  people: { id: string; name: string; role: 'agronomist' | 'scout' }[];
  /** In an order that puts parents first. */
  records: DemoRecord[];
  /** The known truth behind each planting's walk, by field name. */
  truth: Record<string, SimulatedStand>;
}

/** Length of an ordinary tape, m. */
const TAPE_M = 8;

/**
 * The made-up season of the Almirel Bench district on 27 May 2027, with known faults put in by the
 * simulation. The same every time.
 *
 * @param only plantings to make; @param variant another draw of the same district: same planters, faults and walks, other seeds and places;
 * @param stationsAt where the demo's weather stations answer; null: nowhere
 * @example makeDemoSeason().records.length
 */
export function makeDemoSeason({
  variant = 0,
  only = () => true,
  stationsAt = null,
}: {
  variant?: number;
  stationsAt?: string | null;
  only?(planting: DemoPlanting): boolean;
} = {}): DemoSeason {
  const random = seededRandom(20270527 + variant);
  // Ids have a source of their own: a record more moves nothing that was drawn before.
  const ids = seededRandom(19 + variant);
  let tick = Date.parse('2027-04-01T08:00:00Z');
  const newId = () =>
    uuidv7({
      msecs: (tick += 1000),
      random: Uint8Array.from({ length: 16 }, () => ids.below(256)),
    });
  const records: DemoRecord[] = [];
  const add = <K extends Kind>(
    kind: K,
    data: InputOf<K>,
    by = 'Noor Castellane',
    at = '2027-04-01T08:00:00.000Z',
  ) => {
    // What is one thing wherever it is made is that here too: a station that is fetched meets its months.
    const id = idFor(kind, data as DataOf<K>, newId);
    records.push({ kind, id, data, by, at } as DemoRecord);
    return id;
  };
  const people = [
    { id: newId(), name: 'Noor Castellane', role: 'agronomist' as const },
    { id: newId(), name: 'Ife Marlow', role: 'scout' as const },
    { id: newId(), name: 'Teo Lindqvist', role: 'scout' as const },
  ];
  const workspaceId = newId();
  const growers = new Map(DEMO_GROWERS.map((name) => [name, add('grower', { name })]));
  const planters = new Map(
    DEMO_PLANTERS.map(
      ({ name, type, units, rowWidthM, trackRows, cells, depthStopStepM, typed, typedStep }) => [
        name,
        add('planter', {
          name,
          type,
          rows: units(0.05).length,
          rowWidthM,
          cells: type === 'drill' ? null : cells,
          depthStopStepM,
          trackRows: [...trackRows],
          asTyped: { rowWidthM: typed, depthStopStepM: typedStep },
        }),
      ],
    ),
  );
  const addStation = (demo: DemoPlanting) => {
    const { name, slug, days, forecast } = demoStation(demo);
    const at = (file: string) => (stationsAt ? `${stationsAt}/stations/${slug}/${file}` : null);
    const stationId = add('weatherStation', {
      name,
      soilDepthM: 2 * INCH_M,
      shape: STATION_SHAPE,
      address: at('days.csv'),
      forecastAddress: at('forecast.csv'),
    });
    stations.set(demo.field, stationId);
    addMonths(stationId, days);
    add('weatherForecast', {
      stationId,
      at: `${DEMO_TODAY}T05:00:00.000Z`,
      source: FORECAST_SOURCE,
      days: forecast(DEMO_TODAY),
    });
    return stationId;
  };
  const addMonths = (stationId: string, days: readonly WeatherDay[]) => {
    const measured = days.filter(({ on }) => on < DEMO_TODAY);
    for (const [month, own] of group(measured, ({ on }) => on.slice(0, 7)))
      add('weatherMonth', { stationId, month, days: own });
  };
  const stations = new Map<string, string>();
  const truth: Record<string, SimulatedStand> = {};
  const fields = new Map<string, string>();
  /** By field and name. */
  const zones = new Map<string, string>();
  DEMO_PLANTINGS.forEach((demo, i) => {
    if (!only(demo)) return;
    const planter = DEMO_PLANTERS.find(({ name }) => name === demo.planter)!;
    const { season = DEMO_SEASON } = demo;
    const ground = demoField(demo.field, demo.areaAc)!;
    const fieldId = fields.get(demo.field) ?? addField(demo, ground);
    fields.set(demo.field, fieldId);
    const stationId = stations.get(demo.field);
    if (stationId && season !== DEMO_SEASON) addMonths(stationId, demoStation(demo).days);
    const plantingId = add('planting', {
      fieldId,
      planterId: planters.get(demo.planter)!,
      season,
      crop: demo.crop,
      variety: demo.variety,
      plantedOn: demo.plantedOn,
      rowWidthM: planter.rowWidthM,
      seedsPerM2: demo.seedsPerAc / ACRE_M2,
      depthTargetM: demo.depthIn * INCH_M,
      germination: demo.germination,
      fieldLoss: DEFAULT_FIELD_LOSS,
      beside: demo.beside ?? null,
      asTyped: {
        rowWidthM: planter.typed,
        seedsPerM2: demo.typedRate,
        depthTargetM: demo.typedDepth,
      },
    });
    if (demo.note) addNote(demo.note, plantingId);
    if (!demo.walk && !demo.trench) return;
    const stand = simulateStand(demoScenario(demo), 100 + i + 1000 * variant);
    if (season === DEMO_SEASON && demo.walk) truth[demo.field] = stand;
    if (demo.trench) addTrench(demo, demo.trench, plantingId, stand);
    if (demo.below) addBelow(demo, demo.below, plantingId, stand);
    if (demo.emergence) addEmergence(demo, demo.emergence, plantingId, stand);
    if (demo.walk) addWalk(demo, demo.walk, plantingId, stand, ground);
  });
  for (const { planter, ...item } of DEMO_WORK)
    add(
      'workItem',
      {
        planterId: planters.get(planter)!,
        season: DEMO_SEASON,
        priority: 'middle',
        state: 'todo',
        ...item,
      },
      'Noor Castellane',
      '2026-11-20T16:00:00.000Z',
    );
  addCases(records, fields, add);
  addTrials(records, fields, planters, add);
  return {
    workspaceId,
    workspace: {
      name: 'Almirel Bench',
      fixedToday: DEMO_TODAY,
      season: DEMO_SEASON,
      weights: null,
      decimalMark: null,
      fullYields: null,
      prices: null,
      usualDifference: null,
      faultyShare: null,
    },
    people,
    records,
    truth,
  };

  function addField(
    demo: DemoPlanting,
    { boundary, passes, headlandM, gateway, obstacle, zone, band }: DemoField,
  ) {
    const fieldId = add('field', {
      growerId: growers.get(demo.grower)!,
      name: demo.field,
      areaM2: demo.areaAc * ACRE_M2,
      soil: demo.soil,
      stationId: addStation(demo),
      boundary,
      headlandM,
      passes,
      asTyped: {
        areaM2: `${demo.areaAc} ac`,
        headlandM: `${Math.round(headlandM / (12 * INCH_M))} ft`,
      },
    });
    for (const { name, fromM, toM } of demo.ground.zones)
      if (name in ZONE_PARTS) {
        const shape = band(fromM / PASS_M, toM / PASS_M);
        const part = ZONE_PARTS[name]!;
        const id = add('fieldPart', { fieldId, part, name, shape, at: null });
        zones.set(`${demo.field} ${name}`, id);
      }
    if (zone)
      add('fieldPart', {
        fieldId,
        part: zone.part,
        name: zone.name,
        shape: band(zone.from, zone.to),
        at: null,
      });
    add('fieldPart', { fieldId, part: 'gateway', name: gateway.name, shape: null, at: gateway.at });
    if (obstacle)
      add('fieldPart', {
        fieldId,
        part: 'obstacle',
        name: obstacle.name,
        shape: obstacle.shape,
        at: null,
      });
    return fieldId;
  }

  /** Where the stops of a walk were drawn before it. */
  function addPlan(demo: DemoPlanting, walk: DemoWalk, plantingId: string, ground: DemoField) {
    const own = demo.ground.zones.flatMap(({ name, fromM, toM }) => {
      const id = zones.get(`${demo.field} ${name}`);
      return id ? [{ id, shape: ground.band(fromM / PASS_M, toM / PASS_M) }] : [];
    });
    const { units, rowWidthM } = DEMO_PLANTERS.find(({ name }) => name === demo.planter)!;
    const rows = units(0.05).length;
    const seed = 27;
    const { places, shares } = planStops({
      boundary: ground.boundary,
      zones: own,
      obstacles: ground.obstacle ? [ground.obstacle.shape] : [],
      headlandM: ground.headlandM,
      seed,
      stops: walk.stops,
      rows,
      rowsAtOnce: rows,
      earlier: [],
      passes: ground.passes,
      widthM: rows * rowWidthM,
    })!;
    const at = `${walk.on}T12:20:00.000Z`;
    const id = add(
      'samplingPlan',
      {
        plantingId,
        madeAt: at,
        madeOn: walk.on,
        seed,
        rowsAtOnce: rows,
        headlandM: ground.headlandM,
        shares,
        car: ground.gateway.at,
        places,
      },
      walk.walkedBy,
      at,
    );
    return { id, places };
  }

  function addNote({ on, by, text }: NonNullable<DemoPlanting['note']>, plantingId: string) {
    const at = `${on}T16:00:00.000Z`;
    const place = { walkId: null, stop: null, row: null };
    add('note', { plantingId, ...place, text, at, on, zoneOffsetMin: DEMO_ZONE_MIN }, by, at);
  }

  function addTrench(
    demo: DemoPlanting,
    trench: DemoTrench,
    plantingId: string,
    stand: SimulatedStand,
  ) {
    const by = trench.walkedBy;
    const rows = stand.scenario.planter.units.length;
    const source = trench.seed === undefined ? random : seededRandom(trench.seed + variant);
    const stamp = (minutes: number) =>
      new Date(Date.parse(`${demo.plantedOn}T14:00:00Z`) + minutes * 60_000).toISOString();
    const walkId = add(
      'walk',
      {
        plantingId,
        purpose: 'trench',
        startedAt: stamp(0),
        startedOn: demo.plantedOn,
        zoneOffsetMin: DEMO_ZONE_MIN,
        finishedAt: stamp(55),
        walkedBy: by,
        note: '',
        targetM: demo.depthIn * INCH_M,
        toleranceM: DEFAULT_DEPTH_TOLERANCE_M,
        readTo: 'bottom',
        seedsPerRow: trench.seedsPerRow,
        gauge: null,
        asTyped: { targetM: demo.typedDepth },
      },
      by,
      stamp(0),
    );
    const stopId = add(
      'stop',
      { walkId, ordinal: 1, travel: 'away', chosen: false, note: '' },
      by,
      stamp(1),
    );
    add(
      'observation',
      {
        stopId,
        type: 'ground',
        row: null,
        dryLayerM: trench.dryLayerM,
        feel: 'adequate',
        sensor: null,
        sensorAdequate: null,
        speedMPerS: toSi(trench.speedMph, 'mph'),
        note: '',
        asTyped: { dryLayerM: trench.typedDryLayer, speedMPerS: `${trench.speedMph} mph` },
      },
      by,
      stamp(2),
    );
    for (let row = 1; row <= rows; row++) {
      // A rule is read to the nearest eighth of an inch, on one's knees; a tape to half a centimetre.
      const read = { random: source, errorSdM: INCH_M / 16, stepM: INCH_M / 8 };
      // At two spots: neighbours share the bounce of the unit.
      const here = Math.ceil(trench.seedsPerRow / 2);
      const spots = [
        digRow(stand, { pass: 1, row, fromM: 90 + row }, here, read),
        digRow(stand, { pass: 1, row, fromM: 96 + row }, trench.seedsPerRow - here, read),
      ];
      const gapsM = spots.flatMap((seeds) =>
        seeds
          .slice(1)
          .map(({ positionM }, i) =>
            Math.max(0.005, Math.round((positionM - seeds[i]!.positionM) * 200) / 200),
          ),
      );
      add(
        'observation',
        {
          stopId,
          type: 'trench',
          row,
          at: stamp(2 + row * 4),
          seeds: spots.flat().map(({ depthM }) => ({
            depthM,
            typed: '',
            moist: null,
            by: 'rule' as const,
          })),
          gapsM,
          gapsTyped: gapsM.map(() => ''),
          ...NORMAL_FURROW,
          ...trench.furrows[row],
          settings: {
            depthStop: demo.planter === 'Goose' && row === 4 ? '5' : '8',
            downforce: '200 lb',
            rowCleaner: trench.rowCleaner ?? '',
            closingWheel: trench.closingWheels[row] ?? '',
          },
        },
        by,
        stamp(2 + row * 4),
      );
    }
    // The cab's screen was read on the first check alone.
    if (trench.seed !== undefined) return;
    add(
      'observation',
      {
        stopId,
        type: 'monitor',
        row: null,
        perM2: 31800 / ACRE_M2,
        singulation: 0.987,
        source: 'cab',
        asTyped: { perM2: '31,800', singulation: '98.7 %' },
      },
      by,
      stamp(53),
    );
  }

  function addBelow(
    demo: DemoPlanting,
    { on, by, rows, seeds }: NonNullable<DemoPlanting['below']>,
    plantingId: string,
    stand: SimulatedStand,
  ) {
    const where = seededRandom(37 + variant);
    rows.forEach((row, i) => {
      const at = new Date(Date.parse(`${on}T15:00:00Z`) + i * 5 * 60_000).toISOString();
      const dug = digBelow(
        stand,
        { pass: Math.min(2, stand.scenario.passes - 1), row, fromM: 60 + row },
        seeds,
        hoursSince(demo.plantedOn, at, DEMO_ZONE_MIN),
        where,
      );
      add(
        'belowGround',
        {
          plantingId,
          row,
          at,
          on,
          zoneOffsetMin: DEMO_ZONE_MIN,
          seeds: dug.map(({ state, depthM, moist, shootM }) => ({
            state,
            depthM: Math.round(depthM! / (INCH_M / 8)) * (INCH_M / 8),
            typed: '',
            moist,
            shootM,
          })),
          over: [...(dug[0]?.over ?? [])],
          crustM: null,
        },
        by,
        at,
      );
    });
  }

  function addEmergence(
    demo: DemoPlanting,
    { countedBy, flaggedOn, countedOn, lengthM, typedLength, lengths, place }: DemoEmergence,
    plantingId: string,
    stand: SimulatedStand,
  ) {
    const { planter, passes, zones } = stand.scenario;
    const stamp = (on: string, minutes: number) =>
      new Date(Date.parse(`${on}T14:00:00Z`) + minutes * 60_000).toISOString();
    // A source of its own: what is flagged moves nothing else of the season.
    const where = seededRandom(31 + variant);
    const places =
      lengths === 'everyRow'
        ? planter.units.map((_, i) => ({ row: i + 1, zone: '', pass: 1, fromM: 55 }))
        : zones.flatMap(({ name, fromM, toM }) =>
            Array.from({ length: lengths.inEachZone }, () => ({
              row: 1 + where.below(planter.units.length),
              zone: name,
              pass: where.below(passes),
              fromM: fromM + 10 + where.uniform() * (toM - fromM - 20),
            })),
          );
    places.forEach(({ row, zone, pass, fromM }, i) => {
      const lengthId = add(
        'flaggedLength',
        {
          plantingId,
          row: zone ? null : row,
          zone,
          lengthM,
          sownFrom: 'rate',
          seeds: null,
          place,
          at: stamp(flaggedOn, i * 2),
          asTyped: { lengthM: typedLength },
        },
        countedBy,
        stamp(flaggedOn, i * 2),
      );
      const atH = countedOn.map((on) =>
        hoursSince(demo.plantedOn, stamp(on, i * 2), DEMO_ZONE_MIN),
      );
      const stretch = { pass, row, fromM, toM: fromM + lengthM };
      const { emerged } = emergedInStretch(stand, stretch, atH);
      countedOn.forEach((on, visit) => {
        add(
          'emergenceCount',
          {
            lengthId,
            at: stamp(on, i * 2),
            on,
            zoneOffsetMin: DEMO_ZONE_MIN,
            round: 1,
            counted: 'new',
            plants: emerged[visit]! - (emerged[visit - 1] ?? 0),
            lost: 0,
            flagsM: null,
          },
          countedBy,
          stamp(on, i * 2),
        );
      });
    });
  }

  function addWalk(
    demo: DemoPlanting,
    walk: DemoWalk,
    plantingId: string,
    stand: SimulatedStand,
    ground: DemoField,
  ) {
    const plan = walk.planned ? addPlan(demo, walk, plantingId, ground) : null;
    const { passes, passLengthM, planter } = stand.scenario;
    const rows = planter.units.length;
    const { rowWidthM } = planter;
    const atH = 24 * daysBetween(demo.plantedOn, walk.on);
    const stamp = (minutes: number) =>
      new Date(Date.parse(`${walk.on}T13:00:00Z`) + minutes * 60_000).toISOString();
    const hoopDiameterM = walk.hoopDiameterM ?? null;
    const lengthM = walk.lengthM ?? null;
    const walkId = add(
      'walk',
      {
        plantingId,
        purpose: 'stand',
        startedAt: stamp(0),
        startedOn: walk.on,
        zoneOffsetMin: DEMO_ZONE_MIN,
        finishedAt: walk.finished ? stamp(walk.stops * 7) : null,
        planId: plan?.id ?? null,
        dugOn: walk.plants ? walk.on : null,
        method: walk.method,
        lengthM,
        hoopDiameterM,
        walkedBy: walk.walkedBy,
        note: '',
        asTyped: { [walk.method === 'hoop' ? 'hoopDiameterM' : 'lengthM']: walk.typedLength ?? '' },
      },
      walk.walkedBy,
      stamp(0),
    );
    // A source of its own: what is dug moves nothing that was drawn before.
    const digging = seededRandom(47 + variant);
    const covered = countedLength({ method: walk.method, lengthM, hoopDiameterM, rowWidthM });
    for (let s = 0; s < walk.stops; s++) {
      // Drawn also where a plan says it, so that what follows stays as it was.
      const drawn = {
        pass: random.below(passes),
        along: 0.05 + 0.9 * ((s + random.uniform()) / walk.stops),
      };
      const planned = plan?.places[s];
      const shares = planned && ground.shares(planned.at);
      const pass = shares ? Math.min(passes - 1, Math.floor(shares.across * passes)) : drawn.pass;
      const fromM =
        passLengthM * (shares ? Math.max(0.03, Math.min(0.97, shares.along)) : drawn.along) - 6;
      const travel = planned?.travel ?? (pass % 2 === 0 ? ('away' as const) : ('toward' as const));
      const where = planned?.at ?? ground.place((pass + 0.5) / passes, (fromM + 6) / passLengthM);
      const at = stamp(s * 7 + 3);
      const stopId = add(
        'stop',
        {
          walkId,
          ordinal: s + 1,
          travel,
          chosen: false,
          planned: planned ? s : null,
          at: where,
          accuracyM: 3,
          note: '',
        },
        walk.walkedBy,
        at,
      );
      const countedRows =
        walk.method === 'everyRow' ? rowsAsSeen(rows, travel) : [1 + random.below(rows)];
      const stretch = (row: number, longM: number) => ({
        pass,
        row,
        fromM,
        toM: fromM + longM,
        atH,
      });
      // In step is what most plants of the stop are, whatever the row.
      const inStep = commonestStage(
        stand,
        rowsAsSeen(rows, travel).map((row) => stretch(row, lengthM ?? 5)),
      );
      for (const row of countedRows) {
        // A hoop lies over several drill rows and both sides of a tape over two: sum what lies under it.
        const strands =
          walk.method === 'hoop'
            ? Math.ceil((hoopDiameterM ?? 1) / rowWidthM)
            : walk.method === 'bothSides'
              ? 2
              : 1;
        const strandM =
          walk.method === 'hoop' ? hoopArea(hoopDiameterM!) / rowWidthM / strands : lengthM!;
        const counts = Array.from({ length: strands }, (_, k) =>
          countStretch(stand, stretch(1 + ((row - 1 + k) % rows), strandM), inStep),
        );
        const sum = (part: 'inStep' | 'oneBehind' | 'twoBehind') =>
          counts.reduce((total, count) => total + count[part], 0);
        add(
          'observation',
          {
            stopId,
            type: 'count',
            row: walk.method === 'everyRow' || walk.method === 'oneRow' ? row : null,
            lengthM: covered,
            rowWidthM,
            inStep: sum('inStep'),
            oneBehind: sum('oneBehind'),
            twoBehind: sum('twoBehind'),
          },
          walk.walkedBy,
          at,
        );
      }
      const layTape = (row: number, longM: number) => {
        const plants = plantsInStretch(stand, { pass, row, fromM, toM: fromM + longM, atH });
        const positionsM = plants
          .map(({ positionM }) => Math.min(longM, Math.round((positionM - fromM) * 200) / 200))
          .sort((a, b) => a - b);
        add(
          'observation',
          {
            stopId,
            type: 'tape',
            row,
            positionsM,
            readToM: longM,
            typed: positionsM.map(() => ''),
          },
          walk.walkedBy,
          at,
        );
      };
      if (walk.longTapes?.stop === s + 1)
        for (const row of walk.longTapes.rows) layTape(row, walk.longTapes.lengthM);
      if (walk.plants)
        addPlantsAtStop(
          add,
          stand,
          walk.plants,
          { pass, fromM, atH },
          { id: stopId, ordinal: s + 1, by: walk.walkedBy, at },
          digging,
        );
      else if (s < 3) for (const row of walk.tapeRows) layTape(row, TAPE_M);
    }
    if (walk.tags)
      addTags(add, stand, walk.tags, {
        id: walkId,
        plantingId,
        on: walk.on,
        plantedOn: demo.plantedOn,
        by: walk.walkedBy,
      });
  }
}
