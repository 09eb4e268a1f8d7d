import { createHash } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { RULE_SET } from '@/core/storage';
import { type Review, type SieveBasis, SourceDatabase } from '@/platform/db/schema';

export async function basisOf(
  em: EntityManager,
  review: Pick<Review, 'id' | 'asOf' | 'scheme' | 'kind' | 'revision'>,
): Promise<SieveBasis> {
  const [parts] = await em.execute<[{ rulings: number; merges: number; overrides: number; venues: string }]>(
    `select (select count(*)::int from ruling where review_id = ?) as rulings,
       (select count(*)::int from merge_ruling where review_id = ?) as merges,
       (select count(*)::int from sieve_override where review_id = ?) as overrides,
       (select count(*) || ' ' || coalesce(max(at)::text, '') from venue where review_id = ?) as venues`,
    [review.id, review.id, review.id, review.id],
  );
  const databases = await em.find(SourceDatabase, { reviewId: review.id }, { orderBy: { position: 'asc' } });
  const maps = hash(databases.map((d) => [d.id, d.profile.allJournalsRefereed, d.profile.terms]));
  const { asOf, scheme, kind, revision } = review;
  return { asOf, scheme, kind, ruleSet: RULE_SET, revision, parts: { ...parts, maps } };
}

const hash = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);

/** What differs between two bases, in words. */
export function basisWords(before: SieveBasis, after: SieveBasis): string[] {
  const words: string[] = [];
  if (before.asOf !== after.asOf) words.push(`the as-of date (${before.asOf}, then ${after.asOf})`);
  if (before.scheme !== after.scheme) words.push('the evidence scheme');
  if (before.kind !== after.kind) words.push('the kind of question');
  if (before.ruleSet !== after.ruleSet) words.push('the rules of classification, by an update of the application');
  const [a, b] = [before.parts, after.parts];
  if (!a || !b) words.push('more than was noted then');
  else {
    const grown = (n: number, one: string, many: string) => n !== 0 && words.push(`${Math.abs(n)} ${Math.abs(n) === 1 ? one : many}`);
    grown(b.rulings - a.rulings, 'ruling on a classification', 'rulings on classifications');
    grown(b.merges - a.merges, 'ruling on merging', 'rulings on merging');
    grown(b.overrides - a.overrides, 'choice on a single work', 'choices on single works');
    if (a.venues !== b.venues) words.push('the register of venues');
    if (a.maps !== b.maps) words.push("what databases' terms mean");
  }
  if (before.revision !== after.revision && words.length === 0) words.push('the records and how they are merged');
  return words;
}
