import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { Direction } from '@/core/found';
import type { BibRecord } from '@/core/record';

/** Lists that were brought: what a library holds, how venues stand, who cites whom. */
export const LIST_KINDS = ['holdings', 'standing', 'citations'] as const;
export type ListKind = (typeof LIST_KINDS)[number];

/** A list that was brought, kept as it came; taken away it stays here, and so does the file. */
export const ListRow = defineEntity({
  name: 'ListRow',
  tableName: 'library_list',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    kind: p.string().length(20).$type<ListKind>(),
    name: p.string().length(200),
    /** The day of which it tells, or of a list of standing the year; ISO, as exact as it is known. */
    day: p.string().length(10),
    bytes: p.bigint('number'),
    sha256: p.string().length(64),
    /** Titles, venues or citations that were read. */
    lines: p.integer(),
    /** What could not be used, the first of them with their lines. */
    problems: p.json<{ line: number; message: string }[]>(),
    removed: p.boolean(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type ListRow = InferEntity<typeof ListRow>;

/** A round of following citations from the kept works of its day. Only ever added. */
export const CitationRound = defineEntity({
  name: 'CitationRound',
  properties: {
    reviewId: p.uuid().primary(),
    number: p.integer().primary(),
    /** ISO date. */
    day: p.string().length(10),
    /** Works whose citations were followed, by a record of each: how many references were known, and how many cite it; null: not known. */
    followed: p.json<{ record: number; references: number | null; citedBy: number | null }[]>(),
    /** What was asked beside records and PDFs, and of what day it is. */
    sources: p.json<string[]>(),
    cited: p.integer(),
    citing: p.integer(),
    /** Of them, works that were in the review already; and what earlier rounds had led to. */
    known: p.integer(),
    seen: p.integer(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type CitationRound = InferEntity<typeof CitationRound>;

/** A source that a round led to and that is in no work yet. */
export const LeadRow = defineEntity({
  name: 'LeadRow',
  tableName: 'lead',
  properties: {
    reviewId: p.uuid().primary(),
    round: p.integer().primary(),
    ordinal: p.integer().primary(),
    key: p.string().length(320),
    direction: p.string().length(12).$type<Direction>(),
    text: p.text(),
    item: p.json<BibRecord>(),
    /** A record of each work that it was reached from. */
    ofRecords: p.json<number[]>(),
    /** The record that it became; or why it was left. Null and '' while nobody said. */
    takenRecord: p.integer().nullable(),
    left: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type LeadRow = InferEntity<typeof LeadRow>;

/** What a reader says of a hit in the text of a book: about it, or another sense of the word. */
export const HitMark = defineEntity({
  name: 'HitMark',
  properties: {
    reviewId: p.uuid().primary(),
    attachmentId: p.uuid().primary(),
    page: p.integer().primary(),
    /** Where the hit begins in the page's text. */
    start: p.integer().primary(),
    words: p.string().length(200),
    about: p.boolean(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type HitMark = InferEntity<typeof HitMark>;
