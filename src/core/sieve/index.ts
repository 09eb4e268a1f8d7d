export * from './census';
export * from './columns';
export { createSieveEngine, type SieveEngine } from './engine';
export * from './funnel';
export * from './limiter';
export * from './verdict';
export { limiterWords } from './words';
