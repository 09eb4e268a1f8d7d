import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { SavedSearch, SearchRun } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { runSaved } from '../store/saved';

const DAY_MS = 86_400_000;
export const nextRun = (now: Date, everyDays: number): Date | null => (everyDays ? new Date(now.getTime() + everyDays * DAY_MS) : null);

/** Keeps the query of a counted line, to be run again by hand or every so many days. */
export const saveSearch = reviewCommand({
  name: 'save-search',
  right: 'edit',
  input: z.strictObject({
    name: z.string().trim().min(1, 'Give it a name.').max(200),
    databaseId: z.uuid(),
    line: z.string().max(120),
    everyDays: z.int().min(0).max(365),
  }),
  lock: 'search',
  refuses: ['no-line'],
  stale: ['search'],
  async run(ctx, { name, databaseId, line, everyDays }) {
    const { review, reviewId } = ctx;
    const run = await ctx.em.findOne(SearchRun, { reviewId, databaseId }, { orderBy: { seq: 'desc' } });
    const query = run?.lines.find((l) => l.key === line)?.query;
    if (!query) return refuse('no-line', 'Count this line first.');
    const id = randomUUID();
    await ctx.em.insert(SavedSearch, {
      ...{ reviewId, id, name, databaseId, query, everyDays, nextAt: nextRun(ctx.now(), everyDays), removed: false },
      ...{ ...bylineOf(ctx, review), at: ctx.now() },
    });
    return { id };
  },
});

/** Sets how often a saved search is run, or ends it. What its runs found stays. */
export const changeSearch = reviewCommand({
  name: 'change-search',
  right: 'edit',
  input: z.strictObject({ id: z.uuid(), everyDays: z.int().min(0).max(365), removed: z.boolean() }),
  lock: 'search',
  refuses: ['no-search'],
  stale: ['search'],
  async run(ctx, { id, everyDays, removed }) {
    const row = await ctx.em.findOne(SavedSearch, { reviewId: ctx.reviewId, id });
    if (!row) return refuse('no-search', 'There is no such saved search.');
    ctx.em.assign(row, { everyDays, removed, nextAt: removed ? null : nextRun(ctx.now(), everyDays) });
    return {};
  },
});

/** Runs a saved search now. */
export const runSearch = reviewCommand({
  name: 'run-search',
  right: 'edit',
  input: z.strictObject({ id: z.uuid() }),
  refuses: ['no-search'],
  stale: ['search'],
  async outside(ctx, { id }) {
    const row = await ctx.em.findOne(SavedSearch, { reviewId: ctx.reviewId, id, removed: false });
    if (!row) return refuse('no-search', 'There is no such saved search.');
    return runSaved(ctx.em.fork() as EntityManager, row, ctx.now());
  },
  run: async (_ctx, _input, { fresh, gone, changed, problem }) => ({
    fresh: fresh.length,
    gone: gone.length,
    changed: changed.length,
    problem,
  }),
});
