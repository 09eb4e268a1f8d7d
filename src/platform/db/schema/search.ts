import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { Sheet } from '@/core/search/blocks';
import type { Advice, DoorSettings, Finding } from '@/core/search/desk';
import type { SruVersion } from '@/core/search/sru';
import type { Concept } from '@/core/search/thesaurus';

/** The way into a database by an open protocol. */
export const SearchDoor = defineEntity({
  name: 'SearchDoor',
  properties: {
    reviewId: p.uuid().primary(),
    databaseId: p.uuid().primary(),
    address: p.string().length(1000),
    version: p.string().length(8).$type<SruVersion>(),
    /** The form in which records are asked for; '' leaves it to the server. */
    recordSchema: p.string().length(200),
    /** What the server calls itself, and what it says of itself. */
    title: p.string().length(300),
    about: p.text(),
    mostRecords: p.integer().nullable(),
    settings: p.json<DoorSettings>(),
    /** The query as a person wrote it, in place of the sheet's; and what the sheet came to then. */
    ownQuery: p.text().nullable(),
    ownQueryOf: p.text(),
    /** The thesaurus whose headings it carries. */
    thesaurusId: p.uuid().nullable(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SearchDoor = InferEntity<typeof SearchDoor>;

/** The question in blocks. Number 0 is being worked on; others are versions that were kept, and are only ever added. */
export const SearchSheet = defineEntity({
  name: 'SearchSheet',
  properties: {
    reviewId: p.uuid().primary(),
    number: p.integer().primary(),
    sheet: p.json<Sheet>(),
    note: p.text(),
    edit: p.integer(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SearchSheet = InferEntity<typeof SearchSheet>;

/** A line of a run, as it was counted. */
export interface RunLine {
  key: string;
  kind: 'block' | 'question' | 'limiter';
  label: string;
  query: string;
  /** Null when it was not asked, or not answered. */
  total: number | null;
  /** What the line removed of the line before. */
  removed: number | null;
  counts: { label: string; terms: { term: string; count: number }[] }[];
  findings: Finding[];
  /** Of a limiter: how it was set there; '' when it was not. */
  set: string;
  how: 'control' | 'query' | 'segment' | 'subset' | null;
  /** Why it was left to the sieve, could not be asked, or was not answered. */
  problem: string;
}

/** All lines of a sheet, counted at one database at one time. Only ever added. */
export const SearchRun = defineEntity({
  name: 'SearchRun',
  indexes: [{ properties: ['reviewId', 'databaseId'] }],
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    databaseId: p.uuid(),
    /** The version of the sheet, 0 when it was none that was kept. */
    sheetNumber: p.integer(),
    /** The sheet as it was, since the one that is worked on goes on. */
    sheet: p.json<Sheet>(),
    lines: p.json<RunLine[]>(),
    /** What would bring it nearer to what can be read. */
    advice: p.json<Advice[]>(),
    ms: p.integer(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SearchRun = InferEntity<typeof SearchRun>;

/** A title that was looked at first. */
export interface LookTitle {
  identifier: string;
  title: string;
  abstract: string;
  year: string;
  verdict: 'on' | 'off' | null;
}
/** The first titles of a line, to be said on topic or not. */
export const SearchLook = defineEntity({
  name: 'SearchLook',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    databaseId: p.uuid(),
    lineKey: p.string().length(120),
    label: p.string().length(200),
    query: p.text(),
    total: p.integer(),
    /** The lot that they were drawn by; null: as the server orders them. */
    seed: p.integer().nullable(),
    titles: p.json<LookTitle[]>(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SearchLook = InferEntity<typeof SearchLook>;

/** Records that are being taken in, so that a job goes on where another stopped. */
export const SearchTaking = defineEntity({
  name: 'SearchTaking',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    databaseId: p.uuid(),
    retrievalId: p.uuid(),
    query: p.text(),
    most: p.integer(),
    /** How many records the server said there are, and how many are there. */
    total: p.integer().nullable(),
    got: p.integer(),
    /** Where the next page begins; null when there is none. */
    next: p.integer().nullable(),
    /** Bytes of the file that hold whole records. */
    bytes: p.bigint('number'),
    /** Records that the server answered with a fault, or twice. */
    faults: p.json<string[]>(),
    at: p.datetime(),
  },
});
export type SearchTaking = InferEntity<typeof SearchTaking>;

/** A search that is run again. */
export const SavedSearch = defineEntity({
  name: 'SavedSearch',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    name: p.string().length(200),
    databaseId: p.uuid(),
    query: p.text(),
    /** Every so many days; 0: by hand alone. */
    everyDays: p.integer(),
    nextAt: p.datetime().nullable(),
    removed: p.boolean(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SavedSearch = InferEntity<typeof SavedSearch>;

/** A record as a run of a saved search saw it. */
export interface SeenRecord {
  id: string;
  title: string;
  /** A short hash of the record as it was sent. */
  hash: string;
}
export const SavedRun = defineEntity({
  name: 'SavedRun',
  properties: {
    reviewId: p.uuid().primary(),
    savedId: p.uuid().primary(),
    seq: p.integer().primary(),
    total: p.integer().nullable(),
    seen: p.json<SeenRecord[]>(),
    /** Against the run before that was answered. */
    fresh: p.json<SeenRecord[]>(),
    gone: p.json<SeenRecord[]>(),
    changed: p.json<SeenRecord[]>(),
    problem: p.text(),
    at: p.datetime(),
  },
});
export type SavedRun = InferEntity<typeof SavedRun>;

/** A thesaurus that was brought. */
export const Thesaurus = defineEntity({
  name: 'Thesaurus',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    name: p.string().length(300),
    concepts: p.json<Concept[]>(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type Thesaurus = InferEntity<typeof Thesaurus>;

/** Somebody else read the search before it was run for good. */
export const StrategyReading = defineEntity({
  name: 'StrategyReading',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    sheetNumber: p.integer(),
    reader: p.string().length(200),
    readOn: p.string().length(10),
    changed: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type StrategyReading = InferEntity<typeof StrategyReading>;
