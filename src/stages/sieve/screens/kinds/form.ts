import type { EvidenceScheme, Facet } from '@/core/classify';
import type { LimiterKindName, LimiterTest } from '@/core/sieve';

/** Values of a facet that occur in this review, with how many works have each. */
export type FacetCounts = (facet: Facet) => Promise<{ value: string; works: number; sources: Record<string, number> }[]>;

/** What the form of a kind of limiter is given. Each change counts at once. */
export interface KindFormProps<K extends LimiterKindName> {
  test: LimiterTest<K>;
  scheme: EvidenceScheme;
  countsOf: FacetCounts;
  onChange(test: LimiterTest<K>): void;
}
