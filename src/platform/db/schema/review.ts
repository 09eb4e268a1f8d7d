import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { CiteStyle } from '@/core/cite';
import type { FlowWords, Stage } from '@/core/flow';
import type { Templates } from '@/core/grounds';
import type { LimiterProfile } from '@/core/parity';
import type { ReadersSetting } from '@/core/readers';
import type { Quota, Sieve } from '@/core/sieve';

/** How a review wants to be written up. */
export interface WriteUpSettings {
  /** Which sources the references are of. */
  referencesOf: 'included' | 'kept-so-far';
  flowWords: FlowWords;
  style: CiteStyle;
  /** Pattern of the names under which PDFs are offered. */
  fileNames: string;
}

/** The library that a review works with. */
export interface LibrarySettings {
  /** Address of its resolver for OpenURL; ''. */
  resolver: string;
  /** What is set before an address to be let in by it; ''. */
  proxy: string;
  /** Who asks, as requests are signed. */
  asker: string;
  /** Where another library takes requests; ''. */
  lender: string;
  /** Where a work is described by its identifier, as CSL-JSON: an address with {id} in it; ''. */
  register: string;
  /** A citation index that can be asked: an address with {id} in it; ''. */
  citations: string;
  /** ISO date until which full texts are needed; ''. */
  deadline: string;
}

export interface ReviewOrigin {
  /** Form of the bundle. */
  form: number;
  exportedAt: string;
  broughtAt: string;
}

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
    /** By how many people works are judged, by stage; null as every review begins: whoever may decide does. */
    readers: p.json<Record<Stage, ReadersSetting>>().nullable(),
    /** Whether kept works are judged again by their full text. */
    twoStages: p.boolean(),
    /** Share of works that a limiter may leave undecided in a retrieval and its cell still be called even. */
    parityTolerance: p.double().$type<number>().default(0.05),
    /** In which share of works a likely set is to hold the true value. */
    likelyShare: p.double().$type<number>().default(0.95),
    /** Its own templates of grounds; null for those that a review starts with. */
    templates: p.json<Templates>().nullable(),
    writeUp: p.json<WriteUpSettings>().nullable(),
    /** Null until somebody said something of it. */
    library: p.json<LibrarySettings>().nullable(),
    /** Put away: it can be read and taken out again, and is not in the way. */
    archivedAt: p.datetime().nullable(),
    createdAt: p.datetime(),
    /** Where it was brought from, when it came as a bundle: what was done until then was done elsewhere. */
    origin: p.json<ReviewOrigin>().nullable(),
  },
});
export type Review = InferEntity<typeof Review>;

/** What of a review a change that no other table says was made to, and what was done. */
export const CHANGES_OF = [
  ...(['retrieval', 'file', 'pdf', 'member', 'question', 'criterion', 'database', 'term', 'venue', 'scheme'] as const),
  ...(['stages', 'templates', 'write-up', 'statement', 'tolerance', 'known-work', 'readers', 'library', 'list', 'round'] as const),
] as const;
export type ChangeOf = (typeof CHANGES_OF)[number];
export const CHANGES_DONE = [
  ...(['added', 'withdrawn', 'restored', 'archived', 'attached', 'removed'] as const),
  ...(['invited', 'joined', 'changed'] as const),
] as const;
export type ChangeDone = (typeof CHANGES_DONE)[number];

/** What people changed of a review that no other table says: retrievals, files, members, settings. Only ever added. */
export const ReviewChange = defineEntity({
  name: 'ReviewChange',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    kind: p.string().length(20).$type<ChangeOf>(),
    did: p.string().length(20).$type<ChangeDone>(),
    /** What it was done to, by the name it had then. */
    subject: p.text(),
    workNo: p.integer().nullable(),
    why: p.text(),
    /** Decided works that it put out of the review, or brought back. */
    decisions: p.integer().nullable(),
    /** Of settings: what it was, and what it is since, in words. */
    before: p.text().nullable(),
    after: p.text().nullable(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type ReviewChange = InferEntity<typeof ReviewChange>;

export const Criterion = defineEntity({
  name: 'Criterion',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    position: p.integer(),
    text: p.string().length(300),
    definition: p.text(),
    judgedBy: p.enum(['limiter', 'reader', 'number'] as const),
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

/** Fields of a row of a bundle that this version does not know: kept, and written again with the row. */
export const BroughtField = defineEntity({
  name: 'BroughtField',
  properties: {
    reviewId: p.uuid().primary(),
    kind: p.string().length(40).primary(),
    key: p.string().length(600).primary(),
    fields: p.json<Record<string, unknown>>(),
  },
});
