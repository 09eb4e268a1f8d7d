import { randomUUID } from 'node:crypto';
import { UniqueConstraintViolationException } from '@mikro-orm/core';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { STAGES, VERDICTS } from '@/core/flow';
import { Decision, type Snapshot, Work } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import { type ReasonLine, reasonsOf } from './reasons';
import { outcomeNow, outcomeWords, type SieveState, sieveState } from './review-state';
import { freezeSieve } from './save-sieve';

export const DecideWork = z.strictObject({
  workNo: z.int().positive(),
  stage: z.enum(STAGES).default('title-abstract'),
  verdict: z.enum(VERDICTS),
  /** Needed to exclude: one of the review's reason codes. */
  reasonCode: z.string().max(40),
  grounds: z.string().max(10_000),
  /** The page of the full text that the reason rests on. */
  page: z.string().trim().max(60).default(''),
  note: z.string().trim().max(4000).default(''),
  /** Sequence number of the decision the person saw; 0 when there was none. */
  seenSeq: z.int().min(0),
});
export type DecideWork = z.input<typeof DecideWork>;

const FROZEN_WITH = 'Saved with the first decision made under it.';
const CHANGED = 'Somebody else decided this work meanwhile. Their decision is shown now; yours was not saved.';

/**
 * Adds a decision with the state it was made in. The sieve is saved as a version first if it has changed, so that
 * every decision names what it rested on.
 */
export async function decideWork(ctx: Context, reviewId: string, given: DecideWork): Promise<Result<{ seq: number }>> {
  const input = DecideWork.parse(given);
  const state = await sieveState(ctx, reviewId);
  const work = await ctx.em.findOne(Work, { reviewId, no: input.workNo });
  if (!state.indexOf.has(input.workNo) || !work)
    return refuse('no-work', 'This work is not in the review any more: it may have been joined with another. Reload the page.');
  const latest = await ctx.em.find(Decision, { reviewId, workNo: input.workNo }, { orderBy: { seq: 'desc' } });
  if ((latest[0]?.seq ?? 0) !== input.seenSeq) return refuse('changed-meanwhile', CHANGED);
  const atStage = latest.find((d) => d.stage === input.stage);
  if (input.verdict === 'undo' && (!atStage || atStage.verdict === 'undo'))
    return refuse('nothing-to-undo', 'There is no decision to take back.');
  if (input.stage === 'full-text' && input.verdict !== 'undo' && latest.find((d) => d.stage === 'title-abstract')?.verdict !== 'keep')
    return refuse('not-kept', 'A full text is judged when the work is kept on its title and abstract.');
  const reason =
    input.verdict === 'exclude' ? (await reasonsOf(ctx, reviewId, input.stage)).find((r) => r.code === input.reasonCode) : null;
  if (reason === undefined) return refuse('no-reason', 'Excluding needs a reason from the list of the review.');
  const sieveVersion = await freezeSieve(ctx, reviewId, FROZEN_WITH);
  const seq = input.seenSeq + 1;
  try {
    addDecision(ctx.em, ctx, state, work, { ...input, seq, reason, sieveVersion, act: null });
    await ctx.em.flush();
  } catch (error) {
    if (error instanceof UniqueConstraintViolationException) return refuse('changed-meanwhile', CHANGED);
    throw error;
  }
  return { ok: true, seq };
}

interface Added extends Pick<z.output<typeof DecideWork>, 'stage' | 'verdict' | 'grounds' | 'page' | 'note'> {
  seq: number;
  reason: ReasonLine | null;
  sieveVersion: number;
  act: string | null;
}

function addDecision(em: EntityManager, ctx: Context, state: SieveState, work: Work, added: Added) {
  const { stage, verdict, page, note, seq, reason, sieveVersion, act } = added;
  em.create(Decision, {
    ...{ reviewId: state.review.id, workNo: work.no, seq, stage, verdict, page, note, sieveVersion, act },
    reasonCode: reason?.code ?? '',
    reasonText: reason?.text ?? '',
    grounds: added.grounds.trim(),
    snapshot: snapshotOf(state, work),
    person: state.review.person,
    at: ctx.now(),
  });
}

/** What a work is, and what the sieve says of it, at this moment. */
export function snapshotOf(state: SieveState, work: Pick<Work, 'no' | 'axes' | 'dateWords'>): Snapshot {
  const index = state.indexOf.get(work.no)!;
  return { axes: work.axes, dateWords: work.dateWords, outcome: outcomeWords(state, index), limiters: outcomeNow(state, index) };
}

export const DecideMany = z.strictObject({
  works: z
    .array(z.strictObject({ workNo: z.int().positive(), seenSeq: z.int().min(0) }))
    .min(1)
    .max(2000),
  stage: z.enum(STAGES),
  verdict: z.enum(['keep', 'exclude', 'wait', 'background']),
  reasonCode: z.string().max(40),
  grounds: z.string().trim().min(1, 'Say on what grounds: they stand with each of these decisions.').max(10_000),
});

/**
 * Decides works of a list together, with one reason and one text. Those that somebody decided meanwhile are left as
 * they are and named. @returns the act, to take it back by
 */
export async function decideMany(
  ctx: Context,
  reviewId: string,
  input: z.infer<typeof DecideMany>,
): Promise<Result<{ act: string; decided: number; left: number[] }>> {
  const reason =
    input.verdict === 'exclude' ? (await reasonsOf(ctx, reviewId, input.stage)).find((r) => r.code === input.reasonCode) : null;
  if (reason === undefined) return refuse('no-reason', 'Excluding needs a reason from the list of the review.');
  const state = await sieveState(ctx, reviewId);
  const sieveVersion = await freezeSieve(ctx, reviewId, FROZEN_WITH);
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`decide:${reviewId}`]);
    const numbers = input.works.map((w) => w.workNo);
    const works = new Map((await tx.find(Work, { reviewId, no: { $in: numbers } })).map((w) => [w.no, w]));
    const latest = await latestAt(tx, reviewId, numbers);
    const act = randomUUID();
    const left: number[] = [];
    let decided = 0;
    for (const { workNo, seenSeq } of input.works) {
      const known = latest.get(workNo);
      const work = works.get(workNo);
      const kept = input.stage === 'title-abstract' || known?.screening === 'keep';
      if (!work || !state.indexOf.has(workNo) || (known?.seq ?? 0) !== seenSeq || !kept) {
        left.push(workNo);
        continue;
      }
      addDecision(tx, ctx, state, work, { ...input, page: '', note: '', seq: seenSeq + 1, reason, sieveVersion, act });
      decided++;
    }
    await tx.flush();
    return { ok: true, act, decided, left };
  });
}

/** The last sequence number of works and what stands of them on title and abstract, in one question. */
export async function latestAt(em: EntityManager, reviewId: string, numbers: readonly number[]) {
  const rows = await em.execute<{ work_no: number; seq: number; screening: string | null }[]>(
    `select work_no, max(seq)::int as seq, (array_agg(verdict order by seq desc) filter (where stage = 'title-abstract'))[1] as screening
     from decision where review_id = ? and work_no = any(?::int[]) group by work_no`,
    [reviewId, `{${numbers.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.work_no, r]));
}

export const SeenDecisions = z.strictObject({ works: z.array(z.int().positive()).max(2000) });

/** The last decision on each of these works, by its number: what a person sees before deciding them together. */
export async function seenDecisions(
  ctx: Context,
  reviewId: string,
  { works }: z.infer<typeof SeenDecisions>,
): Promise<Result<{ seen: [workNo: number, seenSeq: number][] }>> {
  await openReview(ctx, reviewId);
  const latest = await latestAt(ctx.em, reviewId, works);
  return { ok: true, seen: works.map((no) => [no, latest.get(no)?.seq ?? 0]) };
}

export const UndoAct = z.strictObject({ act: z.uuid() });

/**
 * Takes back what was decided together, where nobody decided anew since: what had stood on a work before stands again,
 * as a row of its own.
 */
export async function undoAct(ctx: Context, reviewId: string, { act }: z.infer<typeof UndoAct>): Promise<Result<{ undone: number }>> {
  const state = await sieveState(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`decide:${reviewId}`]);
    const rows = await tx.find(Decision, { reviewId, act, verdict: { $ne: 'undo' } });
    const numbers = rows.map((r) => r.workNo);
    const latest = await latestAt(tx, reviewId, numbers);
    const works = new Map((await tx.find(Work, { reviewId, no: { $in: numbers } })).map((w) => [w.no, w]));
    const all = await tx.find(Decision, { reviewId, workNo: { $in: numbers } }, { orderBy: { seq: 'asc' } });
    let undone = 0;
    for (const row of rows) {
      const work = works.get(row.workNo);
      if (!work || !state.indexOf.has(row.workNo) || latest.get(row.workNo)?.seq !== row.seq) continue;
      const { stage, sieveVersion } = row;
      const before = all.filter((d) => d.workNo === row.workNo && d.stage === stage && d.seq < row.seq).at(-1);
      const stood = before && before.verdict !== 'undo' ? before : null;
      addDecision(tx, ctx, state, work, {
        // No part of the act itself: taken back once, there is nothing of it left to take back.
        ...{ stage, sieveVersion, act: null, seq: row.seq + 1, verdict: stood ? stood.verdict : 'undo' },
        ...{ grounds: stood?.grounds ?? row.grounds, page: stood?.page ?? '', note: stood?.note ?? '' },
        reason: stood?.reasonCode ? { code: stood.reasonCode, text: stood.reasonText, definition: '' } : null,
      });
      undone++;
    }
    await tx.flush();
    return { ok: true, undone };
  });
}
