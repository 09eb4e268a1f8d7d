import { fileNameOf } from '@/core/cite';
import { mergeWork } from '@/core/merge';
import { type Context, openReview } from '@/platform/context';
import { RecordRow, Work } from '@/platform/db/schema';
import { fieldEdits } from '@/stages/merge';
import { writeUpOf } from '../store/review-ways';

/** The name under which a work's PDF is offered, by the review's pattern. */
export async function pdfName(ctx: Context, reviewId: string, workNo: number): Promise<string> {
  const review = await openReview(ctx, reviewId);
  const work = await ctx.em.findOne(Work, { reviewId, no: workNo });
  if (!work) return 'full text.pdf';
  const records = await ctx.em.find(RecordRow, { reviewId, no: { $in: work.records } }, { fields: ['no', 'item'] });
  const { item } = mergeWork(
    records.map((r, trust) => ({ no: r.no, trust, item: r.item })),
    (await fieldEdits(ctx.em, reviewId, workNo)).get(workNo),
  );
  return fileNameOf(writeUpOf(review).fileNames, item, workNo);
}
