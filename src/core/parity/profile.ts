import { z } from 'zod';

/** How a database can limit on one axis. */
export const CAPABILITIES = ['native', 'approximate', 'whole', 'none'] as const;

/** A database's limiter profile: per axis how it can limit, and what is true of everything in it. */
export const limiterProfile = z.strictObject({
  axes: z.record(z.enum(['sourceType', 'publicationType', 'peerReview', 'level', 'date']), z.enum(CAPABILITIES)),
  /** A statement about venues, not items. */
  allJournalsRefereed: z.boolean(),
  notes: z.string().max(2000),
});
export type LimiterProfile = z.infer<typeof limiterProfile>;

export const DEFAULT_PROFILE: LimiterProfile = {
  axes: { sourceType: 'none', publicationType: 'none', peerReview: 'none', level: 'none', date: 'native' },
  allJournalsRefereed: false,
  notes: '',
};
