export * from './axes';
export * from './entry-types';
export { FOREIGN_WORDS } from './foreign-words';
export * from './lookup';
export * from './mask';
export { INDEXER_STATUSES, MEDLINE_STATUSES, MEDLINE_SUBSETS } from './medline-fields';
export { RIS_TYPES } from './ris-types';
export * from './term-sets';
