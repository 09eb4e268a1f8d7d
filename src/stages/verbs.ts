/** Every verb of every stage: what the dispatcher looks up, what the client's types come from, what the tests walk. */

import { addKnown, askUnevenness, drawCheck, judgeSample, overlapWorks, removeKnown, ruleKnown } from '@/stages/checks';
import {
  answerJournals,
  askClassifyView,
  askLikely,
  copyScheme,
  dropScheme,
  dropVenue,
  importVenues,
  previewRuling,
  previewVenues,
  ruleAxis,
  saveScheme,
  saveVenue,
  setLikely,
  undoRuling,
  wordedLikeRuled,
} from '@/stages/classify';
import {
  askDifferences,
  askFullTexts,
  askReaders,
  compareVersions,
  decideMany,
  decideWork,
  mergeReasons,
  noteDifference,
  precedents,
  removeAttachment,
  saveFullText,
  saveReaders,
  saveReasons,
  saveStages,
  saveTemplates,
  searchPdfs,
  seenDecisions,
  settleDifference,
  startReasons,
  undoAct,
  writeDifference,
} from '@/stages/decide';
import { editField, mergeAgain, pairView, ruleMerge, undoMerge } from '@/stages/merge';
import { askMembers, changeMember, invite, withdrawInvitation } from '@/stages/people';
import { saveCriteria, saveSettings } from '@/stages/question';
import {
  addRetrieval,
  archiveFile,
  askJobs,
  askWithdrawal,
  cancelImport,
  cancelJob,
  mapColumns,
  mapTerm,
  markRerun,
  readAgain,
  saveDatabase,
  saveRetrieval,
  stateNative,
  tryAsideAgain,
  withdrawRetrieval,
} from '@/stages/retrieve';
import { archiveReview, askFigures, deleteReview } from '@/stages/review';
import {
  askParity,
  askText,
  cellRemedies,
  journalsBehind,
  nameNative,
  overrideWorks,
  parityWorks,
  saveSieve,
  saveTolerance,
  saveVersion,
  undoOverrides,
} from '@/stages/sieve';
import { askWork, findWorks, listWorks, orderWorks } from '@/stages/works';
import { saveWriteUp } from '@/stages/write-up';

/** What may be changed of a review. */
export const COMMANDS = [
  decideWork,
  decideMany,
  undoAct,
  writeDifference,
  saveReasons,
  mergeReasons,
  startReasons,
  saveTemplates,
  saveStages,
  saveFullText,
  askFullTexts,
  removeAttachment,
  saveWriteUp,
  drawCheck,
  judgeSample,
  addKnown,
  ruleKnown,
  removeKnown,
  archiveReview,
  deleteReview,
  saveSieve,
  overrideWorks,
  undoOverrides,
  saveSettings,
  saveCriteria,
  saveDatabase,
  mapTerm,
  addRetrieval,
  saveRetrieval,
  withdrawRetrieval,
  markRerun,
  stateNative,
  nameNative,
  cancelImport,
  archiveFile,
  readAgain,
  mapColumns,
  ruleMerge,
  undoMerge,
  editField,
  tryAsideAgain,
  mergeAgain,
  cancelJob,
  ruleAxis,
  undoRuling,
  importVenues,
  saveVenue,
  dropVenue,
  answerJournals,
  saveTolerance,
  copyScheme,
  saveScheme,
  dropScheme,
  setLikely,
  saveVersion,
  invite,
  withdrawInvitation,
  changeMember,
  saveReaders,
  settleDifference,
  noteDifference,
] as const;

/** What may be asked of a review. */
export const QUERIES = [
  seenDecisions,
  precedents,
  searchPdfs,
  overlapWorks,
  askText,
  compareVersions,
  parityWorks,
  journalsBehind,
  cellRemedies,
  previewRuling,
  wordedLikeRuled,
  previewVenues,
  pairView,
  listWorks,
  orderWorks,
  findWorks,
  askClassifyView,
  askLikely,
  askUnevenness,
  askParity,
  askWork,
  askFigures,
  askJobs,
  askWithdrawal,
  askMembers,
  askDifferences,
  askReaders,
] as const;

type AnyCommand = (typeof COMMANDS)[number];
type AnyQuery = (typeof QUERIES)[number];
type Named<V extends { declared: { name: string } }, N> = Extract<V, { declared: { name: N } }>;
type InputOf<V> = V extends (ctx: never, id: string, ...input: infer I) => unknown
  ? I[0] extends undefined
    ? Record<never, never>
    : NonNullable<I[0]>
  : never;
type AnswerOf<V> = V extends (...all: never[]) => Promise<infer A> ? A : never;

export type CommandName = AnyCommand['declared']['name'];
export type QueryName = AnyQuery['declared']['name'];
export type CommandInput<N extends CommandName> = InputOf<Named<AnyCommand, N>>;
export type CommandAnswer<N extends CommandName> = AnswerOf<Named<AnyCommand, N>>;
export type QueryInput<N extends QueryName> = InputOf<Named<AnyQuery, N>>;
export type QueryAnswer<N extends QueryName> = AnswerOf<Named<AnyQuery, N>>;
