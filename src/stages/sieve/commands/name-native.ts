import { z } from 'zod';
import { canBeTested } from '@/core/parity';
import { GALLERY } from '@/core/sieve';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { SourceDatabase } from '@/platform/db/schema';
import { schemeOf } from '@/stages/classify';

export const NameNative = z.strictObject({ databaseId: z.uuid(), name: z.string().trim().min(1).max(200), sample: z.string().max(60) });

/** Says what a database's limiter means, as one of the common limiters; '' takes that back. */
export async function nameNative(ctx: Context, reviewId: string, input: z.infer<typeof NameNative>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  const sample = GALLERY.find((s) => s.key === input.sample);
  if (input.sample && !sample) return refuse('no-sample', 'There is no such limiter to choose.');
  const scheme = await schemeOf(ctx.em, review);
  if (sample && !canBeTested(sample.test(scheme), scheme))
    return refuse('not-testable', 'A limiter at a database cannot be tested as one that reads text.');
  return ctx.em.transactional(async (tx) => {
    const database = await tx.findOne(SourceDatabase, { reviewId, id: input.databaseId }, { lockMode: 4 });
    if (!database) return refuse('no-database', 'This database is not in the review any more.');
    const others = (database.profile.natives ?? []).filter((n) => n.name.toLowerCase() !== input.name.toLowerCase());
    const natives = sample ? [...others, { name: input.name, meaning: sample.test(scheme) }] : others;
    tx.assign(database, { profile: { ...database.profile, natives } });
    await tx.flush();
    return { ok: true };
  });
}
