import type { EvidenceScheme } from '@/core/classify';
import { axisValues, windowOf } from '@/core/sieve';
import { maskOf } from '@/core/vocabularies';
import { axisOfMeaning, type Meaning } from './natives';

/** How what was set at a database stands to a limiter of the sieve. */
export interface Relation {
  /** It lets in what the limiter does not: that is closed here. */
  wider: boolean;
  /** It keeps out what the limiter lets in: that cannot be restored here. */
  narrower: boolean;
  /** It asks something else that comes near, so neither can be told from the settings alone. */
  proxy: boolean;
}

/** Whether a native limiter and one of the sieve are about the same thing. */
export function areTwins(limiter: Meaning, native: Meaning | null): boolean {
  if (!native) return false;
  if (limiter.kind === 'facet' && native.kind === 'facet') return limiter.facet === native.facet;
  const [a, b] = [axisOfMeaning(limiter), axisOfMeaning(native)];
  return a !== null && a === b;
}

/**
 * Compares a native limiter with its twin by what each lets in.
 * @param asOf day number of the review's as-of date, from which the sieve's window counts
 * @param searchedOn day number of the retrieval: a native window that reaches it has no upper bound
 */
export function relate(limiter: Meaning, native: Meaning, scheme: EvidenceScheme, asOf: number, searchedOn: number): Relation {
  if (limiter.kind === 'recency' && native.kind === 'recency') {
    const [own, there] = [windowOf(limiter.window, asOf), windowOf(native.window, searchedOn)];
    const to = there.to >= searchedOn ? Number.POSITIVE_INFINITY : there.to;
    return { wider: there.from < own.from || to > own.to, narrower: there.from > own.from || to < own.to, proxy: false };
  }
  if (limiter.kind === 'facet' && native.kind === 'facet') return ofSets(limiter.allowed, native.allowed);
  if (limiter.kind === 'coded' && native.kind === 'coded' && limiter.axis === native.axis) {
    const values = axisValues(limiter.axis, scheme);
    const [own, there] = [maskOf(values, limiter.allowed), maskOf(values, native.allowed)];
    return { wider: (there & ~own) !== 0, narrower: (own & ~there) !== 0, proxy: false };
  }
  return { wider: true, narrower: false, proxy: true };
}

const ofSets = (own: readonly string[], there: readonly string[]): Relation => ({
  wider: there.some((v) => !own.includes(v)),
  narrower: own.some((v) => !there.includes(v)),
  proxy: false,
});
