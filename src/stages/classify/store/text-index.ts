import { TextIndex, type TextsCompared } from '@/core/grounds';
import { recent } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';

/** Words of the titles and abstracts of the reviews that were asked about last. */
const held = recent<TextIndex>('text-index', 3);

/** The texts of these works, to be compared with each other. Each is read once, however often it is asked for. */
export async function textIndex(ctx: Context, reviewId: string, works: readonly number[]): Promise<TextsCompared> {
  let index = held.get(reviewId);
  if (!index) {
    index = new TextIndex();
    held.set(reviewId, index);
  }
  const missing = works.filter((no) => !index.has(no));
  for (let at = 0; at < missing.length; at += 2000) {
    const rows = await ctx.em.execute<{ no: number; text: string }[]>(
      `select w.no, (r.item->>'title') || ' ' || left(r.item->>'abstract', 4000) as text from work w
       join record r on r.review_id = w.review_id and r.no = w.shown_record where w.review_id = ? and w.no = any(?::int[])`,
      [reviewId, `{${missing.slice(at, at + 2000).join(',')}}`],
    );
    for (const { no, text } of rows) index.add(no, text);
    // Others are answered between two pages.
    await new Promise((done) => setImmediate(done));
  }
  return index.over(works);
}
