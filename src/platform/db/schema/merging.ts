import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { Flag } from '@/core/classify';
import type { StoredAxis } from '@/core/judge';
import type { LinkType, MergedField, MergeKeys } from '@/core/merge';
import type { MaskAxis } from '@/core/sieve';

export const Work = defineEntity({
  name: 'Work',
  indexes: [{ properties: ['reviewId', 'absorbedBy'] }],
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

/**
 * Under which keys the records of a review can be met, as one sorted list: whoever looks for a few need not read the keys
 * of all. Made with every merge, and anew when it is not there; it does not travel.
 */
export const MergeBlocks = defineEntity({
  name: 'MergeBlocks',
  properties: {
    reviewId: p.uuid().primary(),
    /** The rules that the keys were made by. */
    rules: p.string().length(40),
    /** One more with every merge. */
    merges: p.integer(),
    bytes: p.blob(),
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
    personId: p.uuid().nullable(),
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
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
