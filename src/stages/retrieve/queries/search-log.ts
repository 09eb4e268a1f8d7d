import { writeSearchLog } from '@/core/parity';
import { type Context, openReview } from '@/platform/context';
import { retrievalsOf } from '../store/retrievals';
import { retrieveView } from './retrieve-view';

/** The search log of a review as text, to be published with it. */
export async function searchLog(ctx: Context, reviewId: string): Promise<string> {
  const review = await openReview(ctx, reviewId);
  const { retrievals } = await retrieveView(ctx, reviewId);
  const rows = await retrievalsOf(ctx, reviewId);
  return writeSearchLog(
    review.title,
    review.asOf,
    rows.map((row) => {
      const line = retrievals.find((r) => r.id === row.id)!;
      return { ...row, ...line, databases: line.names };
    }),
  );
}
