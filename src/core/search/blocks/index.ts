export * from './checks';
export * from './lines';
export * from './sheet';
export * from './to-query';
