export * from './agreement';
export { chapman, type TwoSourceEstimate } from './chapman';
export { sampleSizeFor, upperBoundOfMarked } from './hypergeometric';
export * from './overlap';
export * from './proportions';
export * from './sample';
export * from './spot-check';
export { wilsonInterval } from './wilson';
