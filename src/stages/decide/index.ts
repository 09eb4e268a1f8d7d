/** What other stages may use of this one. */

export { askFullTexts } from './commands/ask-full-texts';
export { decideWork } from './commands/decide';
export { decideMany } from './commands/decide-many';
export { mergeReasons } from './commands/merge-reasons';
export { removeAttachment } from './commands/remove-attachment';
export { saveFullText } from './commands/save-full-text';
export { saveReasons } from './commands/save-reasons';
export { saveStages } from './commands/save-stages';
export { saveTemplates } from './commands/save-templates';
export { startReasons } from './commands/start-reasons';
export { undoAct } from './commands/undo-act';
export { writeDifference } from './commands/write-difference';
export { compareVersions } from './queries/compare-versions';
export { lookAgain } from './queries/look-again';
export { precedents } from './queries/precedents';
export { searchPdfs } from './queries/search-pdfs';
export { seenDecisions } from './queries/seen-decisions';
export { type AttachmentLine, addPages, attachmentsOf, titlesHeld } from './store/attachments';
export { type FullTextLine, lineOf } from './store/full-text';
export { absorbedBy, type CurrentDecision, homesOf } from './store/latest-decisions';
export { decisionsOn, placeIn, type ReviewState, reviewState } from './store/review-state';
export { templatesOf, writeUpOf } from './store/review-ways';
