import { z } from 'zod';
import { KnownRecord } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const RuleKnown = z.strictObject({
  /** Each with the record that it is, 0 when it is none of those that were found, null to ask again. */
  rulings: z
    .array(z.strictObject({ number: z.int().positive(), record: z.int().min(0).nullable() }))
    .min(1)
    .max(5000),
});

/** Says which record a known work is. */
export const ruleKnown = reviewCommand({
  name: 'rule-known',
  right: 'edit',
  input: RuleKnown,
  lock: 'known',
  refuses: ['no-known', 'no-match'],
  stale: ['checks'],
  async run(ctx, { rulings }) {
    const { reviewId } = ctx;
    const known = new Map(
      (await ctx.em.find(KnownRecord, { reviewId, number: { $in: rulings.map((r) => r.number) } })).map((k) => [k.number, k]),
    );
    for (const { number, record } of rulings) {
      const one = known.get(number);
      if (!one || one.removed) return refuse('no-known', 'One of these is not in the list any more. Reload the page.');
      if (record && !one.matches.some((m) => m.record === record))
        return refuse('no-match', 'This record is not one of those that were found for it.');
      one.ruled = record;
    }
    return {};
  },
});
