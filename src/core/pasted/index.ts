export * from './reference';
export * from './source';
