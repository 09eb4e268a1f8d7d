import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { DecisionVerdict, Stage } from '@/core/flow';
import type { OutcomeThen } from '@/core/grounds';
import type { StoredAxis } from '@/core/judge';
import type { MaskAxis } from '@/core/sieve';
import { SieveVersion } from './sieve';

/** Classification and outcome at the time of a decision. */
export interface Snapshot {
  axes: Record<MaskAxis, StoredAxis>;
  dateWords: string;
  outcome: string;
  /** What the limiters said, by their ids; earlier decisions stored only words. */
  limiters?: OutcomeThen;
}

export type DecidedHow = 'agreed' | 'by-rule' | 'settled';

export const Decision = defineEntity({
  name: 'Decision',
  indexes: [{ properties: ['reviewId', 'at'] }],
  properties: {
    reviewId: p.uuid().primary(),
    workNo: p.integer().primary(),
    /** 1, 2, 3… a work: two people cannot both write the third. */
    seq: p.integer().primary(),
    stage: p.string().length(16).$type<Stage>(),
    verdict: p.string().length(12).$type<DecisionVerdict>(),
    reasonCode: p.string().length(40),
    reasonText: p.text(),
    grounds: p.text(),
    /** The page of the full text that the reason rests on; '' without one. */
    page: p.string().length(60),
    /** For the people of the review alone: not part of the grounds. */
    note: p.text(),
    snapshot: p.json<Snapshot>(),
    sieveVersion: p.integer().persist(false),
    version: () =>
      p
        .manyToOne(SieveVersion)
        .joinColumns('review_id', 'sieve_version')
        .referencedColumnNames('review_id', 'number')
        .createForeignKeyConstraint(false),
    /** Decisions of one act on a list share it; null for single ones. */
    act: p.uuid().nullable(),
    /** How it came about where two judge: both said the same, the review's rule, or somebody settled a difference. */
    how: p.string().length(12).$type<DecidedHow>().nullable(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type Decision = InferEntity<typeof Decision>;

/**
 * What one of two people said of a work, where two judge: nobody else is shown it before both have. Only ever added; the
 * latest of a person at a stage holds. The decision on the work is a row of its own, made of the two.
 */
export const JudgementRow = defineEntity({
  name: 'JudgementRow',
  tableName: 'judgement',
  properties: {
    reviewId: p.uuid().primary(),
    workNo: p.integer().primary(),
    personId: p.uuid().primary(),
    /** 1, 2, 3… a work and person; above that of any decision on the work that the person saw. */
    seq: p.integer().primary(),
    stage: p.string().length(16).$type<Stage>(),
    verdict: p.string().length(12).$type<DecisionVerdict>(),
    reasonCode: p.string().length(40),
    reasonText: p.text(),
    grounds: p.text(),
    page: p.string().length(60),
    note: p.text(),
    snapshot: p.json<Snapshot>(),
    act: p.uuid().nullable(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type JudgementRow = InferEntity<typeof JudgementRow>;

/** What people say to each other of a work on which two differ. Only ever added. */
export const DifferenceNote = defineEntity({
  name: 'DifferenceNote',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    workNo: p.integer(),
    stage: p.string().length(16).$type<Stage>(),
    text: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});

/** A reason for excluding, in the review's order. Never deleted: decisions name its code. */
export const Reason = defineEntity({
  name: 'Reason',
  properties: {
    reviewId: p.uuid().primary(),
    code: p.string().length(40).primary(),
    position: p.integer(),
    text: p.string().length(300),
    definition: p.text(),
    /** What it was started from. */
    origin: p.enum(['criterion', 'limiter', 'question', 'own', 'retrieval'] as const),
    /** The reason that it became part of; decisions under this one count there. */
    mergedInto: p.string().length(40).nullable(),
    archived: p.boolean(),
  },
});
export type Reason = InferEntity<typeof Reason>;

/** What people did to the list of reasons. Only ever added. */
export const ReasonChange = defineEntity({
  name: 'ReasonChange',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    code: p.string().length(40),
    kind: p.enum(['added', 'renamed', 'defined', 'merged', 'parted', 'archived', 'restored'] as const),
    before: p.text(),
    after: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type ReasonChange = InferEntity<typeof ReasonChange>;

/** In a person's words, why a work is not like others of its profile. Only ever added; the latest holds, '' takes it back. */
export const WrittenDifference = defineEntity({
  name: 'WrittenDifference',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    workNo: p.integer(),
    text: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type WrittenDifference = InferEntity<typeof WrittenDifference>;

export const Job = defineEntity({
  name: 'Job',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    kind: p.enum(['import-file', 'classify-review', 'reclassify', 'take-in'] as const),
    /** What is read, or what is taken in. */
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
    /** It has the review's lock: before that it was taken up, and finds what those before it in line still bring. */
    atWork: p.boolean().default(false),
    /** How often it was begun: it is given up after a few times, whatever ended it. */
    attempts: p.integer(),
    message: p.text(),
    /** What it is done for, in words: the file that is read, what was withdrawn; '' where nobody needs to be told. */
    because: p.text(),
    updatedAt: p.datetime(),
  },
});
export type Job = InferEntity<typeof Job>;
