// Hot loops of neighbour maps, in single precision, four at a time. A call does one part of a work that was parted before
// anyone knew how many threads there are, and writes its own outcome alone: so that it is the same with any number.
export { nearestRows, packRows, sortNearest } from './maps/nearest';
export { descendRows, distancesFrom, joinLeaf, projectRows } from './maps/descent';
export { addWholeProducts } from './maps/products';
export { attract } from './maps/attraction';
export { repelAll, repelByTree } from './maps/repulsion';
export {
  convolveColumns,
  findInfluence,
  gatherForces,
  layKernel,
  linesBackward,
  linesForward,
  orderRows,
  spreadCharges,
} from './maps/grid';
export { moveRows } from './maps/layout';
