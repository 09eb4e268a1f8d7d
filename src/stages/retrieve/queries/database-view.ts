import { termKey } from '@/core/classify';
import type { Vocabulary } from '@/core/record';
import { type Context, NotFound, openReview } from '@/platform/context';
import { databasesOf } from '../store/databases';

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
