export type { Held } from './held.ts';
export {
  readTrenchCheck,
  rowsToOpen,
  trenchStop,
  type DrawnSeed,
  type TrenchCheck,
  type TrenchStop,
} from './readTrenchCheck.ts';
export {
  countsOf,
  plantsOf,
  readWalkFacts,
  readWalkStand,
  tapeRun,
  type KeptCount,
  type WalkFacts,
  type WalkStand,
  type WalkStop,
} from './readWalkStand.ts';
export { namedRowsText, rowsNamed, type NamedRow } from './rowsNamed.ts';
export { listed, rowsText } from './rowsText.ts';
export { trenchVerdict } from './trenchVerdict.ts';
