export * from './facts';
export * from './methods';
export * from './table';
