import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { DecisionVerdict } from '@/core/flow';
import type { MaskAxis } from '@/core/sieve';
import type { StoredAxis } from './classification';

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
