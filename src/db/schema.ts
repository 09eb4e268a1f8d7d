import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { EvidenceScheme, Flag, PackedClaims, Tier, WorkAxis, WorkCause } from '@/core/classify';
import type { DecisionVerdict, Quota } from '@/core/flow';
import type { Format } from '@/core/formats';
import type { LinkType, MergedField, MergeKeys } from '@/core/merge';
import type { CountReasons, LimiterProfile, SearchStep } from '@/core/parity';
import type { BibRecord, ColumnMapping, Problem } from '@/core/record';
import type { MaskAxis, Sieve } from '@/core/sieve';
import type { VenueEntry } from '@/core/venues';

/** Tables of a review carry `review_id` first in their keys, and no query crosses reviews. */
export const Review = defineEntity({
  name: 'Review',
  properties: {
    id: p.uuid().primary(),
    title: p.string().length(300),
    question: p.text(),
    kind: p.string().length(40),
    population: p.text(),
    intervention: p.text(),
    comparison: p.text(),
    outcome: p.text(),
    asOf: p.string().length(10),
    scheme: p.string().length(40),
    person: p.string().length(120),
    /** Raised whenever works, classification or columns change. */
    revision: p.integer(),
    /** The working sieve; saved versions are immutable rows of their own. */
    sieve: p.json<Sieve>(),
    /** Raised by every edit of the working sieve: two people's edits cannot silently overwrite each other. */
    sieveEdit: p.integer(),
    createdAt: p.datetime(),
  },
});
export type Review = InferEntity<typeof Review>;

export const Criterion = defineEntity({
  name: 'Criterion',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    position: p.integer(),
    text: p.string().length(300),
    definition: p.text(),
    judgedBy: p.enum(['limiter', 'reader'] as const),
    reasonCode: p.string().length(40),
    quota: p.json<Quota>().nullable(),
    archived: p.boolean(),
  },
});
export type Criterion = InferEntity<typeof Criterion>;

export const SourceDatabase = defineEntity({
  name: 'SourceDatabase',
  uniques: [{ properties: ['reviewId', 'tag'] }],
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    position: p.integer(),
    name: p.string().length(120),
    tag: p.string().length(2),
    profile: p.json<LimiterProfile>(),
  },
});
export type SourceDatabase = InferEntity<typeof SourceDatabase>;

/** One search on one day on one platform: what a published search log says of it. Never deleted, only withdrawn. */
export const Retrieval = defineEntity({
  name: 'Retrieval',
  uniques: [{ properties: ['reviewId', 'number'] }],
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    /** 1, 2, 3… a review, as people name it. */
    number: p.integer(),
    /** The databases searched. With several, a record says which it is from, or it is unattributed. */
    databaseIds: p.json<string[]>(),
    platform: p.string().length(200),
    /** ISO date, '' while nobody said. */
    searchedOn: p.string().length(10),
    coverageFrom: p.string().length(40),
    coverageTo: p.string().length(40),
    defaultFields: p.string().length(400),
    wordVariation: p.string().length(400),
    strategy: p.text(),
    steps: p.json<SearchStep[]>(),
    reported: p.integer().nullable(),
    exported: p.integer().nullable(),
    reasons: p.json<CountReasons>(),
    /** How the results were sorted when the export was cut off at a limit. */
    sortOrder: p.string().length(200),
    capped: p.boolean(),
    ranBy: p.string().length(120),
    notes: p.text(),
    /** The earlier run of the same search that this one brings up to date. */
    updates: p.uuid().nullable(),
    withdrawn: p.boolean(),
    withdrawnWhy: p.text(),
    /** Why it is to be run again; '' when it is not. */
    rerun: p.text(),
    /** Raised by every edit: two people's edits cannot silently overwrite each other. */
    edit: p.integer(),
    createdAt: p.datetime(),
  },
});
export type Retrieval = InferEntity<typeof Retrieval>;

export const ImportFile = defineEntity({
  name: 'ImportFile',
  indexes: [{ properties: ['reviewId', 'retrievalId'] }],
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    retrievalId: p.uuid(),
    /** The file whose rejected entries this one holds, corrected: its entries are not counted a second time. */
    corrects: p.uuid().nullable(),
    /** How a table's columns are read; null for other formats, and until a person said so. */
    mapping: p.json<ColumnMapping>().nullable(),
    name: p.string().length(300),
    bytes: p.bigint('number'),
    sha256: p.string().length(64),
    format: p.string().length(20).$type<Format>().nullable(),
    state: p.enum(['received', 'waiting', 'imported', 'refused', 'cancelled', 'failed'] as const),
    parsed: p.integer(),
    rejected: p.integer(),
    message: p.text(),
    receivedAt: p.datetime(),
  },
});
export type ImportFile = InferEntity<typeof ImportFile>;

export const RecordRow = defineEntity({
  name: 'RecordRow',
  tableName: 'record',
  indexes: [{ properties: ['reviewId', 'fileId'] }],
  properties: {
    reviewId: p.uuid().primary(),
    no: p.integer().primary(),
    fileId: p.uuid(),
    /** Null when it came from a search of several databases and does not say from which. */
    databaseId: p.uuid().nullable(),
    ordinal: p.integer(),
    line: p.integer(),
    raw: p.text(),
    item: p.json<BibRecord>(),
    problems: p.json<Problem[]>(),
    /** A name that does not depend on the order of imports: tag, accession and a hash of the raw text. */
    stableName: p.text(),
  },
});
export type RecordRow = InferEntity<typeof RecordRow>;

export const RejectedEntry = defineEntity({
  name: 'RejectedEntry',
  properties: {
    reviewId: p.uuid().primary(),
    fileId: p.uuid().primary(),
    ordinal: p.integer().primary(),
    line: p.integer(),
    code: p.string().length(40),
    message: p.text(),
    raw: p.text(),
  },
});
export type RejectedEntry = InferEntity<typeof RejectedEntry>;

export const RecordClaimsRow = defineEntity({
  name: 'RecordClaimsRow',
  tableName: 'record_claims',
  properties: {
    reviewId: p.uuid().primary(),
    recordNo: p.integer().primary(),
    /** Rules and database scope that the document was derived with. */
    ruleSet: p.string().length(80),
    doc: p.json<PackedClaims>().columnType('json'),
    /** Terms that no table and no map knows; a copy of the document's, to be counted. */
    unmapped: p.json<string[]>(),
    /** Keys of the type terms that the record carries: what a database's map can bear on. */
    terms: p.json<string[]>(),
  },
});

/** What lists and the reading pane need of a classification, without its claims. */
export interface StoredAxis {
  codes: string[];
  status: string;
  tier: Tier | null;
  /** What the contradicting claims say, when they do. */
  disputed?: string[];
  /** Why it is conflicting, or which claims disagree: works that share one can be ruled on together. */
  causes?: WorkCause[];
}

export const Work = defineEntity({
  name: 'Work',
  properties: {
    reviewId: p.uuid().primary(),
    no: p.integer().primary(),
    title: p.text(),
    authors: p.text(),
    container: p.text(),
    dateWords: p.string().length(60),
    doi: p.text(),
    pmid: p.string().length(20),
    /** The record whose title and abstract are shown. */
    shownRecord: p.integer(),
    records: p.json<number[]>(),
    membership: p.bigint('number'),
    axes: p.json<Record<MaskAxis, StoredAxis>>(),
    flags: p.json<Flag[]>(),
    /** Set when a later record showed that this is the same work as another; its decisions stay readable there. */
    absorbedBy: p.integer().nullable(),
    absorbedAt: p.datetime().nullable(),
  },
});
export type Work = InferEntity<typeof Work>;

export const WorkRecord = defineEntity({
  name: 'WorkRecord',
  indexes: [{ properties: ['reviewId', 'workNo'] }],
  properties: {
    reviewId: p.uuid().primary(),
    recordNo: p.integer().primary(),
    workNo: p.integer(),
    /** False while the record's retrieval is withdrawn: its work's number is kept for it. */
    active: p.boolean(),
    /** The number it had before its work became another: it returns there, to its decisions, when it is taken out. */
    priorNo: p.integer(),
  },
});

/** What merging compares of a record, derived once. */
export const MergeKeyRow = defineEntity({
  name: 'MergeKeyRow',
  tableName: 'merge_key',
  properties: {
    reviewId: p.uuid().primary(),
    recordNo: p.integer().primary(),
    /** The rules that the keys were made by. */
    rules: p.string().length(40),
    doc: p.json<MergeKeys>().columnType('json'),
  },
});

/** Pairs of records that were judged to be one publication, or nearly so: a later merge only judges what is new. */
export const MergePairRow = defineEntity({
  name: 'MergePairRow',
  tableName: 'merge_pair',
  properties: {
    reviewId: p.uuid().primary(),
    a: p.integer().primary(),
    b: p.integer().primary(),
    score: p.double(),
    verdict: p.enum(['join', 'ask'] as const),
  },
});

/** Two works that a person should look at, by the pair of their records that speaks most for one publication. */
export const MergeQuestion = defineEntity({
  name: 'MergeQuestion',
  properties: {
    reviewId: p.uuid().primary(),
    a: p.integer().primary(),
    b: p.integer().primary(),
    score: p.double(),
    held: p.boolean(),
  },
});

/** By which rules a review's pairs were judged. */
export const MergeState = defineEntity({
  name: 'MergeState',
  properties: { reviewId: p.uuid().primary(), rules: p.string().length(40) },
});

/** What a person ruled of two records. Only ever added; an act of several rows is undone by a row that names it. */
export const MergeRulingRow = defineEntity({
  name: 'MergeRulingRow',
  tableName: 'merge_ruling',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    act: p.uuid(),
    verdict: p.enum(['join', 'apart', 'link', 'unlink', 'undo'] as const),
    a: p.integer(),
    b: p.integer(),
    /** Stable names: the ruling holds for the same records when they are imported again. */
    aName: p.text(),
    bName: p.text(),
    /** For a link: a is this of b. */
    link: p.string().length(20).$type<LinkType>().nullable(),
    undoes: p.uuid().nullable(),
    reason: p.text(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type MergeRulingRow = InferEntity<typeof MergeRulingRow>;

/** A link between two works of a family. */
export const WorkLink = defineEntity({
  name: 'WorkLink',
  indexes: [{ properties: ['reviewId', 'toNo'] }],
  properties: {
    reviewId: p.uuid().primary(),
    fromNo: p.integer().primary(),
    toNo: p.integer().primary(),
    type: p.string().length(20).$type<LinkType>().primary(),
    basis: p.json<string[]>(),
    conclusions: p.string().length(10).$type<'changed' | 'unchanged' | ''>(),
    ruled: p.boolean(),
  },
});
export type WorkLink = InferEntity<typeof WorkLink>;

/** A value that a person set for a field of a work, or took back (null). Only ever added. */
export const WorkEdit = defineEntity({
  name: 'WorkEdit',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    workNo: p.integer(),
    field: p.string().length(20).$type<MergedField>(),
    value: p.text().nullable(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});

/** An entry of a review's register of venues: a journal or a press. */
export const VenueRow = defineEntity({
  name: 'VenueRow',
  tableName: 'venue',
  properties: {
    reviewId: p.uuid().primary(),
    /** What tells it from others: ISSNs and first year, or the name. */
    key: p.string().length(400).primary(),
    entry: p.json<VenueEntry>(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type VenueRow = InferEntity<typeof VenueRow>;

/** An evidence scheme of a review's own, copied from another and changed. */
export const SchemeRow = defineEntity({
  name: 'SchemeRow',
  tableName: 'evidence_scheme',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.string().length(40).primary(),
    doc: p.json<EvidenceScheme>(),
    /** Raised by every edit: two people's edits cannot silently overwrite each other. */
    edit: p.integer(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type SchemeRow = InferEntity<typeof SchemeRow>;

/** What a person ruled on an axis of one work, or of all that share a cause. Only ever added; undone by a row that names it. */
export const RulingRow = defineEntity({
  name: 'RulingRow',
  tableName: 'ruling',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    axis: p.string().length(20).$type<WorkAxis>(),
    codes: p.json<string[]>(),
    /** On one work; on the works that shared a cause then; or on later ones too. */
    reach: p.enum(['one', 'these', 'standing'] as const),
    cause: p.json<RulingCause>().nullable(),
    /** Records it is bound to, so that a later split or join carries it; their stable names hold across imports. */
    records: p.json<number[]>(),
    names: p.json<string[]>(),
    /** How many works it was on when it was made. */
    works: p.integer(),
    reason: p.text(),
    undoes: p.integer().nullable(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type RulingRow = InferEntity<typeof RulingRow>;

/** What works share: the title of their journal, or why an axis of theirs is disputed. */
export type RulingCause = { kind: 'journal'; key: string; label: string } | { kind: 'claims'; key: string; label: string };

export const ReviewColumns = defineEntity({
  name: 'ReviewColumns',
  properties: {
    reviewId: p.uuid().primary(),
    revision: p.integer(),
    bytes: p.blob(),
    /** What they were made by: while it is the same, works that did not change need not be classified again. */
    basis: p.text(),
  },
});

/** Rows of the columns that changed after these were written, as columns of their own. */
export const ColumnsPatch = defineEntity({
  name: 'ColumnsPatch',
  properties: {
    reviewId: p.uuid().primary(),
    revision: p.integer().primary(),
    bytes: p.blob(),
  },
});
export type ColumnsPatch = InferEntity<typeof ColumnsPatch>;

/** What a limiter that reads text said of every work, in the order of the columns of a revision. */
export const TextAnswer = defineEntity({
  name: 'TextAnswer',
  properties: {
    reviewId: p.uuid().primary(),
    /** Hash of the test. */
    key: p.string().length(64).primary(),
    revision: p.integer(),
    bytes: p.blob(),
  },
});

/** A person's word on one work at some limiters of the sieve. Only ever added; undone by a row that names it. */
export const SieveOverride = defineEntity({
  name: 'SieveOverride',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    fate: p.enum(['pass', 'stop', 'undo'] as const),
    limiters: p.json<string[]>(),
    /** A record of the work, so that the word stays with it when works are joined or parted; and its number then. */
    recordNo: p.integer(),
    workNo: p.integer(),
    undoes: p.integer().nullable(),
    reason: p.text(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type SieveOverride = InferEntity<typeof SieveOverride>;

export const SieveVersion = defineEntity({
  name: 'SieveVersion',
  properties: {
    reviewId: p.uuid().primary(),
    number: p.integer().primary(),
    limiters: p.json<Sieve>(),
    note: p.text(),
    /** What outcomes under this version rest on. */
    basis: p.json<{
      asOf: string;
      scheme: string;
      kind: string;
      ruleSet: string;
      revision: number;
      parts?: { rulings: number; merges: number; overrides: number; venues: string; maps: string };
    }>(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type SieveVersion = InferEntity<typeof SieveVersion>;

export const Decision = defineEntity({
  name: 'Decision',
  properties: {
    reviewId: p.uuid().primary(),
    workNo: p.integer().primary(),
    /** 1, 2, 3… a work: two people cannot both write the third. */
    seq: p.integer().primary(),
    verdict: p.string().length(12).$type<DecisionVerdict>(),
    reasonCode: p.string().length(40),
    reasonText: p.text(),
    grounds: p.text(),
    /** Classification and outcome at the time. */
    snapshot: p.json<{ axes: Record<MaskAxis, StoredAxis>; dateWords: string; outcome: string }>(),
    sieveVersion: p.integer(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type Decision = InferEntity<typeof Decision>;

export const Job = defineEntity({
  name: 'Job',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    kind: p.enum(['import-file', 'classify-review', 'reclassify'] as const),
    fileId: p.uuid().nullable(),
    state: p.enum(['queued', 'running', 'done', 'cancelled', 'failed'] as const),
    /** Set by a person; the worker heeds it at its next step. */
    cancel: p.boolean(),
    done: p.bigint('number'),
    total: p.bigint('number'),
    /** What `done` and `total` count. */
    unit: p.string().length(20),
    /** Entries read so far, by an import. */
    entries: p.integer(),
    startedAt: p.datetime().nullable(),
    message: p.text(),
    updatedAt: p.datetime(),
  },
});
export type Job = InferEntity<typeof Job>;

export const entities = [
  Review,
  Criterion,
  SourceDatabase,
  Retrieval,
  ImportFile,
  RecordRow,
  RejectedEntry,
  RecordClaimsRow,
  Work,
  WorkRecord,
  MergeKeyRow,
  MergePairRow,
  MergeQuestion,
  MergeState,
  MergeRulingRow,
  WorkLink,
  WorkEdit,
  VenueRow,
  SchemeRow,
  RulingRow,
  ReviewColumns,
  ColumnsPatch,
  TextAnswer,
  SieveOverride,
  SieveVersion,
  Decision,
  Job,
]; // prettier-ignore
