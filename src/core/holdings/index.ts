export * from './embargo';
export * from './held';
export * from './kbart';
export * from './links';
