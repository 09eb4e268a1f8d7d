import { KnownRecord, KnownState, SampleCheck, SampleVerdict } from './checks';
import { LikelyBasisRow, RecordClaimsRow, RulingRow, SchemeRow, VenueRow, WorkTally } from './classification';
import { Decision, DifferenceNote, Job, JudgementRow, Reason, ReasonChange, WrittenDifference } from './decision';
import { Attachment, AttachmentPage, FullText } from './full-text';
import { FindPart, FindState, FindWord, KeptFigure, KeptFile, KeptPiece } from './kept';
import { CitationRound, HitMark, LeadRow, ListRow } from './library';
import {
  MergeBlocks,
  MergeKeyRow,
  MergePairRow,
  MergeQuestion,
  MergeRulingRow,
  MergeState,
  Work,
  WorkEdit,
  WorkLink,
  WorkRecord,
} from './merging';
import {
  Membership,
  OneTimeLink,
  PersonCredential,
  PersonPlace,
  PersonRow,
  PersonSession,
  PersonVerification,
  ReviewPlace,
  SecondFactor,
  SettingRow,
  TriedRow,
} from './people';
import { Finding, ImportFile, RecordRow, RejectedEntry, Retrieval, SetAside } from './retrieval';
import { BroughtField, Criterion, Review, ReviewChange, SourceDatabase } from './review';
import { SavedRun, SavedSearch, SearchDoor, SearchLook, SearchRun, SearchSheet, SearchTaking, StrategyReading, Thesaurus } from './search';
import { ColumnsPatch, RecordPatch, RetrievalColumns, ReviewColumns, SieveOverride, SieveVersion, TextAnswer } from './sieve';

export * from './checks';
export * from './classification';
export * from './decision';
export * from './full-text';
export * from './kept';
export * from './library';
export * from './merging';
export * from './people';
export * from './retrieval';
export * from './review';
export * from './search';
export * from './sieve';

export const entities = [
  Review,
  BroughtField,
  ReviewChange,
  Criterion,
  SourceDatabase,
  Retrieval,
  ImportFile,
  RecordRow,
  RejectedEntry,
  SetAside,
  KeptFile,
  KeptPiece,
  KeptFigure,
  FindState,
  FindPart,
  FindWord,
  RecordClaimsRow,
  Work,
  WorkRecord,
  MergeKeyRow,
  MergeBlocks,
  MergePairRow,
  MergeQuestion,
  MergeState,
  MergeRulingRow,
  WorkLink,
  WorkEdit,
  VenueRow,
  SchemeRow,
  WorkTally,
  RulingRow,
  LikelyBasisRow,
  ReviewColumns,
  ColumnsPatch,
  RetrievalColumns,
  RecordPatch,
  TextAnswer,
  SieveOverride,
  SieveVersion,
  Decision,
  JudgementRow,
  DifferenceNote,
  Reason,
  ReasonChange,
  WrittenDifference,
  FullText,
  Attachment,
  AttachmentPage,
  SampleCheck,
  SampleVerdict,
  KnownRecord,
  KnownState,
  Job,
  PersonRow,
  PersonSession,
  PersonCredential,
  PersonVerification,
  SecondFactor,
  TriedRow,
  SettingRow,
  Membership,
  PersonPlace,
  OneTimeLink,
  ReviewPlace,
  SearchDoor,
  SearchSheet,
  SearchRun,
  SearchLook,
  SearchTaking,
  SavedSearch,
  SavedRun,
  Thesaurus,
  StrategyReading,
  Finding,
  ListRow,
  CitationRound,
  LeadRow,
  HitMark,
]; // prettier-ignore
