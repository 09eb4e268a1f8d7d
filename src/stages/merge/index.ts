/** What other stages may use of this one. */
export { editField } from './commands/edit-field';
export { mergeAgain } from './commands/merge-again';
export { ruleMerge } from './commands/rule-merge';
export { undoMerge } from './commands/undo-merge';
export { countDerived, deriveRecords } from './jobs/derive-records';
export { linkWorks } from './jobs/family-links';
export { knownRecords, mergeWorks } from './jobs/merge-works';
export { firstNumbers, isFirstMerge, type NumberedWork, numbersBeside } from './jobs/work-numbers';
export { type DecisionToSettle, decisionsToSettle } from './queries/decisions-to-settle';
export { type Family, familyOf } from './queries/families-view';
export { joinsView } from './queries/joins-view';
export { mergeView } from './queries/merge-view';
export { pairView } from './queries/pair-view';
export { fieldEdits } from './store/field-edits';
export { mayBeOneOf, mergesOf } from './store/merge-blocks';
export { standingRulings } from './store/merge-rulings';
export { replaceClaims, staleClaims } from './store/stale-claims';
export { titlesOf } from './store/titles';
