import { z } from 'zod';
import { FACET_NAMES, FACETS, type Facet, languageName } from '@/core/classify';
import { type Columns, OTHER_VALUES } from '../columns';
import { any } from '../verdict';
import { type EvidenceRead, few, type LimiterKind, setsRelated } from './kind';

/** Allows some values of a facet, of which a work can have several. */
const facetTest = z.strictObject({
  kind: z.literal('facet'),
  facet: z.enum(FACET_NAMES as [Facet, ...Facet[]]),
  /** Values let in; one is enough. */
  allowed: z.array(z.string().min(1).max(80)).min(1).max(100),
});
type FacetTest = z.infer<typeof facetTest>;

/** A value of a facet as people read it. */
export const facetWords = (facet: Facet, value: string): string =>
  facet === 'language' ? languageName(value) : facet === 'holding' ? (HOLDING_WORDS[value] ?? value) : value;

const HOLDING_WORDS: Readonly<Record<string, string>> = {
  open: 'open',
  held: 'held',
  print: 'held in print',
  embargoed: 'embargoed',
  'not-held': 'not held',
};

/** In when it certainly has an allowed value, out when it has none and can have no others, else can't tell. */
function judgeFacet(test: FacetTest, evidence: EvidenceRead, columns: Columns, verdicts: Uint8Array) {
  const column = columns.facets[test.facet];
  // Of facets nothing is learnt: what is likely is what is known.
  const masks = evidence === 'stated' ? column.stated : column.all;
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

export const facet: LimiterKind<FacetTest> = {
  schema: facetTest,
  judge: (test, evidence, columns, _around, verdicts) => judgeFacet(test, evidence, columns, verdicts),
  words: (test) => `${FACETS[test.facet].label}: ${few(test.allowed.map((v) => facetWords(test.facet, v)))}`,
  wouldPass(test, _evidence, columns, i) {
    const { values, all } = columns.facets[test.facet];
    const own = values.filter((_, b) => (all[i]! >>> b) & 1);
    return own.length
      ? `if it let in ${own.map((v) => facetWords(test.facet, v)).join(' or ')}`
      : 'if it let in works that have none of its values';
  },
  settledBy: (test) => `No record says enough of ${FACETS[test.facet].label.toLowerCase()}: read it, then release or stop.`,
  cacheKey: () => null,
  unknownCode: () => undefined,
  relate: (own, there) => (own.facet === there.facet ? setsRelated(own.allowed, there.allowed) : null),
  infers: true,
  asksPerson: false,
};
