import { type Decided, inconsistentOf, profileAt } from '@/core/grounds';
import type { Context } from '@/platform/context';
import { textIndex } from '@/stages/classify';
import { titlesOf } from '@/stages/merge';
import { differencesOf } from '../store/differences';
import { type ReviewState, reviewState } from '../store/review-state';
import { SHOWN } from './precedents';

/** Works that are kept or excluded, with their profiles. */
function decidedOf(state: ReviewState, differences: ReadonlyMap<number, { text: string }>): Decided[] {
  return [...state.decisions].flatMap(([no, { verdict, reasonCode }]) => {
    const index = state.indexOf.get(no);
    if (index === undefined || (verdict !== 'keep' && verdict !== 'exclude')) return [];
    return [{ ...profileAt(state.columns, state.run, index, differences.get(no)?.text), verdict, reasonCode }];
  });
}

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
