/** What other stages may use of this one. */
export { NameNative, nameNative } from './commands/name-native';
export { OverrideWorks, overrideWorks } from './commands/override-works';
export { SieveInput, saveSieve } from './commands/save-sieve';
export { UndoOverrides, undoOverrides } from './commands/undo-overrides';
export { type ParityView, ParityWorks, parityView, parityWorks } from './queries/parity-view';
export { sieveFile } from './queries/sieve-file';
export { AskText, askText } from './queries/text-answers';
export { freezeSieve } from './store/freeze-sieve';
export { overridesOn } from './store/overrides';
export { basisOf, basisWords } from './store/sieve-basis';
export { outcomeNow, outcomeWords, type SieveState, sieveContext, sieveOf, sieveState } from './store/sieve-state';
export { latestVersion, versionState } from './store/versions';
