import type { EntityManager } from '@mikro-orm/postgresql';
import { NOT_RETRIEVED, type ReasonLine, type Stage } from '@/core/flow';
import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { nextSeq } from '@/platform/db/next-seq';
import { Reason, ReasonChange, type Review } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';

/** The reasons in force, in order, that can be picked at a stage. */
export async function reasonsOf(ctx: Context, reviewId: string, stage: Stage): Promise<ReasonLine[]> {
  const own = await partOf(ctx, reviewId, 'reasons', ['reason'], async () => {
    const rows = await ctx.em.find(Reason, { reviewId, archived: false, mergedInto: null }, { orderBy: { position: 'asc', code: 'asc' } });
    return rows.filter((r) => r.code !== NOT_RETRIEVED).map(({ code, text, definition }) => ({ code, text, definition }));
  });
  return stage === 'full-text' ? [...own, NOT_HAD] : own;
}

const NOT_HAD: ReasonLine = {
  code: NOT_RETRIEVED,
  text: 'Full text not retrieved',
  definition: 'It was sought and could not be had; the flow counts it in a box of its own.',
};

/** What each code is called now, and the reason that it counts under: merged ones under the one they became part of. */
export async function currentReasons(em: EntityManager, reviewId: string): Promise<(code: string) => { code: string; text: string }> {
  const rows = new Map((await em.find(Reason, { reviewId })).map((r) => [r.code, r]));
  const current = (code: string, hops = 0): { code: string; text: string } => {
    const row = rows.get(code);
    if (row?.mergedInto && hops < 40) return current(row.mergedInto, hops + 1);
    return { code, text: row?.text ?? (code === NOT_RETRIEVED ? NOT_HAD.text : code) };
  };
  return current;
}

type Kind = ReasonChange['kind'];

/** Notes what is done to the list, row by row. */
export async function changesOf(tx: EntityManager, ctx: Context, review: Pick<Review, 'id' | 'person'>) {
  let seq = await nextSeq(tx, 'reason_change', review.id);
  const add = (code: string, kind: Kind, before: string, after: string) =>
    tx.create(ReasonChange, { reviewId: review.id, seq: seq++, code, kind, before, after, ...bylineOf(ctx, review), at: ctx.now() });
  return {
    add,
    upsert(rows: Reason[], { code, text, definition, position }: ReasonLine & { position: number }, origin: Reason['origin']) {
      const row = rows.find((r) => r.code === code);
      if (!row) {
        tx.create(Reason, { reviewId: review.id, code, text, definition, position, origin, mergedInto: null, archived: false });
        add(code, 'added', '', text);
        return;
      }
      if (row.archived) add(code, 'restored', '', text);
      if (row.text !== text) add(code, 'renamed', row.text, text);
      if (row.definition !== definition) add(code, 'defined', row.definition, definition);
      Object.assign(row, { text, definition, position, archived: false });
    },
  };
}

/** Each criterion is a reason too, under its code: one that is new is added, one that was reworded is reworded. */
export async function reasonsFromCriteria(
  tx: EntityManager,
  ctx: Context,
  review: Review,
  before: readonly { text: string; reasonCode: string }[],
  after: readonly { text: string; definition: string; reasonCode: string }[],
): Promise<void> {
  const changes = await changesOf(tx, ctx, review);
  const rows = await tx.find(Reason, { reviewId: review.id }, { orderBy: { position: 'asc', code: 'asc' } });
  const listed = rows.filter((r) => !r.archived && !r.mergedInto && r.code !== NOT_RETRIEVED).map((r) => r.code);
  // While nobody gave the reasons an order of their own they stand in that of the criteria.
  const follows = listed.filter((c) => before.some((b) => b.reasonCode === c)).join() === before.map((b) => b.reasonCode).join();
  let next = Math.max(-1, ...rows.map((r) => r.position));
  after.forEach((c, i) => {
    const row = rows.find((r) => r.code === c.reasonCode);
    const was = before.find((b) => b.reasonCode === c.reasonCode);
    // A reason that a person reworded since is not put back.
    const own = row && was && row.text !== was.text;
    const line = { code: c.reasonCode, text: own ? row.text : c.text, definition: own ? row.definition : c.definition };
    changes.upsert(rows, { ...line, position: follows ? i : (row?.position ?? ++next) }, 'criterion');
  });
  if (follows) {
    const extra = rows.filter((r) => !after.some((c) => c.reasonCode === r.code));
    extra.forEach((row, i) => {
      row.position = after.length + i;
    });
  }
  for (const { reasonCode } of before) {
    const row = rows.find((r) => r.code === reasonCode);
    if (row && !row.archived && row.origin === 'criterion' && !after.some((c) => c.reasonCode === reasonCode)) {
      row.archived = true;
      changes.add(row.code, 'archived', row.text, '');
    }
  }
}
