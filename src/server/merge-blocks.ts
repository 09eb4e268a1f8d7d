import type { EntityManager } from '@mikro-orm/postgresql';
import { type BlockList, blockListOf, MERGE_RULES, type MergeKeys, recordsUnder } from '@/core/merge';
import { runBound } from '@/db/client';

interface Keyed {
  no: number;
  keys: MergeKeys;
}

/** Stores under which keys these records can be met: all that are active. */
export async function writeBlocks(tx: EntityManager, reviewId: string, records: readonly Keyed[]): Promise<BlockList> {
  const list = blockListOf(records);
  await runBound(
    tx,
    `insert into merge_blocks (review_id, rules, bytes) values ($1, $2, $3)
     on conflict (review_id) do update set rules = excluded.rules, bytes = excluded.bytes`,
    [reviewId, MERGE_RULES, Buffer.from(list.buffer)],
  );
  return list;
}

/** Lists that were read last, by the review's revision: every merge has one of its own. */
const held = new Map<string, { revision: number; list: BlockList }>();
const MOST = 2;

/** Records that share a key with one of these: the only ones that merging would compare with them. */
export async function mayBeOneOf(tx: EntityManager, reviewId: string, keys: readonly MergeKeys[]): Promise<Keyed[]> {
  const [{ revision }] = await tx.execute<[{ revision: number }]>('select revision from review where id = ?', [reviewId]);
  let known = held.get(reviewId);
  if (known?.revision !== revision) {
    known = { revision, list: await blocksOf(tx, reviewId) };
    held.delete(reviewId);
    held.set(reviewId, known);
    if (held.size > MOST) held.delete(held.keys().next().value!);
  }
  return keyed(tx, reviewId, recordsUnder(known.list, new Set(keys.flatMap((k) => k.blocks))));
}

async function blocksOf(tx: EntityManager, reviewId: string): Promise<BlockList> {
  // Not as an entity: what is as long as this would be compared with itself when the transaction ends.
  const [stored] = await tx.execute<{ bytes: Uint8Array }[]>('select bytes from merge_blocks where review_id = ? and rules = ?', [
    reviewId,
    MERGE_RULES,
  ]);
  return stored ? listOf(stored.bytes) : writeBlocks(tx, reviewId, await keyed(tx, reviewId, null));
}

/** Eight bytes each, wherever in memory they were put. */
const listOf = (bytes: Uint8Array): BlockList => new Float64Array(Uint8Array.from(bytes).buffer);

/** Active records with their keys; of these numbers, or all. */
const keyed = (tx: EntityManager, reviewId: string, numbers: readonly number[] | null): Promise<Keyed[]> =>
  tx.execute<Keyed[]>(
    `select m.record_no as no, k.doc as keys from work_record m join merge_key k on k.review_id = m.review_id and k.record_no = m.record_no
     where m.review_id = ? and m.active ${numbers ? 'and m.record_no = any(?::int[])' : ''} order by m.record_no`,
    numbers ? [reviewId, `{${numbers.join(',')}}`] : [reviewId],
  );
