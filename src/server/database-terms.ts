import { z } from 'zod';
import { termKey } from '@/core/classify';
import { type MappedTerm, termSets } from '@/core/parity';
import { VOCABULARIES, type Vocabulary } from '@/core/record';
import { SourceDatabase } from '@/db/schema';
import { type Context, NotFound, openReview, type Result, refuse } from './context';
import { queueReclassify } from './queue';
import { databasesOf } from './save-database';

export const MapTerm = z.strictObject({
  databaseId: z.uuid(),
  vocabulary: z.enum(VOCABULARIES),
  term: z.string().trim().min(1).max(200),
  /** What it means in this database; null takes the mapping back. */
  sets: termSets.nullable(),
});

export interface TermLine {
  vocabulary: Vocabulary;
  term: string;
  /** Records of this database that carry it: as many as mapping it will touch. */
  records: number;
}

/** Terms in a review's records that no table and no profile knows, by database, most frequent first. */
export async function unmappedTerms(ctx: Context, reviewId: string): Promise<(TermLine & { databaseId: string | null; tag: string })[]> {
  const databases = await databasesOf(ctx, reviewId);
  const rows = await ctx.em.execute<{ database_id: string | null; term: string; records: number }[]>(
    `select r.database_id, t.term, count(*)::int as records from active_record r
     join record_claims c on c.review_id = r.review_id and c.record_no = r.no, jsonb_array_elements_text(c.unmapped) as t(term)
     where r.review_id = ? group by r.database_id, t.term order by records desc, t.term limit 300`,
    [reviewId],
  );
  return rows.map((r) => ({
    databaseId: r.database_id,
    tag: databases.find((d) => d.id === r.database_id)?.tag ?? '--',
    vocabulary: r.term.slice(0, r.term.indexOf('|')) as Vocabulary,
    term: r.term.slice(r.term.indexOf('|') + 1),
    records: r.records,
  }));
}

/** One database with its profile, and how many of its records carry each of its terms, mapped or not. */
export async function databaseView(ctx: Context, reviewId: string, tag: string) {
  await openReview(ctx, reviewId);
  const database = (await databasesOf(ctx, reviewId)).find((d) => d.tag === tag);
  if (!database) throw new NotFound('There is no such database.');
  const carried = await ctx.em.execute<{ vocabulary: Vocabulary; term: string; records: number }[]>(
    `select t->>'vocabulary' as vocabulary, lower(t->>'term') as term, count(*)::int as records
     from active_record r, jsonb_array_elements(r.item->'types') as t where r.review_id = ? and r.database_id = ? group by 1, 2`,
    [reviewId, database.id],
  );
  const count = new Map(carried.map((c) => [`${c.vocabulary}|${c.term}`, c.records]));
  const unmapped = (await unmappedTerms(ctx, reviewId)).filter((t) => t.databaseId === database.id);
  return {
    id: database.id,
    name: database.name,
    tag: database.tag,
    profile: database.profile,
    unmapped: unmapped.map(({ vocabulary, term, records }) => ({ vocabulary, term, records })),
    mapped: database.profile.terms.map((t) => ({ ...t, records: count.get(termKey(t.vocabulary, t.term)) ?? 0 })),
  };
}
export type DatabaseView = Awaited<ReturnType<typeof databaseView>>;

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
