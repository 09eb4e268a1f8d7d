export * from './draft';
export * from './mentions';
