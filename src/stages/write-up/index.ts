/** What other stages may use of this one. */
export { saveWriteUp } from './commands/save-write-up';
export { flowFrame, writeUpData } from './queries/data';
export { tablesOf } from './queries/tables';
