/** What other stages may use of this one. */
export { saveCriteria } from './commands/save-criteria';
export { saveSettings } from './commands/save-settings';
export { asksOfEach, criteriaOf } from './store/criteria';
export { changesOf, currentReasons, reasonsOf } from './store/reasons';
