import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { seeded } from '@/core/checks';
import { nextSeq } from '@/platform/db/next-seq';
import { type LookTitle, SearchLook } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { doorOf, linesAt, sheetNow } from '../store/desk';
import { recordOf } from '../store/records';
import { countAt, recordsAt, ServerFault } from '../store/server';

const TITLES = 20;
const MOST_SEED = 2_147_483_646;

/** Takes the first titles of a line, or titles drawn from all that it finds, to be said on topic or not. */
export const lookAtTitles = reviewCommand({
  name: 'look-at-titles',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid(), line: z.string().max(120), seed: z.int().min(1).max(MOST_SEED).nullable() }),
  lock: 'search',
  refuses: ['no-door', 'no-line', 'outside-fault'],
  stale: ['search'],
  async outside(ctx, { databaseId, line: key, seed }) {
    const em = ctx.em as EntityManager;
    const door = await doorOf(em, ctx.reviewId, databaseId);
    if (!door) return refuse('no-door', 'No server is set for this database.');
    const { sheet } = await sheetNow(em, ctx.reviewId);
    const line = (await linesAt(ctx, ctx.review, door, sheet)).find((l) => l.key === key);
    if (!line?.query) return refuse('no-line', 'This line asks nothing there.');
    try {
      const total = (await countAt(door, line.query, true)).answer.total!;
      const titles: LookTitle[] = [];
      for (const { from, count } of seed === null ? [{ from: 1, count: TITLES }] : drawnPlaces(total, seed)) {
        const { answer } = await recordsAt(door, line.query, from, count);
        for (const sent of answer.records.slice(0, count)) {
          const record = recordOf(sent);
          if (record)
            titles.push({
              identifier: sent.identifier || record.accession,
              title: record.title,
              abstract: record.abstract,
              year: record.dates.issue,
              verdict: null,
            });
        }
      }
      return { line, total, titles };
    } catch (error) {
      if (error instanceof ServerFault) return refuse('outside-fault', error.message);
      throw error;
    }
  },
  async run(ctx, { databaseId, seed }, { line, total, titles }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const seq = await nextSeq(em, 'search_look', reviewId);
    await em.insert(SearchLook, {
      ...{ reviewId, seq, databaseId, lineKey: line.key, label: line.label.slice(0, 200), query: line.query, total, seed, titles },
      ...{ ...bylineOf(ctx, review), at: ctx.now() },
    });
    return { seq, titles: titles.length };
  },
});

/** Places drawn without one twice, those beside each other asked for together. */
function drawnPlaces(total: number, seed: number): { from: number; count: number }[] {
  const next = seeded(seed);
  const places = new Set<number>();
  while (places.size < Math.min(TITLES, total)) places.add(1 + Math.floor(next() * total));
  const runs: { from: number; count: number }[] = [];
  for (const place of [...places].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && last.from + last.count === place) last.count++;
    else runs.push({ from: place, count: 1 });
  }
  return runs;
}

/** What a person says of a title. */
export const judgeTitle = reviewCommand({
  name: 'judge-title',
  right: 'edit',
  input: z.strictObject({
    look: z.int().positive(),
    index: z
      .int()
      .min(0)
      .max(TITLES - 1),
    verdict: z.enum(['on', 'off']).nullable(),
  }),
  lock: 'search',
  refuses: ['no-look'],
  stale: ['search'],
  async run(ctx, { look, index, verdict }) {
    const row = await ctx.em.findOne(SearchLook, { reviewId: ctx.reviewId, seq: look });
    if (!row?.titles[index]) return refuse('no-look', 'There is no such title.');
    ctx.em.assign(row, { titles: row.titles.map((t, i) => (i === index ? { ...t, verdict } : t)) });
    return {};
  },
});
