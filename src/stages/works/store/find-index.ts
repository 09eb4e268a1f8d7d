import { WordIndex } from '@/core/find';
import { stampsOf } from '@/platform/cache/parts';
import { once, recent } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';

interface Kept {
  index: WordIndex;
  /** As the review stood when it was read. */
  stamp: string;
  /** By which transaction each work was written as it was read. */
  written: Map<number, number>;
}

/** Words of the reviews in which somebody looked for something last. */
const held = recent<Kept>('find-index', 3);
const PAGE = 5000;

/** Of more works the words are read while the first answer is found by reading the texts themselves. */
const MOST_AT_ONCE = 10_000;

/**
 * The words of a review's works as lists show them, with the abstract of the record that they show. Read when it is
 * first asked for; after that only works that were written since.
 * @returns null while a large review is read for the first time
 */
export async function findIndex(ctx: Context, reviewId: string): Promise<WordIndex | null> {
  const reading = (own: Context) => once(`find-index|${reviewId}`, () => broughtForward(own, reviewId));
  if (held.get(reviewId)) return reading(ctx);
  const [{ n }] = await ctx.em.execute<[{ n: number }]>('select count(*)::int as n from work where review_id = ? and absorbed_by is null', [
    reviewId,
  ]);
  if (n <= MOST_AT_ONCE) return reading(ctx);
  // It goes on when this request is answered: with a connection of its own.
  reading({ ...ctx, em: ctx.em.fork() as Context['em'], kept: undefined }).catch((error) => console.error('[find]', error));
  return null;
}

async function broughtForward(ctx: Context, reviewId: string): Promise<WordIndex> {
  const stamps = await stampsOf(ctx, reviewId);
  const stamp = `${stamps?.review}|${stamps?.work_edit}`;
  let kept = held.get(reviewId);
  if (kept?.stamp === stamp) return kept.index;
  const rows = await ctx.em.execute<{ no: number; written: string }[]>(
    'select no, xmin::text as written from work where review_id = ? and absorbed_by is null',
    [reviewId],
  );
  if (!kept || kept.index.dead > kept.index.size) kept = { index: new WordIndex(), stamp: '', written: new Map() };
  const { index, written } = kept;
  const now = new Map(rows.map((r) => [r.no, Number(r.written)]));
  for (const key of written.keys())
    if (!now.has(key)) {
      index.drop(key);
      written.delete(key);
    }
  const changed = rows.map((r) => r.no).filter((no) => now.get(no) !== written.get(no));
  for (let at = 0; at < changed.length; at += PAGE) {
    const texts = await ctx.em.execute<{ no: number; title: string; rest: string }[]>(
      `select w.no, w.title, concat_ws(' ', w.authors, w.container, r.item->>'abstract') as rest from work w
       join record r on r.review_id = w.review_id and r.no = w.shown_record where w.review_id = ? and w.no = any(?::int[])`,
      [reviewId, `{${changed.slice(at, at + PAGE).join(',')}}`],
    );
    for (const { no, title, rest } of texts) {
      index.put(no, title, rest);
      written.set(no, now.get(no)!);
    }
    // Others are answered between two pages.
    await new Promise((done) => setImmediate(done));
  }
  held.set(reviewId, { index, stamp, written });
  return index;
}
