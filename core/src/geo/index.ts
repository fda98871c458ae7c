export { boundsOf, ringsOf, type Boundary, type Position, type Ring } from './boundary.ts';
export { checkBoundary, tidied, type BoundaryTrouble } from './checkBoundary.ts';
export { geodesicArea } from './geodesicArea.ts';
export { fieldArea } from './fieldArea.ts';
export { fromEdge, isIn } from './planeShape.ts';
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
