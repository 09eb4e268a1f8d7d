import { type DatabaseScope, termKey } from '@/core/classify';
import type { LimiterProfile } from './profile';

/** What a database's profile says of its records, as classification wants it. */
export const scopeOf = (profile: LimiterProfile): DatabaseScope => ({
  allJournalsRefereed: profile.allJournalsRefereed,
  terms: Object.fromEntries(profile.terms.map((t) => [termKey(t.vocabulary, t.term), t.sets])),
});
