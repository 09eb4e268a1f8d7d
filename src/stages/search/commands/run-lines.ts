import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { queryOf, type Sheet } from '@/core/search/blocks';
import { adviceFor, type DeskLine, type Without } from '@/core/search/desk';
import { nextSeq } from '@/platform/db/next-seq';
import { SearchRun, SearchSheet } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import type { OpenReview } from '@/platform/verbs/open-review';
import { refuse } from '@/platform/verbs/refusals';
import { dialectAt, doorOf, linesAt, sheetNow } from '../store/desk';
import { measureLines } from '../store/measure';
import { type Asked, countAt, ServerFault } from '../store/server';

/** Counts every line of the sheet at one database, and keeps what was counted with the sheet as it was. */
export const runLines = reviewCommand({
  name: 'run-lines',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid() }),
  lock: 'search',
  refuses: ['no-door', 'nothing-taken'],
  stale: ['search'],
  async outside(ctx, { databaseId }) {
    const em = ctx.em as EntityManager;
    const door = await doorOf(em, ctx.reviewId, databaseId);
    if (!door) return refuse('no-door', 'No server is set for this database.');
    const { sheet } = await sheetNow(em, ctx.reviewId);
    if (sheet.blocks.length === 0 && !door.ownQuery) return refuse('nothing-taken', 'There is nothing on the sheet yet.');
    const from = performance.now();
    const lines = await linesAt(ctx, ctx.review, door, sheet);
    const counted = await measureLines(door, lines, door.mostRecords ?? null);
    const last = counted.findLast((l) => l.total !== null && l.kind !== 'block');
    const without = last && (last.total! < sheet.few || last.total! > sheet.many) ? await withoutEach(ctx, door, sheet, lines) : [];
    const advice = last ? adviceFor(last.total!, sheet.few, sheet.many, lines, without) : [];
    return { sheet, counted, advice, ms: Math.round(performance.now() - from) };
  },
  async run(ctx, { databaseId }, { sheet, counted, advice, ms }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const kept = await em.findOne(SearchSheet, { reviewId, number: { $gt: 0 } }, { orderBy: { number: 'desc' } });
    const sheetNumber = kept && JSON.stringify(kept.sheet) === JSON.stringify(sheet) ? kept.number : 0;
    const seq = await nextSeq(em, 'search_run', reviewId);
    await em.insert(SearchRun, {
      reviewId,
      seq,
      databaseId,
      sheetNumber,
      sheet,
      lines: counted,
      advice,
      ms,
      ...bylineOf(ctx, review),
      at: ctx.now(),
    });
    return { seq, lines: counted, advice, ms };
  },
});

/** The search without each of its parts and limiters: which of them costs most. */
async function withoutEach(
  ctx: OpenReview,
  door: Asked & { reviewId: string } & Parameters<typeof linesAt>[2],
  sheet: Sheet,
  lines: readonly DeskLine[],
): Promise<Without[]> {
  const dialect = await dialectAt(ctx.em as EntityManager, door);
  const limits = lines.filter((l) => l.clause).map((l) => ({ name: l.label, clause: l.clause }));
  const question = lines.find((l) => l.kind === 'question')?.query ?? '';
  const limited = (query: string, but: string | null) =>
    limits.filter((l) => l.name !== but).reduce((q, l) => `(${q}) and ${l.clause}`, query);
  const parts = sheet.blocks.length > 1 && !door.ownQuery ? sheet.blocks.filter((b) => b.want === 'in') : [];
  const asked = [
    ...limits.map((l) => ({ name: l.name, kind: 'limiter' as const, query: question && limited(question, l.name) })),
    ...parts.map((block) => {
      const { query } = queryOf({ blocks: sheet.blocks.filter((b) => b !== block) }, dialect);
      return { name: block.name, kind: 'block' as const, query: query && limited(query, null) };
    }),
  ].filter((a) => a.query);
  const counted = await Promise.all(
    asked.map(async ({ name, kind, query }) => {
      try {
        return [{ name, kind, total: (await countAt(door, query)).answer.total! }];
      } catch (error) {
        if (error instanceof ServerFault) return [];
        throw error;
      }
    }),
  );
  return counted.flat();
}
