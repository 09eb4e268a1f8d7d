import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { z } from 'zod';
import { limiterProfile, scopeOf } from '@/core/parity';
import { SourceDatabase } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { databasesOf } from '../store/databases';

export const DatabaseInput = z.strictObject({
  id: z.uuid().nullable(),
  name: z.string().trim().min(1, 'Give the database a name.').max(120),
  tag: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z]{2}$/, 'The tag is two letters.'),
  profile: limiterProfile,
  /** Takes over terms and columns of the profile too, as from a file; otherwise those that were mapped one by one stay. */
  whole: z.boolean().optional(),
});
export type DatabaseInput = z.infer<typeof DatabaseInput>;

/** Adds a database or changes it. What is true of all its journals, and what its terms mean, changes claims: works are then classified again. */
export const saveDatabase = reviewCommand({
  name: 'save-database',
  right: 'edit',
  input: DatabaseInput,
  refuses: ['tag-taken', 'no-database', 'too-many'],
  stale: ['retrieval', 'classification'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const all = await databasesOf(ctx, reviewId);
    if (all.some((d) => d.tag === input.tag && d.id !== input.id))
      return refuse('tag-taken', `The tag ${input.tag} is taken. Choose another.`);
    const old = all.find((d) => d.id === input.id);
    if (input.id && !old) return refuse('no-database', 'This database is not in the review any more.');
    if (!old && all.length >= 32) return refuse('too-many', 'A review can have 32 databases.');
    const id = old?.id ?? randomUUID();
    const profile =
      old && !input.whole
        ? { ...input.profile, terms: old.profile.terms, columns: old.profile.columns, natives: old.profile.natives }
        : input.profile;
    if (old) {
      const scopeChanges = !isDeepStrictEqual(scopeOf(old.profile), scopeOf(profile));
      await ctx.em.nativeUpdate(SourceDatabase, { reviewId, id }, { name: input.name, tag: input.tag, profile });
      if (scopeChanges) await queueReclassify(ctx.em, reviewId);
    } else {
      ctx.em.create(SourceDatabase, { reviewId, id, position: all.length, name: input.name, tag: input.tag, profile });
    }
    return { id };
  },
});
