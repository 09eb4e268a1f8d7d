import type { EntityManager } from '@mikro-orm/postgresql';
import { type BlockList, blockListOf, MERGE_RULES, type MergeKeys, recordsUnder } from '@/core/merge';
import { runBound } from '@/db/client';
import { MergeBlocks } from '@/db/schema';

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

/** Records that share a key with one of these: the only ones that merging would compare with them. */
export async function mayBeOneOf(tx: EntityManager, reviewId: string, keys: readonly MergeKeys[]): Promise<Keyed[]> {
  const stored = await tx.findOne(MergeBlocks, { reviewId, rules: MERGE_RULES });
  const list = stored ? listOf(stored.bytes) : await writeBlocks(tx, reviewId, await keyed(tx, reviewId, null));
  return keyed(tx, reviewId, recordsUnder(list, new Set(keys.flatMap((k) => k.blocks))));
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
