export * from './sheet';
export * from './to-query';
