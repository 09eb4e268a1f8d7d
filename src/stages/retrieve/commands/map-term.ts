import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { termKey } from '@/core/classify';
import { type MappedTerm, termSets } from '@/core/parity';
import { VOCABULARIES } from '@/core/record';
import { noteEdits } from '@/platform/db/note-edits';
import { SourceDatabase } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const MapTerm = z.strictObject({
  databaseId: z.uuid(),
  vocabulary: z.enum(VOCABULARIES),
  term: z.string().trim().min(1).max(200),
  /** What it means in this database; null takes the mapping back. */
  sets: termSets.nullable(),
});

/** Maps one term of a database, or takes its mapping back, and classifies what it touches anew. */
export const mapTerm = reviewCommand({
  name: 'map-term',
  right: 'edit',
  input: MapTerm,
  refuses: ['no-database'],
  stale: ['retrieval', 'classification'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const database = await ctx.em.findOne(SourceDatabase, { reviewId, id: input.databaseId }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!database) return refuse('no-database', 'This database is not in the review any more.');
    const key = termKey(input.vocabulary, input.term);
    const others = database.profile.terms.filter((t) => termKey(t.vocabulary, t.term) !== key);
    const terms: MappedTerm[] = input.sets ? [...others, { vocabulary: input.vocabulary, term: input.term, sets: input.sets }] : others;
    const was = database.profile.terms.find((t) => termKey(t.vocabulary, t.term) === key)?.sets;
    const names = { sets: `what “${input.term}” means at ${database.name}` };
    await noteEdits(ctx, ctx.review, 'term', names, { sets: was ?? null }, { sets: input.sets ?? null });
    ctx.em.assign(database, { profile: { ...database.profile, terms } });
    await ctx.em.flush();
    await queueReclassify(ctx.em, reviewId);
    return {};
  },
});
