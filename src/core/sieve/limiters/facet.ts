import { z } from 'zod';
import { FACET_NAMES, type Facet } from '@/core/classify';
import type { Columns } from '../columns';
import { any } from '../verdict';

/** Allows some values of a facet, of which a work can have several. */
export const facetTest = z.strictObject({
  kind: z.literal('facet'),
  facet: z.enum(FACET_NAMES as [Facet, ...Facet[]]),
  /** Values let in; one is enough. */
  allowed: z.array(z.string().min(1).max(80)).min(1).max(100),
});
export type FacetTest = z.infer<typeof facetTest>;

/** In when it certainly has an allowed value, out when it has none and can have no others, else can't tell. */
export function judgeFacet(test: FacetTest, evidence: 'stated' | 'all', columns: Columns, verdicts: Uint8Array) {
  const column = columns.facets[test.facet];
  const masks = column[evidence];
  const complete = 1 << FACET_NAMES.indexOf(test.facet);
  let allowed = 0;
  column.values.forEach((value, bit) => {
    if (test.allowed.includes(value)) allowed |= 1 << bit;
  });
  // Values that share the last bit cannot be told apart: whoever has one of them may have an allowed one.
  const shared = test.allowed.some((value) => !column.values.includes(value)) ? column.values.indexOf('other') : -1;
  const closed = columns.complete;
  const maybe = shared >= 0 ? 1 << shared : 0;
  for (let i = 0; i < masks.length; i++) {
    const has = masks[i]!;
    const open = 1 - (any(closed[i]! & complete) & (1 - any(has & maybe)));
    verdicts[i] = any(has & allowed) * 2 || open;
  }
}
