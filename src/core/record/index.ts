export * from './bib-record';
export * from './columns';
export * from './day-interval';
export * from './identifiers';
export * from './inspect';
export * from './memo';
export * from './names';
export * from './problem';
