import type { EntityManager } from '@mikro-orm/postgresql';
import { localDay } from '@/core/record';
import type { Context } from '@/platform/context';
import { FullText, type Review } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';

/** What is known of the way to a full text. */
export interface FullTextLine {
  asked: string;
  promised: string;
  arrived: string;
  refused: string;
  refusedWhy: string;
  source: string;
  note: string;
  edit: number;
}

export const NO_FULL_TEXT: FullTextLine = {
  ...{ asked: '', promised: '', arrived: '', refused: '', refusedWhy: '', source: '', note: '', edit: 0 },
};

export const lineOf = (row: FullText | null | undefined): FullTextLine =>
  row
    ? {
        ...{ asked: row.asked, promised: row.promised, arrived: row.arrived, refused: row.refused, refusedWhy: row.refusedWhy },
        ...{ source: row.source, note: row.note, edit: row.edit },
      }
    : NO_FULL_TEXT;

/** A full text that was attached has arrived: today, unless somebody said when. A day of asking that is yet to come stays as it is. */
export async function setArrived(tx: EntityManager, ctx: Context, review: Review, workNo: number): Promise<void> {
  const today = localDay(ctx.now());
  const by = { ...bylineOf(ctx, review), at: ctx.now() };
  const row = await tx.findOne(FullText, { reviewId: review.id, workNo });
  if (!row)
    await tx.upsert(
      FullText,
      { reviewId: review.id, workNo, ...NO_FULL_TEXT, arrived: today, edit: 1, ...by },
      { onConflictAction: 'ignore' },
    );
  else if (!row.arrived && row.asked <= today)
    await tx.nativeUpdate(
      FullText,
      { reviewId: review.id, workNo, edit: row.edit, arrived: '' },
      { arrived: today, edit: row.edit + 1, ...by },
    );
}
