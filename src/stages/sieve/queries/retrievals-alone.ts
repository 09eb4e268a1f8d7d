import type { EntityManager } from '@mikro-orm/postgresql';
import type { EvidenceScheme } from '@/core/classify';
import { judgeWork, membershipBits } from '@/core/judge';
import { limitersAtEnd, type RetrievalInParity, readNative } from '@/core/parity';
import { type BibRecord, isoToDay } from '@/core/record';
import { askTexts, type Columns, emptyColumns, type Sieve, textTests } from '@/core/sieve';
import { type PackedClaims, unpackClaims } from '@/core/storage';
import { derivedFrom, once, recent } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { type Retrieval, Review, type SourceDatabase } from '@/platform/db/schema';
import { type AllAlone, type Alone, AloneBuilder, type Filed, followedAlone, judgingOf, storedAlone, writeAlone } from '@/stages/classify';
import { retrievalOfFiles } from '@/stages/retrieve';

const PAGE = 1000;
const held = recent<AllAlone>('records-alone', 4);

/** The active retrievals of a review as parity sees them. */
export async function retrievalsAlone(
  ctx: Context,
  review: Review,
  retrievals: readonly Retrieval[],
  databases: readonly SourceDatabase[],
  { sieve, scheme }: { sieve: Sieve; scheme: EvidenceScheme },
): Promise<RetrievalInParity[]> {
  const { byRetrieval } = await recordsAlone(ctx, review, databases);
  const found: RetrievalInParity[] = [];
  for (const r of retrievals) {
    const { records, works } = byRetrieval.get(r.id) ?? noRecords(databases, review.revision);
    const own = databases.filter((d) => r.databaseIds.includes(d.id));
    const profile = own[0]?.profile;
    found.push({
      id: r.id,
      databases: own.map((d) => d.id),
      profiles: own.map((d) => d.profile),
      natives: profile
        ? limitersAtEnd(r.steps).map(({ lostAfter, ...l }) => ({
            ...readNative(l, profile, r.searchedOn || review.asOf, scheme),
            lostAfter,
            stated: r.stated.find((s) => s.native === l.name)?.why ?? '',
          }))
        : [],
      searchedOn: isoToDay(r.searchedOn || review.asOf),
      records,
      works,
      answers: await answersAlone(ctx.em, review.id, { records, works }, sieve),
    });
  }
  return found;
}

const noRecords = (databases: readonly SourceDatabase[], revision: number): Alone => ({
  records: emptyColumns(
    0,
    databases.map((d) => d.id),
    revision,
  ),
  works: new Int32Array(),
});

/** All records at the review's revision: kept, or brought there by what changed, or read, or judged and stored. */
export async function recordsAlone(ctx: Context, review: Review, databases: readonly SourceDatabase[]): Promise<AllAlone> {
  const known = held.get(review.id);
  if (known?.revision === review.revision) return known;
  return once(`alone ${review.id} ${review.revision}`, () => readAlone(ctx, review, databases, known));
}

async function readAlone(
  ctx: Context,
  review: Review,
  databases: readonly SourceDatabase[],
  known: AllAlone | undefined,
): Promise<AllAlone> {
  let all = known ? await followedAlone(ctx.em, review.id, known, review.revision) : null;
  all ??= await storedAlone(ctx.em, review.id);
  if (all?.revision !== review.revision) {
    all = await judgedAlone(ctx.em, review, databases);
    await keepAlone(ctx, review.id, all);
  }
  held.set(review.id, all);
  return all;
}

/** For a review whose records were last classified by a version that did not store them alone. */
export async function judgedAlone(em: EntityManager, review: Review, databases: readonly SourceDatabase[]): Promise<AllAlone> {
  const rows = await em.execute<{ record_no: number; work_no: number }[]>(
    'select record_no, work_no from work_record where review_id = ? and active order by record_no',
    [review.id],
  );
  const ids = databases.map((d) => d.id);
  const alone = new AloneBuilder(rows.length, ids, review.revision);
  const judging = await judgingOf(em, review, databases);
  const retrievals = await retrievalOfFiles(em, review.id);
  const bitOf = membershipBits(databases);
  for (let at = 0; at < rows.length; at += PAGE) {
    const page = rows.slice(at, at + PAGE);
    const read = await em.execute<(Omit<Filed, 'doc'> & { doc: PackedClaims })[]>(
      `select r.no, r.file_id, r.database_id, r.stable_name, c.doc from record r
       join record_claims c on c.review_id = r.review_id and c.record_no = r.no
       where r.review_id = ? and r.no = any(?::int[]) order by r.no`,
      [review.id, `{${page.map((r) => r.record_no).join(',')}}`],
    );
    read.forEach((r, k) => {
      const { classification } = judgeWork(judging, [{ ...r, doc: unpackClaims(r.doc) }]);
      alone.add(retrievals.get(r.file_id)!, page[k]!.work_no, r.no, bitOf(r), classification);
    });
  }
  return alone.done();
}

/** Stores them, unless somebody is changing the review's records: nobody waits for that. */
async function keepAlone(ctx: Context, reviewId: string, all: AllAlone): Promise<void> {
  await ctx.em.fork().transactional(async (tx) => {
    const [{ free }] = await tx.execute<[{ free: boolean }]>('select pg_try_advisory_xact_lock(hashtext(?)) as free', [
      `records:${reviewId}`,
    ]);
    if (free && (await tx.count(Review, { id: reviewId, revision: all.revision }))) await writeAlone(tx, reviewId, all);
  });
}

/** What was read in records, which no ruling changes: kept with the list of their works, that only a merge makes anew. */
const asked = derivedFrom<Int32Array, Map<string, Uint8Array>>('texts-alone');

async function answersAlone(
  em: EntityManager,
  reviewId: string,
  { records, works }: Alone,
  sieve: Sieve,
): Promise<ReadonlyMap<string, Uint8Array>> {
  const known = asked.get(works) ?? new Map<string, Uint8Array>();
  if ([...textTests(sieve).keys()].every((key) => known.has(key))) return known;
  const items = await itemsOf(em, reviewId, records);
  const answers = askTexts(
    sieve,
    records,
    Array.from(records.numbers, (no) => [items.get(no)!]),
  );
  asked.set(works, answers);
  return answers;
}

async function itemsOf(em: EntityManager, reviewId: string, records: Columns): Promise<Map<number, BibRecord>> {
  const rows = await em.execute<{ no: number; item: BibRecord }[]>(
    'select no, item from record where review_id = ? and no = any(?::int[])',
    [reviewId, `{${records.numbers.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.no, r.item]));
}
