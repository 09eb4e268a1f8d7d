import { AXIS_LABELS, type WorkAxis } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { type Context, openReview } from '@/platform/context';
import { RulingRow } from '@/platform/db/schema';
import { schemeOf } from '../store/scheme-of';

export interface RulingLine {
  seq: number;
  axis: WorkAxis;
  axisLabel: string;
  values: string[];
  reach: RulingRow['reach'];
  cause: string;
  works: number;
  /** The work, when it is on one. */
  workNo: number | null;
  title: string;
  reason: string;
  person: string;
  at: string;
  undone: { person: string; at: string } | null;
}

/** All rulings, newest first, those taken back included. */
export async function rulingLines(ctx: Context, reviewId: string): Promise<RulingLine[]> {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const rows = await ctx.em.find(RulingRow, { reviewId }, { orderBy: { seq: 'desc' } });
  const undone = new Map(rows.filter((r) => r.undoes !== null).map((r) => [r.undoes!, r]));
  const firsts = rows.filter((r) => r.reach === 'one' && r.undoes === null).map((r) => r.records[0]!);
  const works = await ctx.em.execute<{ record_no: number; no: number; title: string }[]>(
    `select m.record_no, w.no, w.title from work_record m join work w on w.review_id = m.review_id and w.no = m.work_no
     where m.review_id = ? and m.record_no = any(?::int[])`,
    [reviewId, `{${firsts.join(',')}}`],
  );
  const workOf = new Map(works.map((w) => [w.record_no, w]));
  return rows
    .filter((r) => r.undoes === null)
    .map((r) => {
      const labels = new Map(axisValues(r.axis, scheme).map((v) => [v.code, v.label]));
      const work = r.reach === 'one' ? workOf.get(r.records[0]!) : undefined;
      const gone = undone.get(r.seq);
      return {
        seq: r.seq,
        axis: r.axis,
        axisLabel: AXIS_LABELS[r.axis],
        values: r.codes.map((c) => labels.get(c) ?? c),
        reach: r.reach,
        cause: r.cause?.label ?? (r.reach === 'one' ? '' : 'picked one by one'),
        works: r.works,
        workNo: work?.no ?? null,
        title: work?.title ?? '',
        reason: r.reason,
        person: r.person,
        at: r.at.toISOString(),
        undone: gone ? { person: gone.person, at: gone.at.toISOString() } : null,
      };
    });
}
