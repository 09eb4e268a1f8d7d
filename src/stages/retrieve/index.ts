/** What other stages may use of this one. */
export { addRetrieval } from './commands/add-retrieval';
export { archiveFile } from './commands/archive-file';
export { cancelImport } from './commands/cancel-import';
export { cancelJob } from './commands/cancel-job';
export { mapColumns } from './commands/map-columns';
export { mapTerm } from './commands/map-term';
export { markRerun } from './commands/mark-rerun';
export { readAgain } from './commands/read-again';
export { receiveFile } from './commands/receive-file';
export { saveDatabase } from './commands/save-database';
export { saveRetrieval } from './commands/save-retrieval';
export { stateNative } from './commands/state-native';
export { tryAsideAgain } from './commands/try-aside-again';
export { withdrawRetrieval } from './commands/withdraw-retrieval';
export { importFile } from './jobs/import-file';
export { askWithdrawal } from './queries/ask-withdrawal';
export { unmappedTerms } from './queries/database-view';
export { countedFiles } from './queries/file-counts';
export { askJobs, jobLines, retrieveView } from './queries/retrieve-view';
export { searchLog } from './queries/search-log';
export { databaseNames, databasesOf, OTHER_WAYS, standsFor, UNATTRIBUTED } from './store/databases';
export { fileStamp } from './store/file-stamp';
export { allRetrievals, beginRetrieval, retrievalOfFiles, retrievalOfWay, retrievalsOf } from './store/retrievals';
export {
  ASIDE_RULES,
  type AsideRecord,
  asideOf,
  countAside,
  faultyAside,
  readClaims,
  standingAside,
  Unprocessable,
  writeAside,
} from './store/set-aside';
