import type { EvidenceScheme } from '@/core/classify';
import { kindOf, type LimiterTest, type Relation } from '@/core/sieve';
import { axisOfMeaning, type Meaning } from './natives';

const NEAR: Relation = { wider: true, narrower: false, proxy: true };

/** Whether a native limiter and one of the sieve are about the same thing. */
export function areTwins(limiter: LimiterTest, native: Meaning | null): boolean {
  if (!native) return false;
  const [a, b] = [axisOfMeaning(limiter), axisOfMeaning(native)];
  if (limiter.kind === 'facet' && native.kind === 'facet') return limiter.facet === native.facet || (a === 'fullText' && b === 'fullText');
  return a !== null && a === b;
}

/**
 * Compares a native limiter with its twin by what each lets in.
 * @param asOf day number of the review's as-of date, from which the sieve's window counts
 * @param searchedOn day number of the retrieval: a native window that reaches it has no upper bound
 */
export function relate(limiter: LimiterTest, native: Meaning, scheme: EvidenceScheme, asOf: number, searchedOn: number): Relation {
  if (limiter.kind !== native.kind) return NEAR;
  return kindOf<LimiterTest>(limiter).relate?.(limiter, native, { scheme, asOf, searchedOn }) ?? NEAR;
}
