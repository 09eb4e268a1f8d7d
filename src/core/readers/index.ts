export * from './pairs';
export * from './setting';
export * from './settle';
