/** What other stages may use of this one. */
export { addRetrieval, NewRetrieval } from './commands/add-retrieval';
export { cancelImport, FileId } from './commands/cancel-import';
export { cancelJob, JobId } from './commands/cancel-job';
export { MapColumns, mapColumns } from './commands/map-columns';
export { MapTerm, mapTerm } from './commands/map-term';
export { MarkRerun, markRerun } from './commands/mark-rerun';
export { ReadAgain, readAgain } from './commands/read-again';
export { DatabaseInput, saveDatabase } from './commands/save-database';
export { SaveRetrieval, saveRetrieval } from './commands/save-retrieval';
export { tryAsideAgain } from './commands/try-aside-again';
export { WithdrawRetrieval, withdrawRetrieval } from './commands/withdraw-retrieval';
export { importFile } from './jobs/import-file';
export { unmappedTerms } from './queries/database-view';
export { countedFiles } from './queries/file-counts';
export { jobLines, retrieveView } from './queries/retrieve-view';
export { searchLog } from './queries/search-log';
export { databaseNames, databasesOf, UNATTRIBUTED } from './store/databases';
export { retrievalOfFiles, retrievalsOf } from './store/retrievals';
export { RULE_SET, Scopes } from './store/rule-set';
export {
  ASIDE_RULES,
  type AsideRecord,
  asideOf,
  countAside,
  readClaims,
  standingAside,
  Unprocessable,
  writeAside,
} from './store/set-aside';
