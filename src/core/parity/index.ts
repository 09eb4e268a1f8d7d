export * from './check-steps';
export * from './compare-runs';
export * from './counts';
export * from './profile';
export * from './steps';
