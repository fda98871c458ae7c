import type { SignsSeen } from '../diagnosis/index.ts';
import { PLACED } from '../digs/index.ts';
import type { CardCells, CardDig, CardFurrow } from './cardCells.ts';
import type { PlanterCard } from './readPlanterCard.ts';

/** Digs of a row below which its gaps, or its late plants, say nothing. */
const LEAST_DIGS = 2;
/** More rows than this share of the machine are no single rows. */
const FEW = 1 / 4;

/**
 * What is known of a row, as evidence: seen, or looked for and not there. What nobody looked at is left out.
 *
 * @example rowSigns(card, cells, 4).rowShallow // true
 */
export function rowSigns(card: PlanterCard, cells: CardCells, row: number): SignsSeen {
  const own = card.rows[row - 1]!;
  const measured = (measure: (typeof own.findings)[number]['measure']) =>
    card.measures.some(
      (one) => one.measure === measure && one.cells.some((cell) => cell.row === row),
    );
  const named = (measure: (typeof own.findings)[number]['measure'], side: 'above' | 'below') =>
    measured(measure)
      ? own.findings.some((one) => one.measure === measure && one.side === side)
      : undefined;
  const machineDepth = card.machine.find(({ measure }) => measure === 'depth');
  const ofMachine = (side: 1 | -1) =>
    measured('depth') ? Math.sign(machineDepth?.value ?? 0) === side : undefined;
  const places = new Set(
    card.measures.flatMap(({ cells: all }) => all.map(({ placeId }) => placeId)),
  );
  const furrows = cells.furrows.filter((one) => one.row === row && places.has(one.placeId));
  const furrow = (is: (one: CardFurrow) => boolean) =>
    furrows.length === 0 ? undefined : 2 * furrows.filter(is).length >= furrows.length;
  const digs = cells.digs.filter((one) => one.row === row);
  const gaps = digs.filter(({ gap }) => gap !== null);
  const late = digs.filter((one) => one.late !== null);
  const most = (of: readonly CardDig[], is: (one: CardDig) => boolean) =>
    of.length < LEAST_DIGS ? undefined : 2 * of.filter(is).length >= of.length;
  const found = (...finds: CardDig['gap'][]) => most(gaps, ({ gap }) => finds.includes(gap));
  const tracks = card.planter.trackRows;
  const wheels = furrows.map(({ closingWheel }) => closingWheel).filter(Boolean);
  const others = cells.furrows.filter((one) => one.row !== row && one.closingWheel !== '');
  return {
    rowShallow: named('depth', 'below'),
    rowDeep: named('depth', 'above'),
    rowLoose: named('depthSpread', 'above'),
    rowThin: named('stand', 'below'),
    rowLate: named('late', 'above'),
    rowSkips: named('skips', 'above'),
    rowDoubles: named('doubles', 'above'),
    rowScatter: named('scatter', 'above'),
    gapsRepeat: own.gaps?.repeating
      ? true
      : own.gaps?.turns && own.gaps.tapeToTellM === null
        ? false
        : undefined,
    inTracks: tracks.length === 0 ? undefined : tracks.includes(row),
    tracksWorse: tracks.includes(row)
      ? card.patterns.some(({ pattern }) => pattern === 'tracks')
      : undefined,
    fewRows:
      own.badness > 0 ? card.worst.length <= Math.max(1, FEW * card.planter.rows) : undefined,
    allShallow: ofMachine(-1),
    allDeep: ofMachine(1),
    wFloor: furrow(({ shape }) => shape === 'w'),
    falseBottom: furrow(({ floor }) => floor === 'falseBottom'),
    smearedWall: furrow(({ wall }) => wall === 'smeared'),
    openSlot: furrow(({ closing }) => closing === 'open' || closing === 'partlyOpen'),
    looseSlot: furrow(({ closing }) => closing === 'loose'),
    packedSlot: furrow(({ closing }) => closing === 'overPacked'),
    hairPinned: furrow(({ contact }) => contact === 'hairPinned'),
    airPockets: furrow(({ contact }) => contact === 'airPockets'),
    dryClods: furrow(({ contact }) => contact === 'dryClods'),
    wheelsDiffer:
      wheels.length === 0 || others.length === 0
        ? undefined
        : 2 * others.filter(({ closingWheel }) => closingWheel !== wheels[0]).length >
          others.length,
    gapsWithoutSeed: found('noSeed'),
    gapsDry: found('dry'),
    gapsDriedOut: found('dried'),
    gapsRotten: found('rotten'),
    gapsAbnormal: found('abnormal'),
    gapsBent: found('bent'),
    gapsLeafedOut: found('leafedOut'),
    gapsEaten: found('eaten'),
    gapsHollow: found('hollow'),
    latePlaced: most(late, ({ late: why }) => why !== null && PLACED.includes(why)),
    crustSeen: most(digs, ({ crusted }) => crusted),
    residueOver: most(digs, ({ underResidue }) => underResidue),
  };
}

/**
 * What is known of the machine as a whole: what at least half of the rows looked at show. What sets single rows apart is no sign of it.
 *
 * @example machineSigns(card, cells).allDeep // true
 */
export function machineSigns(card: PlanterCard, cells: CardCells): SignsSeen {
  const rows = card.rows.filter(({ seen }) => seen).map(({ row }) => rowSigns(card, cells, row));
  const names = [...new Set(rows.flatMap((signs) => Object.keys(signs)))] as (keyof SignsSeen)[];
  return Object.fromEntries(
    names.flatMap((name) => {
      const looked = rows.flatMap((signs) => signs[name] ?? []);
      return looked.length === 0
        ? []
        : [[name, 2 * looked.filter(Boolean).length >= looked.length] as const];
    }),
  );
}
