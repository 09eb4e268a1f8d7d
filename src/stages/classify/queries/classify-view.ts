import type { WorkAxis } from '@/core/classify';
import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { databasesOf, unmappedTerms } from '@/stages/retrieve';
import { schemeOf } from '../store/scheme-of';
import { talliesOf } from '../store/tallies';
import { venueGaps, venuesOf } from '../store/venues';

/** Works whose axis is disputed for the same reason: one ruling can settle them. */
export interface Dispute {
  axis: WorkAxis;
  kind: 'conflict' | 'dissent';
  key: string;
  label: string;
  works: number;
}

const MOST_DISPUTES = 500;

export async function disputesOf(ctx: Context, reviewId: string): Promise<Dispute[]> {
  const counted = await talliesOf(ctx.em, reviewId, 'dispute', MOST_DISPUTES);
  return counted.map(({ doc, works }) => ({ ...(doc as Omit<Dispute, 'works'>), works }));
}

/** What was counted when works were classified, as the register of venues stands. */
async function figures(ctx: Context, reviewId: string) {
  const gaps = await venueGaps(ctx, reviewId);
  return {
    ...{ gaps: gaps.slice(0, 300), gapsInAll: gaps.length },
    disputes: await disputesOf(ctx, reviewId),
  };
}

/** What the Classify screen shows beside what its worker counts. */
export async function classifyView(ctx: Context, reviewId: string) {
  const review = await openReview(ctx, reviewId);
  const { gaps, gapsInAll, disputes } = await partOf(ctx, reviewId, 'classify-figures', ['review', 'venue'], () => figures(ctx, reviewId));
  const unmapped = await partOf(
    ctx,
    reviewId,
    'unmapped-terms',
    ['whole', 'source_database', 'review_change'],
    () => unmappedTerms(ctx, reviewId),
    { stored: '1' },
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
