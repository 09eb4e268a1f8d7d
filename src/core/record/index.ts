export * from './bib-record';
export * from './day-interval';
export * from './identifiers';
export * from './names';
export * from './problem';
