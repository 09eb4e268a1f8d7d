import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import type { SearchStep } from '@/core/parity';
import { complementOf, type DeskLine } from '@/core/search/desk';
import type { Context } from '@/platform/context';
import { type Review, type RunLine, type SearchDoor, SearchRun, SearchSheet, SearchTaking } from '@/platform/db/schema';
import { enqueue } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { beginRetrieval } from '@/stages/retrieve';
import { doorOf, linesAt } from '../store/desk';

/** More records at once are asked for in parts: by years, for one. */
export const MOST_TAKEN = 500_000;

/** Takes the records of a counted line into a retrieval of its own, with the steps that led there; a job fetches them. */
export const takeIn = reviewCommand({
  name: 'take-in',
  right: 'edit',
  input: z.strictObject({
    databaseId: z.uuid(),
    line: z.string().max(120),
    most: z.int().min(1).max(MOST_TAKEN).nullable(),
    /** Not what the limiter lets in, but what it left out: to see what it hid. */
    aside: z.boolean(),
  }),
  lock: ['search', 'retrievals'],
  refuses: ['no-door', 'no-line', 'nothing-taken', 'too-many'],
  stale: ['search', 'retrieval'],
  async run(ctx, { databaseId, line: key, most, aside }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const door = await doorOf(em, reviewId, databaseId);
    if (!door) return refuse('no-door', 'No server is set for this database.');
    const run = await em.findOne(SearchRun, { reviewId, databaseId }, { orderBy: { seq: 'desc' } });
    const at = run?.lines.findIndex((l) => l.key === key) ?? -1;
    if (!run || at < 0) return refuse('no-line', 'Count this line first: what is taken in is written down with its counts.');
    const lines = await linesAt(ctx, review, door, run.sheet);
    const line = lines.find((l) => l.key === key);
    const counted = run.lines[at]!;
    if (!line || line.query !== counted.query)
      return refuse('no-line', 'The limiters or the way into this database changed since the lines were counted. Count them again first.');
    if (aside && !line.clause) return refuse('no-line', 'Only what a limiter left out can be taken in aside.');
    if (counted.total === null || (counted.total === 0 && !aside)) return refuse('nothing-taken', 'This line finds nothing there.');
    const made = await beginRetrieval(ctx, review, { ...(await logOf(ctx, review, door, run, line, at, aside)), updates: null });
    if ('code' in made) return made;
    const id = randomUUID();
    const query = aside ? complementOf(line) : line.query;
    await em.insert(SearchTaking, {
      ...{ reviewId, id, databaseId, retrievalId: made.id, query, most: most ?? MOST_TAKEN, total: null, got: 0, next: 1 },
      ...{ bytes: 0, faults: [], at: ctx.now() },
    });
    await enqueue(em, reviewId, 'take-in', id, { because: `${door.title}: ${line.label}` });
    return { retrieval: made.number, job: id };
  },
});

/** The log of a search that the machine ran: nothing of it is typed. */
async function logOf(ctx: Context, review: Review, door: SearchDoor, run: SearchRun, line: DeskLine, at: number, aside: boolean) {
  const kept = run.sheetNumber ? await ctx.em.findOne(SearchSheet, { reviewId: review.id, number: run.sheetNumber }) : null;
  const version = kept ? `version ${kept.number} of the sheet` : 'a sheet that was not kept as a version';
  const fields = Object.entries(door.settings.indexes).map(([field, names]) => `${field}: ${names.join(', ')}`);
  return {
    databaseIds: [door.databaseId],
    platform: `SRU ${door.version}, ${door.title || door.address}`.slice(0, 200),
    searchedOn: run.at.toISOString().slice(0, 10),
    defaultFields: fields.join('; ').slice(0, 400),
    wordVariation: door.settings.truncates ? 'a star ends a word' : 'none asked for',
    strategy: aside ? complementOf(line) : line.query,
    steps: stepsOf(run.lines.slice(0, at + 1)),
    reported: aside ? null : run.lines[at]!.total,
    ranBy: bylineOf(ctx, review).person,
    notes: aside
      ? `Taken in aside from ${version}: what “${line.label}” left out there.`
      : `Taken in from ${version}, line “${line.label}”${door.ownQuery === null ? '' : ', with a query written by hand'}.`,
  };
}

/** Lines as the steps of a search log: after each, the limiters that are still active by what was counted. */
export function stepsOf(lines: readonly RunLine[]): SearchStep[] {
  const blocks = lines.filter((l) => l.kind === 'block').length;
  const active: SearchStep['limiters'] = [];
  return lines.map((line, i): SearchStep => {
    const lost = line.findings.some((f) => f.code === 'limiter-lost');
    if (line.set && line.how && !lost) active.push({ name: line.set, how: line.how });
    const joined = Array.from({ length: blocks }, (_, b) => b + 1).join(' AND ');
    return {
      number: i + 1,
      done: line.kind === 'question' && blocks > 1 ? `${joined}: ${line.query}`.slice(0, 20_000) : line.query.slice(0, 20_000),
      limiters: [...active],
      count: line.total,
      tabs: line.counts.flatMap((c) => c.terms.map((t) => ({ name: t.term.slice(0, 100), count: t.count }))).slice(0, 20),
      removed: [],
    };
  });
}
