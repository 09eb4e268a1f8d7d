import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { Format } from '@/core/formats';
import type { Direction, Way } from '@/core/found';
import type { CountReasons, SearchStep } from '@/core/parity';
import type { BibRecord, ColumnMapping, Problem } from '@/core/record';

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
    /** '' for a search of databases; else a way of finding beside them, with no database. */
    way: p.string().length(20).$type<Way | ''>().default(''),
    withdrawn: p.boolean(),
    withdrawnWhy: p.text(),
    /** Why it is to be run again; '' when it is not. */
    rerun: p.text(),
    /** Limiters set there that are known not to have taken, each with why: this review's sieve is counted on instead. */
    stated: p.json<{ native: string; why: string }[]>(),
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
    retrievalId: p.uuid().persist(false),
    retrieval: () =>
      p
        .manyToOne(Retrieval)
        .joinColumns('review_id', 'retrieval_id')
        .referencedColumnNames('review_id', 'id')
        .createForeignKeyConstraint(false),
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
    /** Put out of sight by a person: a file of which nothing was read. */
    archived: p.boolean(),
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
    fileId: p.uuid().persist(false),
    file: () =>
      p
        .manyToOne(ImportFile)
        .joinColumns('review_id', 'file_id')
        .referencedColumnNames('review_id', 'id')
        .createForeignKeyConstraint(false),
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

/** A record that could not be processed: it is in no work, and everything else went on without it. */
export const SetAside = defineEntity({
  name: 'SetAside',
  properties: {
    reviewId: p.uuid().primary(),
    recordNo: p.integer().primary(),
    step: p.enum(['derive', 'merge', 'classify'] as const),
    reason: p.text(),
    /** Names of the rules by which it failed; with others it is tried again. */
    rules: p.string().length(80),
    at: p.datetime(),
  },
});
export type SetAside = InferEntity<typeof SetAside>;

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

/** How a source that no database gave was found: a line beside its record. */
export const Finding = defineEntity({
  name: 'Finding',
  properties: {
    reviewId: p.uuid().primary(),
    recordNo: p.integer().primary(),
    way: p.string().length(20).$type<Way>(),
    /** The journal, shelf, site, organisation or person. */
    place: p.string().length(300),
    /** A record of the work whose citations were followed, so that it stays the same work when works are joined. */
    ofRecord: p.integer().nullable(),
    direction: p.string().length(12).$type<Direction>().nullable(),
    /** The round of citation searching; 0 for none. */
    round: p.integer(),
    /** ISO date; '' while nobody said. */
    foundOn: p.string().length(10),
    note: p.text(),
    /** What of a pasted reference was not understood. */
    notRead: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type Finding = InferEntity<typeof Finding>;
