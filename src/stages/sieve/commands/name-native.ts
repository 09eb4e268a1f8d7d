import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { canBeTested } from '@/core/parity';
import { GALLERY } from '@/core/sieve';
import { noteEdits } from '@/platform/db/note-edits';
import { SourceDatabase } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { schemeOf } from '@/stages/classify';

export const NameNative = z.strictObject({ databaseId: z.uuid(), name: z.string().trim().min(1).max(200), sample: z.string().max(60) });

/** Says what a database's limiter means, as one of the common limiters; '' takes that back. */
export const nameNative = reviewCommand({
  name: 'name-native',
  right: 'edit',
  input: NameNative,
  refuses: ['no-sample', 'not-testable', 'no-database'],
  stale: ['retrieval'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const sample = GALLERY.find((s) => s.key === input.sample);
    if (input.sample && !sample) return refuse('no-sample', 'There is no such limiter to choose.');
    const scheme = await schemeOf(ctx.em, review);
    if (sample && !canBeTested(sample.test(scheme), scheme))
      return refuse('not-testable', 'A limiter at a database cannot be tested as one that reads text.');
    const database = await ctx.em.findOne(SourceDatabase, { reviewId, id: input.databaseId }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!database) return refuse('no-database', 'This database is not in the review any more.');
    const others = (database.profile.natives ?? []).filter((n) => n.name.toLowerCase() !== input.name.toLowerCase());
    const natives = sample ? [...others, { name: input.name, meaning: sample.test(scheme) }] : others;
    const was = (database.profile.natives ?? []).find((n) => n.name.toLowerCase() === input.name.toLowerCase())?.meaning;
    const names = { meaning: `limiter “${input.name}” of ${database.name}` };
    await noteEdits(ctx, review, 'database', names, { meaning: was ?? null }, { meaning: sample?.test(scheme) ?? null });
    ctx.em.assign(database, { profile: { ...database.profile, natives } });
    return {};
  },
});
