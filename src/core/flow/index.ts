export * from './quota';
export * from './reconcile';
export * from './states';
