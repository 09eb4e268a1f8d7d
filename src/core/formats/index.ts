export { toCsl } from './csl/write';
export { writeCsv } from './csv/write';
export * from './detect';
export type { Entry } from './entry';
export { readEntries } from './read-entries';
export { writeRis } from './ris/write';
