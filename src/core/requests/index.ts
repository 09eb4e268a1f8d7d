export * from './fields';
export * from './late';
