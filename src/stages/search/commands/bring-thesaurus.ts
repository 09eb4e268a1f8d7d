import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { readSkos, ThesaurusFault } from '@/core/search/thesaurus';
import { SearchDoor, Thesaurus } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

/** Takes a thesaurus in SKOS, and says which databases carry its headings. */
export const bringThesaurus = reviewCommand({
  name: 'bring-thesaurus',
  right: 'edit',
  input: z.strictObject({ name: z.string().trim().max(300), text: z.string().max(20_000_000), databaseIds: z.array(z.uuid()).max(32) }),
  lock: 'search',
  refuses: ['unreadable'],
  stale: ['search'],
  async run(ctx, { name, text, databaseIds }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    let read: ReturnType<typeof readSkos>;
    try {
      read = readSkos(text);
    } catch (error) {
      if (error instanceof ThesaurusFault) return refuse('unreadable', error.message);
      throw error;
    }
    const id = randomUUID();
    const called = (name || read.title || 'Thesaurus').slice(0, 300);
    await em.insert(Thesaurus, { reviewId, id, name: called, concepts: read.concepts, ...bylineOf(ctx, review), at: ctx.now() });
    if (databaseIds.length) await em.nativeUpdate(SearchDoor, { reviewId, databaseId: { $in: databaseIds } }, { thesaurusId: id });
    return { id, name: called, headings: read.concepts.length, problems: read.problems };
  },
});

/** Says which thesaurus a database carries. */
export const setThesaurus = reviewCommand({
  name: 'set-thesaurus',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid(), thesaurusId: z.uuid().nullable() }),
  lock: 'search',
  refuses: ['no-door', 'no-thesaurus'],
  stale: ['search'],
  async run(ctx, { databaseId, thesaurusId }) {
    const { reviewId } = ctx;
    if (thesaurusId && !(await ctx.em.findOne(Thesaurus, { reviewId, id: thesaurusId }, { fields: ['id'] })))
      return refuse('no-thesaurus', 'This thesaurus is not in the review.');
    const done = await ctx.em.nativeUpdate(SearchDoor, { reviewId, databaseId }, { thesaurusId });
    return done ? {} : refuse('no-door', 'No server is set for this database.');
  },
});
