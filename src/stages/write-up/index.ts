/** What other stages may use of this one. */
export { SaveWriteUp, saveWriteUp } from './commands/save-write-up';
export { writeUpData } from './queries/data';
export { tablesOf } from './queries/tables';
