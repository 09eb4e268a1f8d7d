import type { ReasonLine } from '@/core/flow';
import { isoToDay } from '@/core/record';
import { limiterWords, reasonCodeOf } from '@/core/sieve';
import { Reason } from '@/platform/db/schema';
import { NOTHING, reviewCommand } from '@/platform/verbs/declare';
import { schemeOf } from '@/stages/classify';
import { changesOf } from '@/stages/question';

const PARTS = {
  population: ['population', 'The population asked about'],
  intervention: ['intervention', 'The intervention or exposure asked about'],
  comparison: ['comparison', 'The comparison asked about'],
  outcome: ['outcome', 'An outcome asked about'],
} as const;

/** Starts the list from the question's parts and the limiters: what is there already stays as it is. */
export const startReasons = reviewCommand({
  name: 'start-reasons',
  right: 'edit',
  input: NOTHING,
  refuses: [],
  stale: ['reasons'],
  async run(ctx) {
    const { review, reviewId } = ctx;
    const scheme = await schemeOf(ctx.em, review);
    const wanted: (ReasonLine & { origin: Reason['origin'] })[] = [];
    for (const [part, [code, text]] of Object.entries(PARTS) as [keyof typeof PARTS, readonly [string, string]][])
      if (review[part].trim())
        wanted.push({ code, text, definition: `The question asks for: ${review[part].trim()}.`, origin: 'question' });
    for (const limiter of review.sieve.filter((l) => l.on)) {
      const words = limiterWords(limiter, scheme, isoToDay(review.asOf));
      const code = reasonCodeOf(limiter);
      wanted.push({
        code,
        text: `The limiter “${limiter.name}”`.slice(0, 300),
        definition: [words, limiter.rationale].filter(Boolean).join('. '),
        origin: 'limiter',
      });
    }
    const changes = await changesOf(ctx.em, ctx, review);
    const rows = await ctx.em.find(Reason, { reviewId });
    const fresh = wanted.filter((w, i) => !rows.some((r) => r.code === w.code) && wanted.findIndex((o) => o.code === w.code) === i);
    let position = Math.max(-1, ...rows.map((r) => r.position));
    for (const { origin, ...reason } of fresh) changes.upsert(rows, { ...reason, position: ++position }, origin);
    return { added: fresh.length };
  },
});
