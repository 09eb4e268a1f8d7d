import { isoToDay } from '@/core/record';
import { limiterWords } from '@/core/sieve';
import { type Context, openReview, type Result } from '@/platform/context';
import { Reason } from '@/platform/db/schema';
import { schemeOf } from '@/stages/classify';
import { changesOf, type ReasonLine } from '@/stages/question';

const PARTS = {
  population: ['population', 'The population asked about'],
  intervention: ['intervention', 'The intervention or exposure asked about'],
  comparison: ['comparison', 'The comparison asked about'],
  outcome: ['outcome', 'An outcome asked about'],
} as const;

/** Starts the list from the question's parts and the limiters: what is there already stays as it is. */
export async function startReasons(ctx: Context, reviewId: string): Promise<Result<{ added: number }>> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const wanted: (ReasonLine & { origin: Reason['origin'] })[] = [];
  for (const [part, [code, text]] of Object.entries(PARTS) as [keyof typeof PARTS, readonly [string, string]][])
    if (review[part].trim()) wanted.push({ code, text, definition: `The question asks for: ${review[part].trim()}.`, origin: 'question' });
  for (const limiter of review.sieve.filter((l) => l.on)) {
    const words = limiterWords(limiter, scheme, isoToDay(review.asOf));
    const code =
      limiter.name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 36) || limiter.id.slice(0, 36).toLowerCase(); // prettier-ignore
    wanted.push({
      code,
      text: `The limiter “${limiter.name}”`.slice(0, 300),
      definition: [words, limiter.rationale].filter(Boolean).join('. '),
      origin: 'limiter',
    });
  }
  return ctx.em.transactional(async (tx) => {
    const changes = await changesOf(tx, ctx, review);
    const rows = await tx.find(Reason, { reviewId });
    const fresh = wanted.filter((w, i) => !rows.some((r) => r.code === w.code) && wanted.findIndex((o) => o.code === w.code) === i);
    let position = Math.max(-1, ...rows.map((r) => r.position));
    for (const { origin, ...reason } of fresh) changes.upsert(rows, { ...reason, position: ++position }, origin);
    await tx.flush();
    return { ok: true, added: fresh.length };
  });
}
