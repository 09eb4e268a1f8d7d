/** What other stages may use of this one. */
export { askLender, hearLender } from './commands/ask-lender';
export { bringList, dropList } from './commands/bring-list';
export { markHit } from './commands/mark-hit';
export { saveLibrary } from './commands/save-library';
export { findInBook } from './queries/look-inside';
