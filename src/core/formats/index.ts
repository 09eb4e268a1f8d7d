export { toCsl } from './csl/write';
export { writeCsv } from './csv/cells';
export { guessDelimiter, guessMapping, mappingOf } from './csv/mapping';
export { RowReader } from './csv/rows';
export * from './detect';
export type { Entry } from './entry';
export { readBatches, readEntries } from './read-entries';
export { readVenues, type VenueProblem } from './venues/read';
export { type Noted, writeRecords } from './write-records';
