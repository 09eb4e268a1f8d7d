export * from './agreement';
export * from './overlap';
export * from './proportions';
export * from './sample';
export * from './spot-check';
export { wilsonInterval } from './wilson';
