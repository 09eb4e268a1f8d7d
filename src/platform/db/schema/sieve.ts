import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { Sieve } from '@/core/sieve';
import { RecordRow } from './retrieval';

export const ReviewColumns = defineEntity({
  name: 'ReviewColumns',
  properties: {
    reviewId: p.uuid().primary(),
    revision: p.integer(),
    bytes: p.blob(),
    /** What they were made by: while it is the same, works that did not change need not be classified again. */
    basis: p.text(),
    /** The revision at which all works were last classified, with whatever records and works there were. */
    whole: p.integer(),
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

/** The records of a retrieval as columns, each judged by itself: what was applied where is told by these. */
export const RetrievalColumns = defineEntity({
  name: 'RetrievalColumns',
  properties: {
    reviewId: p.uuid().primary(),
    retrievalId: p.uuid().primary(),
    revision: p.integer(),
    records: p.blob(),
    /** The number of the work of each. */
    works: p.blob(),
  },
});

/** Rows of records that changed after these were written, of whatever retrieval. */
export const RecordPatch = defineEntity({
  name: 'RecordPatch',
  properties: {
    reviewId: p.uuid().primary(),
    revision: p.integer().primary(),
    bytes: p.blob(),
  },
});

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
    recordNo: p.integer().persist(false),
    record: () =>
      p
        .manyToOne(RecordRow)
        .joinColumns('review_id', 'record_no')
        .referencedColumnNames('review_id', 'no')
        .createForeignKeyConstraint(false),
    workNo: p.integer(),
    undoes: p.integer().nullable(),
    reason: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SieveOverride = InferEntity<typeof SieveOverride>;

/** What outcomes of a sieve rest on, beside its limiters. */
export interface SieveBasis {
  asOf: string;
  scheme: string;
  kind: string;
  ruleSet: string;
  /** Of the works and their classification. */
  revision: number;
  /** What people added to the review until then: how many rulings, merges, words on single works; register and maps. */
  parts?: { rulings: number; merges: number; overrides: number; venues: string; maps: string };
}

export const SieveVersion = defineEntity({
  name: 'SieveVersion',
  properties: {
    reviewId: p.uuid().primary(),
    number: p.integer().primary(),
    limiters: p.json<Sieve>(),
    note: p.text(),
    /** What outcomes under this version rest on. */
    basis: p.json<SieveBasis>(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SieveVersion = InferEntity<typeof SieveVersion>;
