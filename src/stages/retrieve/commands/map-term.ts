import { z } from 'zod';
import { termKey } from '@/core/classify';
import { type MappedTerm, termSets } from '@/core/parity';
import { VOCABULARIES } from '@/core/record';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { SourceDatabase } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';

export const MapTerm = z.strictObject({
  databaseId: z.uuid(),
  vocabulary: z.enum(VOCABULARIES),
  term: z.string().trim().min(1).max(200),
  /** What it means in this database; null takes the mapping back. */
  sets: termSets.nullable(),
});

/** Maps one term of a database, or takes its mapping back, and classifies what it touches anew. */
export async function mapTerm(ctx: Context, reviewId: string, input: z.infer<typeof MapTerm>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const database = await tx.findOne(SourceDatabase, { reviewId, id: input.databaseId }, { lockMode: 4 });
    if (!database) return refuse('no-database', 'This database is not in the review any more.');
    const key = termKey(input.vocabulary, input.term);
    const others = database.profile.terms.filter((t) => termKey(t.vocabulary, t.term) !== key);
    const terms: MappedTerm[] = input.sets ? [...others, { vocabulary: input.vocabulary, term: input.term, sets: input.sets }] : others;
    tx.assign(database, { profile: { ...database.profile, terms } });
    await tx.flush();
    await queueReclassify(tx, reviewId, ctx.now());
    return { ok: true };
  });
}
