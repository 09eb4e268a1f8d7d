/** What other stages may use of this one. */
export { CriteriaInput, saveCriteria } from './commands/save-criteria';
export { ReviewSettings, saveSettings } from './commands/save-settings';
export { criteriaOf } from './store/criteria';
export { changesOf, currentReasons, type ReasonLine, reasonsOf } from './store/reasons';
