import { z } from 'zod';
import { RemoveAttachment, removeAttachment, SearchPdfs, searchPdfs } from './attachments';
import { PreviewRuling, previewRuling, RuleAxis, ruleAxis, UndoRuling, undoRuling } from './axis-rulings';
import { auditUnevenness } from './checks/audit';
import { AddKnown, addKnown, RemoveKnown, RuleKnown, removeKnown, ruleKnown } from './checks/known';
import { OverlapWorks, overlapWorks } from './checks/overlap';
import { DrawSample, drawCheck, JudgeSample, judgeSample } from './checks/samples';
import { classifyView } from './classify-view';
import type { Context } from './context';
import { MapTerm, mapTerm } from './database-terms';
import { DecideMany, DecideWork, decideMany, decideWork, SeenDecisions, seenDecisions, UndoAct, undoAct } from './decide-work';
import { EditField, editField } from './field-edits';
import { cancelImport, FileId, MapColumns, mapColumns, ReadAgain, readAgain } from './file-actions';
import { SaveFullText, saveFullText } from './full-text';
import { listWorks, WorkNumbers } from './list-works';
import { cancelJob, JobId, mergeAgain } from './merge-jobs';
import { RuleMerge, ruleMerge, UndoMerge, undoMerge } from './merge-rulings';
import { OrderWorks, orderWorks } from './order-works';
import { PairOfRecords, pairView } from './pair-view';
import { NameNative, nameNative, ParityWorks, parityView, parityWorks } from './parity-view';
import { PrecedentsOf, precedents, WriteDifference, writeDifference } from './precedents';
import { MergeReasons, mergeReasons, ReasonsInput, saveReasons, startReasons } from './reasons';
import {
  addRetrieval,
  MarkRerun,
  markRerun,
  NewRetrieval,
  SaveRetrieval,
  saveRetrieval,
  WithdrawRetrieval,
  withdrawRetrieval,
} from './retrievals';
import { Archive, archiveReview, DeleteReview, deleteReview } from './review-life';
import { ReviewSettings, saveSettings } from './review-settings';
import { SaveStages, SaveTemplates, SaveWriteUp, saveStages, saveTemplates, saveWriteUp } from './review-ways';
import { CriteriaInput, saveCriteria } from './save-criteria';
import { DatabaseInput, saveDatabase } from './save-database';
import { freezeSieve, SieveInput, saveSieve } from './save-sieve';
import { CopyScheme, copyScheme, DropScheme, dropScheme, SaveScheme, saveScheme } from './schemes';
import { tryAsideAgain } from './set-aside';
import { OverrideWorks, overrideWorks, UndoOverrides, undoOverrides } from './sieve-overrides';
import { CompareVersions, compareVersions } from './sieve-versions';
import { AskText, askText } from './text-answers';
import { DropVenue, dropVenue, importVenues, previewVenues, SaveVenue, saveVenue, VenueFileText } from './venue-register';
import { wordedLikeRuled } from './worded-like';

const verb = <I, O>(input: z.ZodType<I>, run: (ctx: Context, reviewId: string, input: I) => Promise<O>) => ({ input, run });

/** What the interface can ask of a review: each verb with the shape of its input, and the use case that answers. */
export const VERBS = {
  decide: verb(DecideWork, decideWork),
  'decide-many': verb(DecideMany, decideMany),
  'seen-decisions': verb(SeenDecisions, seenDecisions),
  'undo-act': verb(UndoAct, undoAct),
  precedents: verb(PrecedentsOf, precedents),
  'write-difference': verb(WriteDifference, writeDifference),
  'save-reasons': verb(ReasonsInput, saveReasons),
  'merge-reasons': verb(MergeReasons, mergeReasons),
  'start-reasons': verb(z.strictObject({}), startReasons),
  'save-templates': verb(SaveTemplates, saveTemplates),
  'save-stages': verb(SaveStages, saveStages),
  'save-full-text': verb(SaveFullText, saveFullText),
  'remove-attachment': verb(RemoveAttachment, removeAttachment),
  'search-pdfs': verb(SearchPdfs, searchPdfs),
  'save-write-up': verb(SaveWriteUp, saveWriteUp),
  'draw-sample': verb(DrawSample, drawCheck),
  'judge-sample': verb(JudgeSample, judgeSample),
  'add-known': verb(AddKnown, addKnown),
  'rule-known': verb(RuleKnown, ruleKnown),
  'remove-known': verb(RemoveKnown, removeKnown),
  'overlap-works': verb(OverlapWorks, overlapWorks),
  'audit-unevenness': verb(z.strictObject({}), async (ctx, id) => ({ ok: true as const, uneven: await auditUnevenness(ctx, id) })),
  archive: verb(Archive, archiveReview),
  'delete-review': verb(DeleteReview, deleteReview),
  'save-sieve': verb(SieveInput, saveSieve),
  'freeze-sieve': verb(z.strictObject({ note: z.string().max(2000) }), async (ctx, id, { note }) => ({
    ok: true as const,
    version: await freezeSieve(ctx, id, note),
  })),
  'ask-text': verb(AskText, askText),
  'override-works': verb(OverrideWorks, overrideWorks),
  'undo-overrides': verb(UndoOverrides, undoOverrides),
  'compare-versions': verb(CompareVersions, compareVersions),
  'save-settings': verb(ReviewSettings, saveSettings),
  'save-criteria': verb(CriteriaInput, saveCriteria),
  'save-database': verb(DatabaseInput, saveDatabase),
  'map-term': verb(MapTerm, mapTerm),
  'add-retrieval': verb(NewRetrieval, addRetrieval),
  'save-retrieval': verb(SaveRetrieval, saveRetrieval),
  'withdraw-retrieval': verb(WithdrawRetrieval, withdrawRetrieval),
  'mark-rerun': verb(MarkRerun, markRerun),
  parity: verb(z.strictObject({}), async (ctx, id) => ({ ok: true as const, view: await parityView(ctx, id) })),
  'parity-works': verb(ParityWorks, parityWorks),
  'name-native': verb(NameNative, nameNative),
  'cancel-import': verb(FileId, cancelImport),
  'read-again': verb(ReadAgain, readAgain),
  'map-columns': verb(MapColumns, mapColumns),
  'rule-merge': verb(RuleMerge, ruleMerge),
  'undo-merge': verb(UndoMerge, undoMerge),
  'edit-field': verb(EditField, editField),
  'try-aside-again': verb(z.strictObject({}), tryAsideAgain),
  'merge-again': verb(z.strictObject({}), mergeAgain),
  'cancel-job': verb(JobId, cancelJob),
  'rule-axis': verb(RuleAxis, ruleAxis),
  'preview-ruling': verb(PreviewRuling, previewRuling),
  'worded-like': verb(z.strictObject({}), wordedLikeRuled),
  'undo-ruling': verb(UndoRuling, undoRuling),
  'classify-view': verb(z.strictObject({}), async (ctx, id) => ({ ok: true as const, view: await classifyView(ctx, id) })),
  'preview-venues': verb(VenueFileText, previewVenues),
  'import-venues': verb(VenueFileText, importVenues),
  'save-venue': verb(SaveVenue, saveVenue),
  'drop-venue': verb(DropVenue, dropVenue),
  'copy-scheme': verb(CopyScheme, copyScheme),
  'save-scheme': verb(SaveScheme, saveScheme),
  'drop-scheme': verb(DropScheme, dropScheme),
  pair: verb(PairOfRecords, pairView),
  works: verb(WorkNumbers, async (ctx, id, numbers) => ({ ok: true as const, works: await listWorks(ctx, id, numbers) })),
  'order-works': verb(OrderWorks, async (ctx, id, input) => ({ ok: true as const, numbers: await orderWorks(ctx, id, input) })),
} as const;

export type Verb = keyof typeof VERBS;
export type VerbInput<V extends Verb> = V extends 'decide'
  ? DecideWork
  : V extends 'judge-sample'
    ? JudgeSample
    : z.infer<(typeof VERBS)[V]['input']>;
export type VerbOutput<V extends Verb> = Awaited<ReturnType<(typeof VERBS)[V]['run']>>;
