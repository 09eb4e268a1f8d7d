import { z } from 'zod';
import { FACET_NAMES, type Facet } from '@/core/classify';
import { type Columns, OTHER_VALUES } from '../columns';
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
  const bit = FACET_NAMES.indexOf(test.facet);
  let allowed = 0;
  column.values.forEach((value, b) => {
    if (test.allowed.includes(value)) allowed |= 1 << b;
  });
  // Values that share the last bit cannot be told apart: whoever has one of them may have an allowed one.
  const shared = test.allowed.some((value) => !column.values.includes(value)) ? column.values.indexOf(OTHER_VALUES) : -1;
  const maybe = shared >= 0 ? 1 << shared : 0;
  const closed = columns.complete;
  for (let i = 0; i < masks.length; i++) {
    const has = masks[i]!;
    const some = any(has & allowed);
    const open = (((closed[i]! >>> bit) & 1) ^ 1) | any(has & maybe);
    verdicts[i] = (some << 1) | (open & (some ^ 1));
  }
}
