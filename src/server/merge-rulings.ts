import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { LINK_CODES, type LinkType, type MergeRuling } from '@/core/merge';
import { MergeRulingRow, RecordRow } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import type { KeyedRecord } from './derive-records';
import { nextSeq } from './next-seq';
import { queueMerge } from './queue';

/** Rulings that stand, oldest first. */
export type Rulings = Pick<
  MergeRulingRow,
  'seq' | 'act' | 'verdict' | 'a' | 'b' | 'aName' | 'bName' | 'link' | 'reason' | 'person' | 'at'
>[];

export const RuleMerge = z.strictObject({
  verdict: z.enum(['join', 'apart', 'link', 'unlink']),
  /** Number of a record. */
  a: z.int().positive(),
  /** Records that it is joined with, kept apart from, or linked to: several when it is taken out of a work. */
  others: z.array(z.int().positive()).min(1).max(500),
  /** For a link: what the work of `a` is of the work of the other. */
  link: z.enum(LINK_CODES).nullable(),
  reason: z.string().trim().max(2000),
});
export const UndoMerge = z.strictObject({ act: z.uuid() });

export async function standingRulings(em: EntityManager, reviewId: string): Promise<Rulings> {
  const rows = await em.find(MergeRulingRow, { reviewId }, { orderBy: { seq: 'asc' } });
  const undone = new Set(rows.map((r) => r.undoes).filter(Boolean));
  return rows.filter((r) => r.verdict !== 'undo' && !undone.has(r.act));
}

/**
 * Rulings as places in a list of records, by the records' stable names, so that they hold for the same records when
 * these are imported again. A link keeps apart as well.
 */
export function recordRulings(rulings: Rulings, records: readonly KeyedRecord[]): MergeRuling[] {
  const byNo = new Map(records.map((r, i) => [r.no, i]));
  const byName = new Map(records.map((r, i) => [r.name, i]));
  return rulings.flatMap(({ verdict, a, b, aName, bName }) => {
    const [x, y] = [byNo.get(a) ?? byName.get(aName), byNo.get(b) ?? byName.get(bName)];
    if (x === undefined || y === undefined || x === y || verdict === 'undo' || verdict === 'unlink') return [];
    return [{ verdict: verdict === 'join' ? ('join' as const) : ('apart' as const), a: x, b: y }];
  });
}

/** Links that a person made or took away, as record numbers. */
export const linkRulings = (rulings: Rulings): { a: number; b: number; aName: string; bName: string; link: LinkType; made: boolean }[] =>
  rulings.flatMap(({ verdict, a, b, aName, bName, link }) =>
    link && (verdict === 'link' || verdict === 'unlink') ? [{ a, b, aName, bName, link, made: verdict === 'link' }] : [],
  );

/** Adds what a person ruled, and queues the merge that follows it. */
export async function ruleMerge(ctx: Context, reviewId: string, input: z.infer<typeof RuleMerge>): Promise<Result<{ act: string }>> {
  const review = await openReview(ctx, reviewId);
  if ((input.verdict === 'link' || input.verdict === 'unlink') && !input.link)
    return refuse('no-link', 'Say what the one is of the other.');
  const others = [...new Set(input.others)];
  if (others.includes(input.a)) return refuse('same-record', 'A record cannot be ruled on with itself.');
  const names = new Map(
    (await ctx.em.find(RecordRow, { reviewId, no: { $in: [input.a, ...others] } }, { fields: ['no', 'stableName'] })).map((r) => [
      r.no,
      r.stableName,
    ]),
  );
  if (names.size !== others.length + 1) return refuse('no-record', 'One of these records is not in the review.');
  const act = randomUUID();
  await ctx.em.transactional(async (tx) => {
    let seq = await nextSeq(tx, 'merge_ruling', reviewId);
    for (const b of others)
      tx.create(MergeRulingRow, {
        reviewId,
        seq: seq++,
        act,
        verdict: input.verdict,
        a: input.a,
        b,
        aName: names.get(input.a)!,
        bName: names.get(b)!,
        link: input.link,
        undoes: null,
        reason: input.reason,
        person: review.person,
        at: ctx.now(),
      });
    await tx.flush();
    await queueMerge(tx, reviewId, ctx.now());
  });
  return { ok: true, act };
}

/** Takes back one act. The act itself stays in the history. */
export async function undoMerge(ctx: Context, reviewId: string, { act }: z.infer<typeof UndoMerge>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const seq = await nextSeq(tx, 'merge_ruling', reviewId);
    const ruling = (await standingRulings(tx, reviewId)).find((r) => r.act === act);
    if (!ruling) return refuse('not-standing', 'This ruling was taken back already.');
    const { a, b, aName, bName } = ruling;
    tx.create(MergeRulingRow, {
      ...{ reviewId, seq, act: randomUUID(), verdict: 'undo', a, b, aName, bName, link: null, undoes: act, reason: '' },
      person: review.person,
      at: ctx.now(),
    });
    await tx.flush();
    await queueMerge(tx, reviewId, ctx.now());
    return { ok: true };
  });
}
