/** The sheet and the list of works, as the screens of every stage show them. */

export { decisionWords } from './decision-words';
export { Evidence, KnownPill, Value } from './Evidence';
export { FamilyTimeline } from './FamilyTimeline';
export { Figure } from './Figure';
export { ListWithSheet } from './ListWithSheet';
export { LookAgain } from './LookAgain';
export { type QuotaLine, QuotaList, QuotaMeter } from './QuotaList';
export { BlindPane, ReadingPane } from './ReadingPane';
export { RulingDialog } from './RulingDialog';
export type { RulingTarget } from './ruling-target';
export { RECORD_FORMATS } from './TakeList';
export { useWorkLines } from './useWorkLines';
export { WaysTo } from './WaysTo';
export { WorkSheet } from './WorkSheet';
