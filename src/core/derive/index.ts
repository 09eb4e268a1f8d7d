export * from './derive-batch';
export * from './derived-claims';
export * from './scopes';
