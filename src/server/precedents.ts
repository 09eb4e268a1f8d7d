import { z } from 'zod';
import { type Decided, differenceOf, distanceBetween, inconsistentOf, type Near, precedentsOf, profileAt } from '@/core/grounds';
import type { MaskAxis } from '@/core/sieve';
import { Work, WrittenDifference } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import { nextSeq } from './next-seq';
import { type ReviewState, reviewState } from './review-state';
import { textIndex } from './text-index';

/** The difference that was written last of each work; those taken back are not in it. */
export async function differencesOf(ctx: Context, reviewId: string): Promise<Map<number, WrittenDifference>> {
  const rows = await ctx.em.find(WrittenDifference, { reviewId }, { orderBy: { seq: 'asc' } });
  const latest = new Map(rows.map((r) => [r.workNo, r]));
  for (const [no, row] of latest) if (!row.text) latest.delete(no);
  return latest;
}

/** Works that are kept or excluded, with their profiles. */
function decidedOf(state: ReviewState, differences: ReadonlyMap<number, { text: string }>): Decided[] {
  return [...state.decisions].flatMap(([no, { verdict, reasonCode }]) => {
    const index = state.indexOf.get(no);
    if (index === undefined || (verdict !== 'keep' && verdict !== 'exclude')) return [];
    return [{ ...profileAt(state.columns, state.run, index, differences.get(no)?.text), verdict, reasonCode }];
  });
}

export const PrecedentsOf = z.strictObject({ workNo: z.int().positive() });

export interface PrecedentLine {
  no: number;
  title: string;
  verdict: 'keep' | 'exclude';
  reasonText: string;
  /** Axes on which it differs; none when the profile is the same. */
  axes: MaskAxis[];
  /** Names of limiters that say something else of it. */
  limiters: string[];
  difference: string;
  likeness: number;
}

/** Decided works that are most like this one, by profile and then by their words. */
export async function precedents(
  ctx: Context,
  reviewId: string,
  { workNo }: z.infer<typeof PrecedentsOf>,
): Promise<Result<{ precedents: PrecedentLine[]; difference: string }>> {
  const state = await reviewState(ctx, reviewId);
  const index = state.indexOf.get(workNo);
  if (index === undefined) return refuse('no-work', 'This work is not in the review any more.');
  const differences = await differencesOf(ctx, reviewId);
  const textOf = (no: number) => differences.get(no)?.text ?? '';
  const near: Near[] = [];
  for (const [no, { verdict }] of state.decisions) {
    const other = state.indexOf.get(no);
    if (no === workNo || other === undefined || (verdict !== 'keep' && verdict !== 'exclude')) continue;
    const distance = distanceBetween(state.columns, state.run, index, other) + Number(textOf(no) !== textOf(workNo));
    if (distance <= FURTHEST) near.push({ work: no, distance });
  }
  const texts = await textIndex(ctx, reviewId, [workNo, ...near.map((n) => n.work)]);
  const found = precedentsOf(near, (works) => texts.likenessTo(workNo, works));
  const target = profileAt(state.columns, state.run, index, textOf(workNo));
  const titles = await titlesOf(
    ctx,
    reviewId,
    found.map((f) => f.work),
  );
  return {
    ok: true,
    difference: target.difference,
    precedents: found.map(({ work, likeness }) => {
      const { verdict, reasonText } = state.decisions.get(work)!;
      const differs = differenceOf(target, profileAt(state.columns, state.run, state.indexOf.get(work)!, textOf(work)));
      return {
        ...{ no: work, title: titles.get(work) ?? '', verdict: verdict as 'keep' | 'exclude', reasonText, axes: differs.axes },
        limiters: differs.limiters.map((k) => state.review.sieve[k]?.name ?? 'a limiter'),
        difference: textOf(work),
        likeness: Math.round(likeness * 100) / 100,
      };
    }),
  };
}
/** Works whose profiles differ in more are no precedents. */
const FURTHEST = 2;

export async function titlesOf(ctx: Context, reviewId: string, numbers: readonly number[]): Promise<Map<number, string>> {
  const works = await ctx.em.find(Work, { reviewId, no: { $in: [...numbers] } }, { fields: ['no', 'title'] });
  return new Map(works.map((w) => [w.no, w.title]));
}

/** How many works of a group are listed, the likest pairs first. */
const SHOWN = 40;

/** Opposite decisions on equal profiles, each group with the pair whose words are nearest. */
export async function inconsistencies(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const differences = await differencesOf(ctx, reviewId);
  const groups = inconsistentOf(decidedOf(state, differences));
  const all = groups.flatMap((g) => [...g.kept, ...g.excluded.map((e) => e.work)]);
  const texts = await textIndex(ctx, reviewId, all);
  const titles = await titlesOf(ctx, reviewId, all);
  const line = (no: number) => {
    const decision = state.decisions.get(no)!;
    return {
      ...{ no, title: titles.get(no) ?? '', verdict: decision.verdict as 'keep' | 'exclude', reasonCode: decision.reasonCode },
      ...{ reasonText: decision.reasonText, stage: decision.stage, person: decision.person, at: decision.at.toISOString() },
    };
  };
  return groups
    .map((g) => {
      const middle = texts.nearness(
        g.excluded.map((e) => e.work),
        g.kept,
        '',
      );
      const excluded = g.excluded
        .map((e) => ({ ...line(e.work), likeness: middle.get(e.work) ?? 0 }))
        .sort((a, b) => b.likeness - a.likeness);
      const index = state.indexOf.get(g.kept[0]!)!;
      return {
        key: g.key,
        masks: profileAt(state.columns, state.run, index).masks,
        likeness: excluded[0]!.likeness,
        sizes: { kept: g.kept.length, excluded: excluded.length },
        kept: g.kept.slice(0, SHOWN).map(line),
        excluded: excluded.slice(0, SHOWN),
        /** Those excluded, by reason: a reason can be written as the difference for all of them at once. */
        byReason: [...new Set(excluded.map((e) => e.reasonText))].map((text) => ({
          text,
          works: excluded.filter((e) => e.reasonText === text).map((e) => e.no),
        })),
      };
    })
    .sort((a, b) => b.likeness - a.likeness);
}
export type InconsistencyLine = Awaited<ReturnType<typeof inconsistencies>>[number];

export const WriteDifference = z.strictObject({
  works: z.array(z.int().positive()).min(1).max(5000),
  /** '' takes it back. */
  text: z.string().trim().max(1000),
});

/** Writes down what sets works apart from others of their profile: it counts as part of the profile from then on. */
export async function writeDifference(ctx: Context, reviewId: string, input: z.infer<typeof WriteDifference>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const known = await tx.count(Work, { reviewId, no: { $in: input.works } });
    if (known !== new Set(input.works).size)
      return refuse('no-work', 'Some of these works are not in the review any more. Reload the page.');
    let seq = await nextSeq(tx, 'written_difference', reviewId);
    for (const workNo of new Set(input.works))
      tx.create(WrittenDifference, { reviewId, seq: seq++, workNo, text: input.text, person: review.person, at: ctx.now() });
    await tx.flush();
    return { ok: true };
  });
}
