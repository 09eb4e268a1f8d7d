import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { LockMode } from '@mikro-orm/core';
import { z } from 'zod';
import { limiterProfile, scopeOf } from '@/core/parity';
import { noteChange } from '@/platform/db/note-change';
import { noteEdits } from '@/platform/db/note-edits';
import { SourceDatabase } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { isSettled, settleEdit } from '@/platform/verbs/edits';
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
  /** The database as the person saw it last. */
  seen: z.unknown().optional(),
});
export type DatabaseInput = z.infer<typeof DatabaseInput>;

/** Adds a database or changes it. What is true of all its journals, and what its terms mean, changes claims: works are then classified again. */
export const saveDatabase = reviewCommand({
  name: 'save-database',
  right: 'edit',
  input: DatabaseInput,
  lock: 'edit',
  refuses: ['tag-taken', 'no-database', 'too-many', 'changed-meanwhile'],
  stale: ['retrieval', 'classification'],
  async run(ctx, given) {
    const { reviewId } = ctx;
    // Terms are mapped one by one meanwhile: whoever does waits until this is done, and this for them.
    if (given.id) await ctx.em.findOne(SourceDatabase, { reviewId, id: given.id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    const all = await databasesOf(ctx, reviewId);
    const settled = settleDatabase(
      all.find((d) => d.id === given.id),
      given,
    );
    if (!isSettled(settled)) return settled;
    const input = { ...given, ...settled.value };
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
      const parts = Object.fromEntries(Object.keys({ ...old.profile, ...profile }).map((part) => [part, `${old.name}: ${part}`]));
      await noteEdits(ctx, ctx.review, 'database', { name: `${old.name}: name`, tag: `${old.name}: tag` }, old, input);
      await noteEdits(ctx, ctx.review, 'database', parts, old.profile, profile);
      await ctx.em.nativeUpdate(SourceDatabase, { reviewId, id }, { name: input.name, tag: input.tag, profile });
      if (scopeChanges) await queueReclassify(ctx.em, reviewId);
    } else {
      await noteChange(ctx, ctx.review, { kind: 'database', did: 'added', subject: `database ${input.name}` });
      ctx.em.create(SourceDatabase, { reviewId, id, position: all.length, name: input.name, tag: input.tag, profile });
    }
    return { id, value: { name: input.name, tag: input.tag, profile }, merged: settled.merged };
  },
});

type Edited = Pick<DatabaseInput, 'name' | 'tag' | 'profile'>;

/** What is edited together; terms, columns and names of limiters are changed one by one, each by a verb of its own. */
const edited = ({ name, tag, profile }: Edited): Edited => ({ name, tag, profile: { ...profile, terms: [], columns: null, natives: [] } });

function settleDatabase(current: Edited | undefined, { seen, whole, ...input }: DatabaseInput) {
  if (!current || whole || seen === undefined)
    return { value: { name: input.name, tag: input.tag, profile: input.profile }, merged: false };
  return settleEdit(edited(current), { value: edited(input), seen: edited(seen as Edited) });
}
