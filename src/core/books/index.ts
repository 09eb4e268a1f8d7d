export * from './chapters';
export * from './contents';
