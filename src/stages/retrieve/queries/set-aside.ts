import { writeCsv, writeRow } from '@/core/formats';
import { type Context, openReview } from '@/platform/context';
import type { AsideStep } from '../store/set-aside';

export interface AsideLine {
  no: number;
  step: AsideStep;
  reason: string;
  title: string;
  file: string;
  line: number;
  raw: string;
}

/** Each holds its raw text, which may be long. */
const AT_ONCE = 200;
/** A screen lists no more; the table has all. */
const SHOWN = 1000;

/** The records of active retrievals that are in no work because something about them could not be processed: the first thousand. */
export async function setAsideRecords(ctx: Context, reviewId: string, after = 0, most = SHOWN): Promise<AsideLine[]> {
  await openReview(ctx, reviewId);
  return ctx.em.execute<AsideLine[]>(
    `select r.no, a.step, a.reason, r.item->>'title' as title, f.name as file, r.line, r.raw from set_aside a
     join active_record r on r.review_id = a.review_id and r.no = a.record_no
     join import_file f on f.review_id = r.review_id and f.id = r.file_id
     where a.review_id = ? and r.no > ? order by r.no limit ?`,
    [reviewId, after, most],
  );
}

/** The same as a table, with the raw text, so that nothing of them is lost. */
export async function* setAsideCsv(ctx: Context, reviewId: string): AsyncGenerator<string> {
  yield writeCsv([['Record', 'File', 'Line', 'Title', 'Failed while', 'Reason', 'Raw text']]);
  for (let after = 0; ; ) {
    const records = await setAsideRecords(ctx, reviewId, after, AT_ONCE);
    for (const r of records) yield writeRow([r.no, r.file, r.line, r.title, r.step, r.reason, r.raw]);
    if (records.length < AT_ONCE) return;
    after = records.at(-1)!.no;
  }
}
