export { addPart } from './addPart.ts';
export {
  boundsOf,
  middleOf,
  ringsOf,
  type Boundary,
  type Position,
  type Ring,
} from './boundary.ts';
export { cutTo } from './cutTo.ts';
export { checkBoundary, tidied, type BoundaryTrouble } from './checkBoundary.ts';
export { geodesicArea } from './geodesicArea.ts';
export { fieldArea } from './fieldArea.ts';
export { fromEdge, gridIn, isIn } from './planeShape.ts';
export {
  apart,
  bearing,
  compassWord,
  onPlane,
  planeAt,
  type PlaneShape,
  type Metres,
  type Plane,
} from './plane.ts';
export { geodesicBearing, geodesicDistance } from './geodesicDistance.ts';
export { NO_FIX, steady, TOO_ROUGH_M, type Fix, type Steady } from './steadyFix.ts';
export {
  TILE_PX,
  tileAddress,
  tilesOver,
  tileSourceProblem,
  type Tile,
  type TileSource,
} from './mapTiles.ts';
export { readPlace } from './readPlace.ts';
