/** What other stages may use of this one. */
export { addKnown } from './commands/add-known';
export { drawCheck } from './commands/draw-sample';
export { judgeSample } from './commands/judge-sample';
export { removeKnown } from './commands/remove-known';
export { ruleKnown } from './commands/rule-known';
export { type AuditView, askUnevenness, auditLines, latestSpot } from './queries/audit';
export { type KnownView, knownView, placeKnown, settled } from './queries/known-view';
export { type OverlapView, overlapView, overlapWorks } from './queries/overlap';
export { knownList, knownTitles } from './store/known';
export { standingVerdicts } from './store/samples';
