import type { WorkAxis } from '@/core/classify';
import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { databasesOf, unmappedTerms } from '@/stages/retrieve';
import { schemeOf } from '../store/scheme-of';
import { venueGaps, venuesOf } from '../store/venues';

/** Works whose axis is disputed for the same reason: one ruling can settle them. */
export interface Dispute {
  axis: WorkAxis;
  kind: 'conflict' | 'dissent';
  key: string;
  label: string;
  works: number;
}

export async function disputesOf(ctx: Context, reviewId: string): Promise<Dispute[]> {
  return ctx.em.execute<Dispute[]>(
    `select a.key as axis, c->>'kind' as kind, c->>'key' as key, c->>'label' as label, count(*)::int as works
     from work w, jsonb_each(w.axes) a, jsonb_array_elements(a.value->'causes') c
     where w.review_id = ? and w.absorbed_by is null and a.value ? 'causes'
     group by 1, 2, 3, 4 order by works desc, 1, 4 limit 500`.replace("a.value ? 'causes'", "jsonb_exists(a.value, 'causes')"),
    [reviewId],
  );
}

/** What the figures follow from: whatever changes works or claims raises the revision of the review. */
const FOLLOWS_FROM = ['review', 'venue', 'source_database', 'ruling'] as const;

/** They take a look at every work of the review, so they are kept until one of these changes. */
async function figures(ctx: Context, reviewId: string) {
  const gaps = await venueGaps(ctx, reviewId);
  return {
    ...{ gaps: gaps.slice(0, 300), gapsInAll: gaps.length },
    disputes: await disputesOf(ctx, reviewId),
    unmapped: await unmappedTerms(ctx, reviewId),
  };
}

/** What the Classify screen shows beside what its worker counts. */
export async function classifyView(ctx: Context, reviewId: string) {
  const review = await openReview(ctx, reviewId);
  const { gaps, gapsInAll, disputes, unmapped } = await partOf(
    ctx,
    reviewId,
    'classify-figures',
    FOLLOWS_FROM,
    () => figures(ctx, reviewId),
    true,
  );
  return {
    revision: review.revision,
    kind: review.kind,
    scheme: await schemeOf(ctx.em, review),
    databases: (await databasesOf(ctx, reviewId)).map((d) => ({ id: d.id, tag: d.tag, name: d.name })),
    ...{ disputes, unmapped, gaps, gapsInAll },
    venues: (await venuesOf(ctx.em, reviewId)).length,
  };
}
export type ClassifyView = Awaited<ReturnType<typeof classifyView>>;

export const askClassifyView = reviewQuery({
  name: 'classify-view',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['classification', 'merging', 'retrieval'],
  run: async (ctx) => ({ view: await classifyView(ctx, ctx.reviewId) }),
});
