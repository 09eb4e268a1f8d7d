/** What other stages may use of this one. */
export { AddKnown, addKnown } from './commands/add-known';
export { DrawSample, drawCheck } from './commands/draw-sample';
export { JudgeSample, judgeSample } from './commands/judge-sample';
export { RemoveKnown, removeKnown } from './commands/remove-known';
export { RuleKnown, ruleKnown } from './commands/rule-known';
export { type AuditView, auditLines, auditUnevenness, latestSpot } from './queries/audit';
export { type KnownView, knownView, placeKnown, settled } from './queries/known-view';
export { type OverlapView, OverlapWorks, overlapView, overlapWorks } from './queries/overlap';
export { knownList } from './store/known';
export { standingVerdicts } from './store/samples';
