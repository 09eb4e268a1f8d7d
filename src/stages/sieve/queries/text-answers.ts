import { createHash } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { z } from 'zod';
import { QueryError, type Test } from '@/core/query';
import type { BibRecord } from '@/core/record';
import {
  answerKey,
  type Columns,
  compileText,
  limiterSchema,
  NOT_READ,
  readsText,
  type Sieve,
  type TextTest,
  textTests,
  workText,
} from '@/core/sieve';
import type { Context } from '@/platform/context';
import { runBound } from '@/platform/db/client';
import { TextAnswer } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { currentColumns } from '@/stages/classify';

const PAGE = 1000;
/** Others' requests are answered at least so often while works are asked. */
const SLICE_MS = 20;
/** So long one sieve may read text, counted without what the database takes; what is left then counts as "can't tell". */
const MOST_MS = 60_000;

/**
 * What the tests of a sieve that read text say of every work, in the order of the columns. Kept for the revision, so
 * that the records are read once after each change of the works. Works whose turn does not come within `most`
 * milliseconds are `NOT_READ`, and stay so for the revision: a sieve that is too slow is not begun again by every page.
 */
export async function textAnswers(
  ctx: Context,
  reviewId: string,
  columns: Columns,
  sieve: Sieve,
  most = MOST_MS,
): Promise<Map<string, Uint8Array>> {
  const answers = new Map<string, Uint8Array>();
  const wanted = textTests(sieve);
  if (wanted.size === 0) return answers;
  const kept = await ctx.em.fork().find(TextAnswer, { reviewId, key: { $in: [...wanted.keys()].map(hashOf) }, revision: columns.revision });
  for (const key of wanted.keys()) {
    const row = kept.find((r) => r.key === hashOf(key));
    if (row?.bytes.length === columns.numbers.length) answers.set(key, new Uint8Array(row.bytes));
  }
  const missing = [...wanted].filter(([key]) => !answers.has(key));
  if (missing.length === 0) return answers;
  const found = await askWorks(
    ctx,
    reviewId,
    columns,
    missing.map(([, test]) => compileText(test)),
    most,
  );
  missing.forEach(([key], i) => {
    answers.set(key, found[i]!);
  });
  await ctx.em.fork().transactional(async (tx) => {
    // Answers of works as they were are asked for by nobody.
    await tx.execute('delete from text_answer where review_id = ? and revision < ?', [reviewId, columns.revision]);
    for (const [i, [key]] of missing.entries())
      await runBound(
        tx,
        `insert into text_answer (review_id, key, revision, bytes) values ($1, $2, $3, $4)
         on conflict (review_id, key) do update set revision = excluded.revision, bytes = excluded.bytes`,
        [reviewId, hashOf(key), columns.revision, Buffer.from(found[i]!)],
      );
  });
  return answers;
}

const hashOf = (key: string) => createHash('sha256').update(key).digest('hex');

/** Asks each test of every work, page by page. */
async function askWorks(ctx: Context, reviewId: string, columns: Columns, tests: readonly Test[], most: number): Promise<Uint8Array[]> {
  const found = tests.map(() => new Uint8Array(columns.numbers.length).fill(NOT_READ));
  let left = most;
  for (let at = 0; at < columns.numbers.length && left > 0; at += PAGE) {
    const page = columns.numbers.subarray(at, at + PAGE);
    const rows = await ctx.em.execute<{ work_no: number; item: BibRecord }[]>(
      `select w.work_no, r.item from work_record w join record r on r.review_id = w.review_id and r.no = w.record_no
       where w.review_id = ? and w.active and w.work_no = any(?::int[]) order by w.record_no`,
      [reviewId, `{${page.join(',')}}`],
    );
    const items = new Map<number, BibRecord[]>();
    for (const row of rows) {
      const own = items.get(row.work_no);
      if (own) own.push(row.item);
      else items.set(row.work_no, [row.item]);
    }
    let began = performance.now();
    for (let j = 0; j < page.length && left > 0; j++) {
      const text = workText(columns, at + j, items.get(page[j]!) ?? []);
      tests.forEach((test, t) => {
        found[t]![at + j] = test(text);
      });
      const taken = performance.now() - began;
      if (taken < SLICE_MS && j < page.length - 1) continue;
      left -= taken;
      await setImmediate();
      began = performance.now();
    }
  }
  return found;
}

export const AskText = z.strictObject({ test: limiterSchema.shape.test, revision: z.int() });

/** The answers of one test in base64, for the browser that holds the columns of this revision. */
export const askText = reviewQuery({
  name: 'ask-text',
  right: 'read',
  input: AskText,
  refuses: ['no-text', 'bad-query', 'older-columns'],
  rests: ['classification'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const { test } = input;
    if (!readsText(test)) return refuse('no-text', 'This limiter does not read text.');
    const problem = queryProblem(test);
    if (problem) return refuse('bad-query', problem);
    const columns = await currentColumns(ctx.em, review);
    if (columns.revision !== input.revision) return refuse('older-columns', 'The works have changed. Reload the page.');
    const sieve: Sieve = [{ id: 'asked', name: 'asked', test, evidence: 'stated', whenUnknown: 'hold', rationale: '', on: true }];
    const answers = await textAnswers(ctx, reviewId, columns, sieve);
    return { bytes: Buffer.from(answers.get(answerKey(test))!).toString('base64') };
  },
});

/** What is wrong with the query of a test, with its place; null when it can be read. */
export function queryProblem(test: TextTest): string | null {
  try {
    compileText(test);
    return null;
  } catch (error) {
    if (error instanceof QueryError) return `${error.problem.message} (character ${error.problem.from + 1})`;
    throw error;
  }
}
