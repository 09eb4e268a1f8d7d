export * from './source-form';
export * from './ways';
