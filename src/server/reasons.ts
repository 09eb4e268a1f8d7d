import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { NOT_RETRIEVED, type Stage } from '@/core/flow';
import { isoToDay } from '@/core/record';
import { limiterWords } from '@/core/sieve';
import { Reason, ReasonChange, type Review } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import { nextSeq } from './next-seq';
import { schemeOf } from './scheme-of';

/** A reason as people pick it: its place in the list is its visible number. */
export interface ReasonLine {
  code: string;
  text: string;
  definition: string;
}

/** The reasons in force, in order, that can be picked at a stage. */
export async function reasonsOf(ctx: Context, reviewId: string, stage: Stage): Promise<ReasonLine[]> {
  const rows = await ctx.em.find(Reason, { reviewId, archived: false, mergedInto: null }, { orderBy: { position: 'asc', code: 'asc' } });
  const own = rows.filter((r) => r.code !== NOT_RETRIEVED).map(({ code, text, definition }) => ({ code, text, definition }));
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

const ReasonInput = z.strictObject({
  code: z
    .string()
    .trim()
    .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'A reason code is made of small letters, digits and hyphens.'),
  text: z.string().trim().min(1, 'Say what is not met.').max(300),
  definition: z.string().max(2000),
});
export const ReasonsInput = z.array(ReasonInput).max(60);

/** Saves the list in its order: new ones are added, changed ones renamed, those left out put away. Every change is kept. */
export async function saveReasons(ctx: Context, reviewId: string, input: z.infer<typeof ReasonsInput>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  const codes = input.map((r) => r.code);
  const twice = codes.find((code, i) => codes.indexOf(code) !== i);
  if (twice) return refuse('code-twice', `The code "${twice}" stands twice. Each reason needs its own.`);
  if (codes.includes(NOT_RETRIEVED))
    return refuse('code-taken', `"${NOT_RETRIEVED}" is what a full text that was not had is counted under.`);
  return ctx.em.transactional(async (tx) => {
    const changes = await changesOf(tx, ctx, review);
    const rows = await tx.find(Reason, { reviewId });
    const merged = input.find((r) => rows.some((row) => row.code === r.code && row.mergedInto));
    if (merged)
      return refuse('code-merged', `"${merged.code}" was made part of another reason. Take that back first, or choose another code.`);
    const own = rows.filter((r) => !r.mergedInto && r.code !== NOT_RETRIEVED);
    for (const row of own)
      if (!codes.includes(row.code) && !row.archived) {
        row.archived = true;
        changes.add(row.code, 'archived', row.text, '');
      }
    input.forEach((reason, position) => {
      changes.upsert(rows, { ...reason, position }, 'own');
    });
    await tx.flush();
    return { ok: true };
  });
}

type Kind = ReasonChange['kind'];

/** Notes what is done to the list, row by row. */
async function changesOf(tx: EntityManager, ctx: Context, review: Pick<Review, 'id' | 'person'>) {
  let seq = await nextSeq(tx, 'reason_change', review.id);
  const add = (code: string, kind: Kind, before: string, after: string) =>
    tx.create(ReasonChange, { reviewId: review.id, seq: seq++, code, kind, before, after, person: review.person, at: ctx.now() });
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

export const MergeReasons = z.strictObject({ code: z.string().max(40), into: z.string().max(40).nullable() });

/** Makes a reason part of another, or takes that back (`into` null). Decisions keep the code that they were made with. */
export async function mergeReasons(ctx: Context, reviewId: string, { code, into }: z.infer<typeof MergeReasons>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const changes = await changesOf(tx, ctx, review);
    const row = await tx.findOne(Reason, { reviewId, code });
    const target = into === null ? null : await tx.findOne(Reason, { reviewId, code: into });
    if (!row || (into !== null && !target)) return refuse('no-reason', 'This reason is not in the list any more.');
    if (target?.mergedInto || into === code) return refuse('no-reason', 'Choose a reason that is not part of another.');
    if (into === null) {
      if (!row.mergedInto) return refuse('not-merged', 'This reason is not part of another.');
      changes.add(code, 'parted', row.mergedInto, '');
    } else {
      changes.add(code, 'merged', row.text, target!.text);
      // What had become part of this one goes with it.
      for (const part of await tx.find(Reason, { reviewId, mergedInto: code })) part.mergedInto = into;
    }
    row.mergedInto = into;
    await tx.flush();
    return { ok: true };
  });
}

const PARTS = {
  population: ['population', 'The population asked about'],
  intervention: ['intervention', 'The intervention or exposure asked about'],
  comparison: ['comparison', 'The comparison asked about'],
  outcome: ['outcome', 'An outcome asked about'],
} as const;

/** Starts the list from the question's parts and the limiters: what is there already stays as it is. */
export async function startReasons(ctx: Context, reviewId: string): Promise<Result<{ added: number }>> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const wanted: (ReasonLine & { origin: Reason['origin'] })[] = [];
  for (const [part, [code, text]] of Object.entries(PARTS) as [keyof typeof PARTS, readonly [string, string]][])
    if (review[part].trim()) wanted.push({ code, text, definition: `The question asks for: ${review[part].trim()}.`, origin: 'question' });
  for (const limiter of review.sieve.filter((l) => l.on)) {
    const words = limiterWords(limiter, scheme, isoToDay(review.asOf));
    const code =
      limiter.name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 36) || limiter.id.slice(0, 36).toLowerCase(); // prettier-ignore
    wanted.push({
      code,
      text: `The limiter “${limiter.name}”`.slice(0, 300),
      definition: [words, limiter.rationale].filter(Boolean).join('. '),
      origin: 'limiter',
    });
  }
  return ctx.em.transactional(async (tx) => {
    const changes = await changesOf(tx, ctx, review);
    const rows = await tx.find(Reason, { reviewId });
    const fresh = wanted.filter((w, i) => !rows.some((r) => r.code === w.code) && wanted.findIndex((o) => o.code === w.code) === i);
    let position = Math.max(-1, ...rows.map((r) => r.position));
    for (const { origin, ...reason } of fresh) changes.upsert(rows, { ...reason, position: ++position }, origin);
    await tx.flush();
    return { ok: true, added: fresh.length };
  });
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

/** The whole list with what was merged or put away, how often each is used, and what was done to it, newest first. */
export async function reasonsView(ctx: Context, reviewId: string) {
  await openReview(ctx, reviewId);
  const rows = await ctx.em.find(Reason, { reviewId }, { orderBy: { position: 'asc', code: 'asc' } });
  const changes = await ctx.em.find(ReasonChange, { reviewId }, { orderBy: { seq: 'desc' }, limit: 200 });
  const uses = await ctx.em.execute<{ reason_code: string; n: number }[]>(
    `select reason_code, count(*)::int as n from (select distinct on (work_no, stage) verdict, reason_code from decision
       where review_id = ? order by work_no, stage, seq desc) d where verdict = 'exclude' group by reason_code`,
    [reviewId],
  );
  const used = new Map(uses.map((u) => [u.reason_code, u.n]));
  return {
    reasons: rows.map(({ code, text, definition, origin, mergedInto, archived }) => ({
      ...{ code, text, definition, origin, mergedInto: mergedInto ?? null, archived },
      uses: used.get(code) ?? 0,
    })),
    changes: changes.map(({ seq, code, kind, before, after, person, at }) => ({
      seq,
      code,
      kind,
      before,
      after,
      person,
      at: at.toISOString(),
    })),
  };
}
export type ReasonsView = Awaited<ReturnType<typeof reasonsView>>;
