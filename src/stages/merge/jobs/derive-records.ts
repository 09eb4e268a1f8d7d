import type { EntityManager } from '@mikro-orm/postgresql';
import { CLAIM_COLUMNS, deriveBatch, KEY_COLUMNS, Scopes, type ToDerive } from '@/core/derive';
import { KeyShelf, type MergeKeys } from '@/core/merge';
import { MERGE_RULE_SET, RULE_SET } from '@/core/storage';
import { copyWritten } from '@/platform/db/copy';
import type { SourceDatabase } from '@/platform/db/schema';
import { shortHash } from '@/platform/short-hash';
import { inOrder } from '@/platform/threads/in-order';
import { basisOf, labourFor } from '@/platform/threads/labour';
import { type AsideRecord, faultyAside } from '@/stages/retrieve';

const PAGE = 1000;

/** A record as merging sees it, beside its keys. */
export interface NamedRecord {
  no: number;
  /** Its stable name. */
  name: string;
}

/** Records with their merge keys, in the same order. */
export interface KeyedRecords {
  records: NamedRecord[];
  keys: KeyShelf;
}

/**
 * Derives the claims and merge keys that are missing or out of date.
 * @param aside records to leave out; those of which nothing can be derived are added
 * @param first records that come before all others
 * @param reader another connection, which reads the next records while these are worked on: what it reads is not written here
 * @returns what merging needs of every record, and which were derived now
 */
export async function deriveRecords(
  tx: EntityManager,
  reader: EntityManager,
  reviewId: string,
  databases: readonly SourceDatabase[],
  aside: Map<number, AsideRecord>,
  first: ReadonlySet<number>,
  step: (done: number) => Promise<void>,
): Promise<KeyedRecords & { fresh: Set<number> }> {
  const scopes = new Scopes(databases, shortHash);
  const all: NamedRecord[] = [];
  const shelf = new KeyShelf();
  const derived = new Set<number>();
  await tx.execute('create temporary table fresh_claims (like record_claims including defaults) on commit drop');
  await tx.execute('create temporary table fresh_keys (like merge_key including defaults) on commit drop');
  const present = (await tx.execute<{ no: number }[]>('select no from active_record where review_id = ? order by no', [reviewId]))
    .map((r) => r.no)
    .filter((no) => !aside.has(no));
  const numbers = first.size ? [...present.filter((no) => first.has(no)), ...present.filter((no) => !first.has(no))] : present;
  const labour = labourFor(numbers.length - (await countDerived(tx, reviewId)));
  const basis = basisOf(databases.map(({ id, profile }) => ({ id, profile })));
  async function* pages() {
    const read = (at: number) => readPage(reader.fork(), reviewId, numbers.slice(at, at + PAGE));
    let next = read(0);
    for (let at = 0; at < numbers.length; at += PAGE) {
      const page = await next;
      next = read(at + PAGE);
      // A failure is heard when its turn comes, not before.
      next.catch(() => {});
      yield { page, todo: await toDerive(tx, reviewId, scopes, page) };
    }
  }
  const derivedPages = inOrder(pages(), labour.width, async ({ page, todo }) => ({
    page,
    todo,
    rows: await labour.run('derive', basis, { reviewId, records: todo }, (_, t) => deriveBatch(scopes, t.reviewId, t.records)),
  }));
  for await (const { page, todo, rows } of derivedPages) {
    for (const fault of rows.faults) aside.set(fault.no, faultyAside(fault, 'derive'));
    const made = new Map(rows.made);
    for (const { no } of todo) if (!aside.has(no)) derived.add(no);
    for (const { no, stable_name, keys } of page) {
      if (aside.has(no)) continue;
      all.push({ no, name: stable_name });
      shelf.add(keys ?? made.get(no)!);
    }
    if (rows.claims.length) await copyWritten(tx, 'fresh_claims', CLAIM_COLUMNS, [rows.claims]);
    if (rows.keys.length) await copyWritten(tx, 'fresh_keys', KEY_COLUMNS, [rows.keys]);
    await step(all.length);
  }
  // What was derived of a record before it failed says nothing any more.
  await tx.execute('delete from record_claims where review_id = ? and record_no = any(?::int[])', [
    reviewId,
    `{${[...aside.keys()].join(',')}}`,
  ]);
  await tx.execute(
    `insert into record_claims (review_id, record_no, rule_set, doc, unmapped, terms)
     select review_id, record_no, rule_set, doc, unmapped, terms from fresh_claims
     on conflict (review_id, record_no) do update set rule_set = excluded.rule_set, doc = excluded.doc,
       unmapped = excluded.unmapped, terms = excluded.terms`,
  );
  await tx.execute(
    `insert into merge_key (review_id, record_no, rules, doc) select review_id, record_no, rules, doc from fresh_keys
     on conflict (review_id, record_no) do update set rules = excluded.rules, doc = excluded.doc`,
  );
  return { records: all, keys: shelf, fresh: derived };
}

interface RecordRead {
  no: number;
  database_id: string | null;
  stable_name: string;
  rule_set: string | null;
  /** Keys of its type terms, as far as claims were derived before. */
  terms: string[] | null;
  keys: MergeKeys | null;
}

/** Plain reads by number, which cost a page whatever the planner thinks of tables that were just filled. */
async function readPage(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<RecordRead[]> {
  if (numbers.length === 0) return [];
  const wanted = `{${numbers.join(',')}}`;
  const rows = await tx.execute<Omit<RecordRead, 'rule_set' | 'terms' | 'keys'>[]>(
    'select no, database_id, stable_name from record where review_id = ? and no = any(?::int[])',
    [reviewId, wanted],
  );
  const claims = await tx.execute<{ record_no: number; rule_set: string; terms: string[] }[]>(
    'select record_no, rule_set, terms from record_claims where review_id = ? and record_no = any(?::int[])',
    [reviewId, wanted],
  );
  const keys = await tx.execute<{ record_no: number; doc: MergeKeys }[]>(
    'select record_no, doc from merge_key where review_id = ? and record_no = any(?::int[]) and rules = ?',
    [reviewId, wanted, MERGE_RULE_SET],
  );
  const before = new Map(claims.map((c) => [c.record_no, c]));
  const docs = new Map(keys.map((k) => [k.record_no, k.doc]));
  const byNo = new Map(rows.map((r) => [r.no, r]));
  return numbers
    .map((no) => byNo.get(no)!)
    .map((r) => ({
      ...r,
      rule_set: before.get(r.no)?.rule_set ?? null,
      terms: before.get(r.no)?.terms ?? null,
      keys: docs.get(r.no) ?? null,
    }));
}

/** How many records have claims by the rules as they are, whatever their database adds to them. */
export async function countDerived(tx: EntityManager, reviewId: string): Promise<number> {
  const [{ n }] = await tx.execute<[{ n: number }]>(
    'select count(*)::int as n from record_claims where review_id = ? and rule_set like ?',
    [reviewId, `${RULE_SET}:%`],
  );
  return n;
}

/** What is missing or out of date of some records. */
async function toDerive(tx: EntityManager, reviewId: string, scopes: Scopes, page: readonly RecordRead[]): Promise<ToDerive[]> {
  const outdated = (r: RecordRead) => r.terms === null || r.rule_set !== scopes.ruleSetOf(r.database_id, r.terms);
  const stale = page.filter((r) => !r.keys || outdated(r));
  const items = await readItems(
    tx,
    reviewId,
    stale.map((r) => r.no),
  );
  return stale.map((r) => ({ no: r.no, database: r.database_id, item: items.get(r.no)!, claims: outdated(r), keys: !r.keys }));
}

/** Records as JSON: whoever derives from them reads it. */
async function readItems(tx: EntityManager, reviewId: string, numbers: readonly number[]): Promise<Map<number, string>> {
  if (numbers.length === 0) return new Map();
  const rows = await tx.execute<{ no: number; item: string }[]>(
    'select no, item::text as item from record where review_id = ? and no = any(?::int[])',
    [reviewId, `{${numbers.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.no, r.item]));
}
