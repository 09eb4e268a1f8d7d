import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { SampleDesign } from '@/core/checks';
import type { BibRecord } from '@/core/record';
import { SieveVersion } from './sieve';

/** Works of a sample that one limiter stopped; of a sample of decisions there is one stratum without a limiter. */
export interface SampleStratum {
  limiter: string;
  /** The limiter's name and setting when the sample was drawn. */
  name: string;
  words: string;
  /** How many works it was drawn from. */
  size: number;
  works: number[];
}

/** A sample that was drawn by lot: of what the sieve stopped, or of one's own decisions. Only ever added. */
export const SampleCheck = defineEntity({
  name: 'SampleCheck',
  properties: {
    reviewId: p.uuid().primary(),
    number: p.integer().primary(),
    kind: p.enum(['stopped', 'own-decisions'] as const),
    design: p.string().length(12).$type<SampleDesign>(),
    /** The same seed draws the same works from the same sets. */
    seed: p.integer(),
    /** The share that its size was chosen to bound; null when the size was chosen otherwise. */
    share: p.double().$type<number>().nullable(),
    strata: p.json<SampleStratum[]>(),
    /** All works of it in the order in which they are judged, drawn by the same lot. */
    order: p.json<number[]>(),
    /** Of a sample of decisions: what was decided of each. */
    decided: p.json<Record<number, 'keep' | 'exclude'>>(),
    sieveVersion: p.integer().persist(false),
    version: () =>
      p
        .manyToOne(SieveVersion)
        .joinColumns('review_id', 'sieve_version')
        .referencedColumnNames('review_id', 'number')
        .createForeignKeyConstraint(false),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SampleCheck = InferEntity<typeof SampleCheck>;

/** What a person says of a work of a sample. Only ever added; the latest of a work holds. */
export const SampleVerdict = defineEntity({
  name: 'SampleVerdict',
  indexes: [{ properties: ['reviewId', 'checkNumber'] }],
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    checkNumber: p.integer().persist(false),
    check: () =>
      p
        .manyToOne(SampleCheck)
        .joinColumns('review_id', 'check_number')
        .referencedColumnNames('review_id', 'number')
        .createForeignKeyConstraint(false),
    workNo: p.integer(),
    verdict: p.enum(['keep', 'exclude', 'unsure', 'undo'] as const),
    note: p.text(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SampleVerdict = InferEntity<typeof SampleVerdict>;

/** A record that a known work may be, by its number. */
export interface StoredMatch {
  record: number;
  verdict: 'same' | 'ask';
  score: number;
  sameTitle: boolean;
}

/** A work that somebody knows to belong, whatever the search found. */
export const KnownRecord = defineEntity({
  name: 'KnownRecord',
  properties: {
    reviewId: p.uuid().primary(),
    number: p.integer().primary(),
    /** Where the list was from, in the words of who brought it. */
    source: p.string().length(300),
    raw: p.text(),
    line: p.integer(),
    item: p.json<BibRecord>(),
    matches: p.json<StoredMatch[]>(),
    /** The number of the first of the list that is the same work; its own when none is. */
    first: p.integer(),
    /** What a person said: a record that it is, or 0 when it is none of them. */
    ruled: p.integer().nullable(),
    removed: p.boolean(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type KnownRecord = InferEntity<typeof KnownRecord>;

/** After which merge known works were looked for, so that they are looked for again when other records are there. */
export const KnownState = defineEntity({
  name: 'KnownState',
  properties: {
    reviewId: p.uuid().primary(),
    merges: p.integer(),
  },
});
