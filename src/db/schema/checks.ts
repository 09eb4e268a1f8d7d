import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { BibRecord } from '@/core/record';

/** Works drawn of one limiter, in the order drawn, and how many it had stopped then. */
export interface StoredStratum {
  /** Id of the limiter; '' in a check of one's own decisions. */
  limiter: string;
  name: string;
  size: number;
  works: number[];
}

/** A sample that was drawn to be judged: of what the sieve stopped, or of one's own decisions. Never changed. */
export const SampleCheck = defineEntity({
  name: 'SampleCheck',
  properties: {
    reviewId: p.uuid().primary(),
    /** 1, 2, 3… a review. */
    no: p.integer().primary(),
    kind: p.enum(['stopped', 'own'] as const),
    seed: p.integer(),
    strata: p.json<StoredStratum[]>(),
    sieveVersion: p.integer(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type SampleCheck = InferEntity<typeof SampleCheck>;

/** What a person said of a work of a sample, without seeing what had been said. Only ever added; the latest holds. */
export const SampleVerdict = defineEntity({
  name: 'SampleVerdict',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    checkNo: p.integer(),
    workNo: p.integer(),
    /** Whether it should be read on (kept); `unsure` counts as not judged. */
    verdict: p.enum(['relevant', 'not-relevant', 'unsure'] as const),
    note: p.text(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type SampleVerdict = InferEntity<typeof SampleVerdict>;

/** A work that is known to be relevant from elsewhere, and the record of the review that it was matched with. */
export const KnownRecord = defineEntity({
  name: 'KnownRecord',
  properties: {
    reviewId: p.uuid().primary(),
    no: p.integer().primary(),
    /** As it was given. */
    given: p.text(),
    item: p.json<BibRecord>(),
    recordNo: p.integer().nullable(),
    how: p.enum(['identifier', 'merge', 'person', 'nobody'] as const),
    /** Records that it may be, when the merge engine would ask. */
    candidates: p.json<{ record: number; score: number }[]>(),
    removed: p.boolean(),
    person: p.string().length(120),
    at: p.datetime(),
  },
});
export type KnownRecord = InferEntity<typeof KnownRecord>;
