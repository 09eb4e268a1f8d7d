import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { AXIS_LABELS, type EvidenceScheme, WORK_AXES, type WorkAxis } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { venueKey } from '@/core/venues';
import { codesOf } from '@/core/vocabularies';
import { Review, RulingRow, SourceDatabase } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import { asRuled, judgingOf } from './judging';
import { nextSeq } from './next-seq';
import { queueReclassify } from './queue';
import { judgeWorks, reclassifyWorks, worksOf } from './reclassify';
import { standingAxisRulings } from './rulings';
import { schemeOf } from './scheme-of';
import { Unprocessable } from './set-aside';

/** More works than this are classified again in the background; fewer at once. */
const AT_ONCE = 3000;
/** A preview judges so many works, and says when there are more. */
const PREVIEWED = 3000;

const causeSchema = z.strictObject({ kind: z.enum(['journal', 'claims']), key: z.string().min(1).max(2000), label: z.string().max(2000) });

const pickedWorks = z.array(z.int().positive()).min(1).max(3000);

export const RuleAxis = z
  .strictObject({
    axis: z.enum(WORK_AXES),
    codes: z.array(z.string()).min(1, 'Choose at least one value.').max(32),
    /** One work … */
    workNo: z.int().positive().nullable(),
    /** … or some that a person picked … */
    workNos: pickedWorks.optional(),
    /** … or all that share a cause. */
    cause: causeSchema.nullable(),
    /** Later works that share the cause, too. */
    standing: z.boolean(),
    reason: z.string().trim().min(1, 'Give the reason: it stands beside the ruling for ever.').max(2000),
  })
  .refine((r) => [r.workNo !== null, r.workNos !== undefined, r.cause !== null].filter(Boolean).length === 1, {
    error: 'A ruling is on one work, on some, or on a cause.',
  });
export type RuleAxis = z.infer<typeof RuleAxis>;
export const PreviewRuling = z.strictObject({
  axis: z.enum(WORK_AXES),
  codes: z.array(z.string()).max(32),
  /** What the works share, or the works themselves. */
  on: z.union([causeSchema, pickedWorks]),
});

/** Numbers of the works that share a cause. */
async function worksWith(em: EntityManager, reviewId: string, axis: WorkAxis, cause: z.infer<typeof causeSchema>): Promise<number[]> {
  if (cause.kind === 'claims') {
    const rows = await em.execute<{ no: number }[]>(
      `select no from work where review_id = ? and absorbed_by is null and axes->?->'causes' @> ?::jsonb order by no`,
      [reviewId, axis, JSON.stringify([{ key: cause.key }])],
    );
    return rows.map((r) => r.no);
  }
  const rows = await em.execute<{ no: number; container: string }[]>(
    `select distinct m.work_no as no, r.item->>'container' as container from work_record m
     join record r on r.review_id = m.review_id and r.no = m.record_no where m.review_id = ? and m.active order by 1`,
    [reviewId],
  );
  return [...new Set(rows.filter((r) => venueKey(r.container) === cause.key).map((r) => r.no))];
}

const membersOf = (em: EntityManager, reviewId: string, works: readonly number[]) =>
  em.execute<{ work_no: number; record_no: number; stable_name: string }[]>(
    `select m.work_no, m.record_no, r.stable_name from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no
     where m.review_id = ? and m.active and m.work_no = any(?::int[]) order by m.work_no, m.record_no`,
    [reviewId, `{${works.join(',')}}`],
  );

const unknownCodes = (axis: WorkAxis, codes: readonly string[], scheme: EvidenceScheme): boolean => {
  const known = new Set(axisValues(axis, scheme).map((v) => v.code));
  return codes.some((c) => !known.has(c));
};

/** What a ruling on a cause would change: from which values to which, with how many works. */
export async function previewRuling(ctx: Context, reviewId: string, input: z.infer<typeof PreviewRuling>) {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  if (unknownCodes(input.axis, input.codes, scheme)) return refuse('unknown-code', 'This is not a value of the axis.');
  const works = Array.isArray(input.on) ? input.on : await worksWith(ctx.em, reviewId, input.axis, input.on);
  const databases = await ctx.em.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
  const judging = await judgingOf(ctx.em, review, databases);
  const grouped = [...worksOf(await membersOf(ctx.em, reviewId, works.slice(0, PREVIEWED)))];
  const ruled = asRuled({ axis: input.axis, codes: input.codes, seq: Number.MAX_SAFE_INTEGER, reach: 'these', reason: '', person: '' });
  const before = await judgeWorks(ctx.em, reviewId, judging, grouped);
  const after = input.codes.length ? await judgeWorks(ctx.em, reviewId, judging, grouped, [ruled]) : before;
  const changes = new Map<string, { axis: WorkAxis; from: string[]; to: string[]; works: number }>();
  before.forEach((b, i) => {
    for (const axis of WORK_AXES) {
      const [x, y] = [b.classification.axes[axis], after[i]!.classification.axes[axis]];
      if (x.mask === y.mask && x.status === y.status) continue;
      const values = axisValues(axis, scheme);
      const [from, to] = [codesOf(values, x.disputed || x.mask), codesOf(values, y.mask)];
      const key = `${axis}|${from}|${to}`;
      const known = changes.get(key);
      if (known) known.works++;
      else changes.set(key, { axis, from, to, works: 1 });
    }
  });
  return {
    ok: true as const,
    works: works.length,
    judged: grouped.length,
    numbers: works.slice(0, 2000),
    changes: [...changes.values()].sort((a, b) => b.works - a.works),
  };
}

/**
 * Rules on an axis of a work, or of all works that share a cause, and classifies them again: at once, or in the background
 * when they are many or the review is busy.
 */
export async function ruleAxis(
  ctx: Context,
  reviewId: string,
  input: RuleAxis,
): Promise<Result<{ revision: number; works: number; later: boolean; seq: number }>> {
  const review = await openReview(ctx, reviewId);
  if (unknownCodes(input.axis, input.codes, await schemeOf(ctx.em, review)))
    return refuse('unknown-code', 'This is not a value of the axis.');
  const works = input.workNo ? [input.workNo] : (input.workNos ?? (await worksWith(ctx.em, reviewId, input.axis, input.cause!)));
  const members = await membersOf(ctx.em, reviewId, works);
  if (members.length === 0) return refuse('no-works', 'No work of the review is like that any more.');
  return ctx.em.transactional(async (tx) => {
    const seq = await nextSeq(tx, 'ruling', reviewId);
    tx.create(RulingRow, {
      reviewId,
      seq,
      axis: input.axis,
      codes: input.codes,
      reach: input.workNo ? 'one' : input.standing ? 'standing' : 'these',
      cause: input.cause,
      records: members.map((m) => m.record_no),
      names: members.map((m) => m.stable_name),
      works: works.length,
      reason: input.reason,
      undoes: null,
      person: review.person,
      at: ctx.now(),
    });
    await tx.flush();
    return { ok: true as const, seq, works: works.length, ...(await takeEffect(tx, ctx, reviewId, works)) };
  });
}

export const UndoRuling = z.strictObject({ seq: z.int().positive() });

/** Takes back a ruling. It stays in the history. */
export async function undoRuling(
  ctx: Context,
  reviewId: string,
  { seq }: z.infer<typeof UndoRuling>,
): Promise<Result<{ revision: number; later: boolean }>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const next = await nextSeq(tx, 'ruling', reviewId);
    const ruling = (await standingAxisRulings(tx, reviewId)).find((r) => r.seq === seq);
    if (!ruling) return refuse('not-standing', 'This ruling was taken back already.');
    const { axis, codes, cause, records, names, works } = ruling;
    tx.create(RulingRow, {
      ...{ reviewId, seq: next, axis, codes, reach: ruling.reach, cause, records, names, works, reason: '', undoes: seq },
      person: review.person,
      at: ctx.now(),
    });
    await tx.flush();
    const bound = await tx.execute<{ work_no: number }[]>(
      'select distinct work_no from work_record where review_id = ? and active and record_no = any(?::int[])',
      [reviewId, `{${records.join(',')}}`],
    );
    const also = ruling.reach === 'standing' && cause ? await standingWorks(tx, reviewId, ruling) : [];
    return { ok: true as const, ...(await takeEffect(tx, ctx, reviewId, [...new Set([...bound.map((b) => b.work_no), ...also])])) };
  });
}

/** A standing ruling may have settled works that came later: those are found by their journal, or all are looked at. */
async function standingWorks(tx: EntityManager, reviewId: string, ruling: RulingRow): Promise<number[]> {
  if (ruling.cause!.kind === 'journal') return worksWith(tx, reviewId, ruling.axis, ruling.cause!);
  const rows = await tx.execute<{ no: number }[]>(
    `select no from work where review_id = ? and absorbed_by is null and axes->?->>'tier' = 'ruled'`,
    [reviewId, ruling.axis],
  );
  return rows.map((r) => r.no);
}

async function takeEffect(
  tx: EntityManager,
  ctx: Context,
  reviewId: string,
  works: readonly number[],
): Promise<{ revision: number; later: boolean }> {
  const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
  // A job that is under way would overwrite what is done here: then the works are done after it.
  const [{ free }] = await tx.execute<[{ free: boolean }]>('select pg_try_advisory_xact_lock(hashtext(?)) as free', [
    `records:${reviewId}`,
  ]);
  if (!free || works.length > AT_ONCE) {
    await queueReclassify(tx, reviewId, ctx.now());
    return { revision: review.revision, later: true };
  }
  try {
    return { revision: await reclassifyWorks(tx, review, works), later: false };
  } catch (error) {
    if (!(error instanceof Unprocessable)) throw error;
    // The job sets aside what cannot be processed, and does the rest.
    await queueReclassify(tx, reviewId, ctx.now());
    return { revision: review.revision, later: true };
  }
}

export interface RulingLine {
  seq: number;
  axis: WorkAxis;
  axisLabel: string;
  values: string[];
  reach: RulingRow['reach'];
  cause: string;
  works: number;
  /** The work, when it is on one. */
  workNo: number | null;
  title: string;
  reason: string;
  person: string;
  at: string;
  undone: { person: string; at: string } | null;
}

/** All rulings, newest first, those taken back included. */
export async function rulingLines(ctx: Context, reviewId: string): Promise<RulingLine[]> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const rows = await ctx.em.find(RulingRow, { reviewId }, { orderBy: { seq: 'desc' } });
  const undone = new Map(rows.filter((r) => r.undoes !== null).map((r) => [r.undoes!, r]));
  const firsts = rows.filter((r) => r.reach === 'one' && r.undoes === null).map((r) => r.records[0]!);
  const works = await ctx.em.execute<{ record_no: number; no: number; title: string }[]>(
    `select m.record_no, w.no, w.title from work_record m join work w on w.review_id = m.review_id and w.no = m.work_no
     where m.review_id = ? and m.record_no = any(?::int[])`,
    [reviewId, `{${firsts.join(',')}}`],
  );
  const workOf = new Map(works.map((w) => [w.record_no, w]));
  return rows
    .filter((r) => r.undoes === null)
    .map((r) => {
      const labels = new Map(axisValues(r.axis, scheme).map((v) => [v.code, v.label]));
      const work = r.reach === 'one' ? workOf.get(r.records[0]!) : undefined;
      const gone = undone.get(r.seq);
      return {
        seq: r.seq,
        axis: r.axis,
        axisLabel: AXIS_LABELS[r.axis],
        values: r.codes.map((c) => labels.get(c) ?? c),
        reach: r.reach,
        cause: r.cause?.label ?? (r.reach === 'one' ? '' : 'picked one by one'),
        works: r.works,
        workNo: work?.no ?? null,
        title: work?.title ?? '',
        reason: r.reason,
        person: r.person,
        at: r.at.toISOString(),
        undone: gone ? { person: gone.person, at: gone.at.toISOString() } : null,
      };
    });
}
