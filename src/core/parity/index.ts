export * from './check-steps';
export * from './compare-runs';
export * from './counts';
export * from './profile';
export * from './scope';
export * from './search-log';
export * from './steps';
export { readTermMap } from './term-map';
