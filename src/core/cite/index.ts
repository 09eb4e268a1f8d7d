export * from './file-name';
export * from './lint';
export * from './references';
export * from './styles';
export * from './unlike-names';
