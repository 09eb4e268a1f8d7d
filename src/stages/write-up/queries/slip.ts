import { isoToDay } from '@/core/record';
import { limiterWords } from '@/core/sieve';
import { codesOf, PUBLICATION_TYPES } from '@/core/vocabularies';
import type { Context } from '@/platform/context';
import { precedents, reviewState, writeUpOf } from '@/stages/decide';
import { asksOfEach, criteriaOf } from '@/stages/question';
import { workDetail } from '@/stages/works';
import { referenceList } from './references';

/** Everything that answers why one source is in or out, for one printed page. */
export async function slipOf(ctx: Context, reviewId: string, workNo: number) {
  const state = await reviewState(ctx, reviewId);
  const work = await workDetail(ctx, reviewId, workNo);
  const index = state.indexOf.get(workNo)!;
  const found = await precedents(ctx, reviewId, { workNo });
  const { style } = writeUpOf(state.review);
  const [reference] = await referenceList(style, [{ id: String(workNo), item: work.shown }]);
  const bit = (word: number, k: number) => ((word >>> k) & 1) === 1;
  const types = codesOf(PUBLICATION_TYPES, state.columns.all.publicationType[index]!);
  return {
    title: state.review.title,
    question: state.review.question,
    asOf: state.review.asOf,
    reference: reference?.html ?? '',
    work,
    criteria: asksOfEach(await criteriaOf(ctx, reviewId)).map(({ text, definition, judgedBy, reasonCode }) => ({
      text,
      definition,
      judgedBy,
      reasonCode,
    })),
    limiters: state.review.sieve
      .map((l, k) => ({
        ...{ id: l.id, name: l.name, words: limiterWords(l, state.scheme, isoToDay(state.review.asOf)), rationale: l.rationale, on: l.on },
        // A work that is surely of an exempt type passes for that reason, not by the test.
        exempt: l.exempt && types.length > 0 && types.every((t) => l.exempt!.types.includes(t)) ? l.exempt.reason : '',
        says: bit(state.run.stops[index]!, k)
          ? ('stops' as const)
          : bit(state.run.holds[index]!, k)
            ? ('holds' as const)
            : ('passes' as const),
      }))
      .filter((l) => l.on),
    precedents: found.ok ? found.precedents : [],
    difference: found.ok ? found.difference : '',
  };
}
export type Slip = Awaited<ReturnType<typeof slipOf>>;
