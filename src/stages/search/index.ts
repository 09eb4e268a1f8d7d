/** What other stages may use of this one. */
export { bringThesaurus, setThesaurus } from './commands/bring-thesaurus';
export { dropDoor } from './commands/drop-door';
export { judgeTitle, lookAtTitles } from './commands/look-at-titles';
export { noteReading } from './commands/note-reading';
export { ownQuery } from './commands/own-query';
export { runLines } from './commands/run-lines';
export { saveDoor } from './commands/save-door';
export { keepSheet, saveSheet } from './commands/save-sheet';
export { changeSearch, runSearch, saveSearch } from './commands/saved-searches';
export { takeIn } from './commands/take-in';
export { fetchRecords } from './jobs/fetch-records';
export { runDueSearches } from './jobs/run-due-searches';
export { countBlock } from './queries/count-block';
export { askDesk, askLooks, askSaved } from './queries/desk-view';
export { knownInLines } from './queries/known-in-lines';
export { searchFacts } from './queries/strategy';
export { findHeadings, headingsBelow, nearestWords, proposeWords } from './queries/words';
