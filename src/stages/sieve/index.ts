/** What other stages may use of this one. */
export { saveVersion } from './commands/freeze-sieve';
export { nameNative } from './commands/name-native';
export { overrideWorks } from './commands/override-works';
export { saveSieve } from './commands/save-sieve';
export { saveTolerance } from './commands/save-tolerance';
export { undoOverrides } from './commands/undo-overrides';
export { cellRemedies, journalsBehind } from './queries/behind';
export { askParity, type ParityView, parityView, parityWorks } from './queries/parity-view';
export { sieveFile } from './queries/sieve-file';
export { askText } from './queries/text-answers';
export { freezeSieve } from './store/freeze-sieve';
export { overridesOn } from './store/overrides';
export { basisOf, basisWords } from './store/sieve-basis';
export { outcomeNow, outcomeWords, type SieveState, sieveContext, sieveOf, sieveState } from './store/sieve-state';
export { latestVersion, standingVersion } from './store/versions';
