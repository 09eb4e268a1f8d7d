import type { EntityManager } from '@mikro-orm/postgresql';
import { type BlockList, blockListOf, type MergeKeys, recordsUnder } from '@/core/merge';
import { MERGE_RULE_SET } from '@/core/storage';
import { recent } from '@/platform/cache/process-wide';
import { runBound } from '@/platform/db/client';

interface Keyed {
  no: number;
  keys: MergeKeys;
}

/**
 * Stores under which keys these records can be met: all that are active.
 * @param keysOf the keys of the record at a place of the list
 */
export async function writeBlocks(
  tx: EntityManager,
  reviewId: string,
  records: readonly { no: number }[],
  keysOf: (place: number) => ArrayLike<number>,
): Promise<BlockList> {
  const list = blockListOf(
    records.map((r) => r.no),
    keysOf,
  );
  await runBound(
    tx,
    `insert into merge_blocks (review_id, rules, merges, bytes) values ($1, $2, 1, $3)
     on conflict (review_id) do update set rules = excluded.rules, merges = merge_blocks.merges + 1, bytes = excluded.bytes`,
    [reviewId, MERGE_RULE_SET, Buffer.from(list.buffer)],
  );
  return list;
}

/** How many merges there were by the rules as they are; null when what they leave behind is not there. */
export async function mergesOf(em: EntityManager, reviewId: string): Promise<number | null> {
  const [row] = await em.execute<{ merges: number }[]>('select merges from merge_blocks where review_id = ? and rules = ?', [
    reviewId,
    MERGE_RULE_SET,
  ]);
  return row?.merges ?? null;
}

/** Lists that were read last. */
const held = recent<{ merges: number; list: BlockList }>('merge-blocks', 2);

/** Reads what looking for works needs, before anybody waits for it: of a large review it is megabytes. */
export async function readBlocksAhead(em: EntityManager, reviewId: string): Promise<void> {
  const merges = await mergesOf(em, reviewId);
  if (merges === null || held.get(reviewId)?.merges === merges) return;
  const list = await storedBlocks(em, reviewId);
  if (list) held.set(reviewId, { merges, list });
}

/** Records that share a key with one of these: the only ones that merging would compare with them. */
export async function mayBeOneOf(tx: EntityManager, reviewId: string, keys: readonly MergeKeys[]): Promise<Keyed[]> {
  const merges = await mergesOf(tx, reviewId);
  const known = held.get(reviewId);
  let list = known?.merges === merges ? known.list : null;
  if (!list) {
    list = (await storedBlocks(tx, reviewId)) ?? (await blocksAnew(tx, reviewId));
    // What this transaction writes itself may yet be taken back: it is not kept.
    if (merges !== null) held.set(reviewId, { merges, list });
  }
  return keyed(tx, reviewId, recordsUnder(list, new Set(keys.flatMap((k) => k.blocks))));
}

async function blocksAnew(tx: EntityManager, reviewId: string): Promise<BlockList> {
  const records = await keyed(tx, reviewId, null);
  return writeBlocks(tx, reviewId, records, (place) => records[place]!.keys.blocks);
}

async function storedBlocks(em: EntityManager, reviewId: string): Promise<BlockList | null> {
  // Not as an entity: what is as long as this would be compared with itself when the transaction ends.
  const [stored] = await em.execute<{ bytes: Uint8Array }[]>('select bytes from merge_blocks where review_id = ? and rules = ?', [
    reviewId,
    MERGE_RULE_SET,
  ]);
  return stored ? listOf(stored.bytes) : null;
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
