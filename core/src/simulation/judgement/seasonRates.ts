import type { DataOf, Kept, Kind } from '../../records/index.ts';
import {
  readTrenchCheck,
  readWalkFacts,
  readWalkStand,
  rowsNamed,
  trenchStop,
  type NamedRow,
} from '../../readings/index.ts';
import type { DemoPlanting } from '../demo/demoScenarios.ts';
import { makeDemoSeason, type DemoSeason } from '../demo/makeDemoSeason.ts';
import { rateOver, type Rate } from './rate.ts';

/** Goose's faults: row 4 set shallow, 6 and 7 in the tractor's tracks (a little shallow, uneven), 9 with a damaged cell. */
const FAULTY = [4, 6, 7, 9];
/** Plantings of the demo whose rows are counted or dug one by one, with those faults and no other. */
const rowByRow = ({ planter, trench, walk, rowsOff }: DemoPlanting) =>
  planter === 'Goose' && !rowsOff && (trench !== undefined || walk?.method === 'everyRow');

/**
 * Seasons like the demo's, simulated anew, read from their records as the screens read
 * them: what was put in is found, and nothing else is accused.
 *
 * @param first variant of the demo to begin with; @param runs seasons
 */
export function seasonRates({ first, runs }: { first: number; runs: number }): Rate[] {
  const found: boolean[] = [];
  const digs: boolean[] = [];
  const walks: boolean[] = [];
  const seasons: boolean[] = [];
  for (let variant = first; variant < first + runs; variant++) {
    const plantings = namedBy(makeDemoSeason({ variant, only: rowByRow }));
    const wrongly = (named: readonly NamedRow[]) => named.some(({ row }) => !FAULTY.includes(row));
    let accused = false;
    for (const { check, stand } of plantings) {
      if (check) digs.push(wrongly(check));
      if (stand) walks.push(wrongly(stand));
      accused ||= wrongly([...(check ?? []), ...(stand ?? [])]);
    }
    seasons.push(accused);
    const dug = plantings.find(({ check }) => check !== null)!;
    const row4 = (named: readonly NamedRow[] | null) =>
      named?.find(({ row }) => row === 4)?.why ?? [];
    found.push(row4(dug.check).includes('too shallow') && row4(dug.stand).includes('thin'));
  }
  const rate = (what: string, cases: readonly boolean[], limit: Rate['limit']) =>
    rateOver(what, cases.map(Number), limit);
  return [
    rate('a season like the demo’s: row 4, set shallow, is named shallow and thin', found, {
      atLeast: 0.95,
    }),
    rate('a season like the demo’s: a row without a fault accused by its trench check', digs, {
      atMost: 0.05,
    }),
    rate('a season like the demo’s: a row without a fault accused by a stand walk', walks, {
      atMost: 0.05,
    }),
    rate('a season like the demo’s: any row without a fault accused at all', seasons, {
      atMost: 0.05,
    }),
  ];
}

/** What check and walk of each planting name. */
function namedBy(season: DemoSeason) {
  const of = <K extends Kind>(kind: K) =>
    season.records.filter((one) => one.kind === kind) as unknown as (Kept<K> & {
      id: string;
      data: DataOf<K>;
    })[];
  const observations = of('observation');
  const ownOf = (stopId: string) => observations.filter(({ data }) => data.stopId === stopId);
  return of('planting').map((planting) => {
    const field = of('field').find(({ id }) => id === planting.data.fieldId)!.data;
    const planter = of('planter').find(({ id }) => id === planting.data.planterId)!.data;
    const walks = of('walk').filter(({ data }) => data.plantingId === planting.id);
    const stopsOf = (walkId: string) => of('stop').filter(({ data }) => data.walkId === walkId);
    const dug = walks.flatMap(({ id, data }) =>
      data.purpose === 'trench' ? [{ id, data }] : [],
    )[0];
    const walked = walks.flatMap(({ id, data }) =>
      data.purpose === 'stand' ? [{ id, data }] : [],
    )[0];
    const check =
      dug &&
      readTrenchCheck(
        dug,
        planting,
        field,
        planter,
        stopsOf(dug.id).map((stop) => trenchStop(stop, ownOf(stop.id))),
      );
    const stops = walked ? stopsOf(walked.id) : [];
    const stand =
      walked &&
      readWalkStand(
        readWalkFacts(walked, planting, field, planter, stops, null),
        stops.map(({ id }) => ownOf(id)),
      );
    return {
      check: check ? rowsNamed(check, null) : null,
      stand: stand ? rowsNamed(null, stand) : null,
    };
  });
}
