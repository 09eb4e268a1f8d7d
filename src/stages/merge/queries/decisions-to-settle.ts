import type { Context } from '@/platform/context';

const homeFrom = (start: string): string =>
  `with recursive home(no, now_no, since) as (
     select no, no, null::timestamptz from work where review_id = ? and absorbed_by is null and ${start}
     union all select w.no, h.now_no, greatest(w.absorbed_at, h.since) from work w join home h on w.absorbed_by = h.no where w.review_id = ?)`;
const OF_ONE = homeFrom('no = ?');
/** Only works that others became. */
const OF_ALL = homeFrom('no in (select absorbed_by from work where review_id = ? and absorbed_by is not null)');

/** A work that was made of works with different decisions, which nobody has decided since. */
export interface DecisionToSettle {
  workNo: number;
  title: string;
  decisions: { was: number; verdict: string; reasonText: string; person: string; at: string }[];
}

interface Row {
  now_no: number;
  title: string;
  was: number;
  verdict: string;
  reason_text: string;
  person: string;
  at: Date;
  since: Date | null;
}

/**
 * Works in which decisions met that differ: both are kept, and a person settles them by deciding again.
 * @param workNo only this work; all without it
 */
export async function decisionsToSettle(ctx: Context, reviewId: string, workNo?: number): Promise<DecisionToSettle[]> {
  const rows = await ctx.em.execute<Row[]>(
    `${workNo === undefined ? OF_ALL : OF_ONE} select distinct on (h.now_no, d.work_no) h.now_no, t.title, d.work_no as was, d.verdict, d.reason_text, d.person, d.at, h.since
     from home h join decision d on d.review_id = ? and d.work_no = h.no
     join work t on t.review_id = d.review_id and t.no = h.now_no
     order by h.now_no, d.work_no, d.seq desc`,
    [reviewId, workNo ?? reviewId, reviewId, reviewId],
  );
  const works = new Map<number, Row[]>();
  for (const row of rows) works.set(row.now_no, [...(works.get(row.now_no) ?? []), row]);
  return [...works].flatMap(([no, found]) => {
    const standing = found.filter((r) => r.verdict !== 'undo');
    if (new Set(standing.map((r) => `${r.verdict}|${r.reason_text}`)).size < 2) return [];
    const joined = Math.max(...found.map((r) => (r.since ? new Date(r.since).getTime() : 0)));
    const own = found.find((r) => r.was === no);
    if (own && new Date(own.at).getTime() > joined) return [];
    return [
      {
        workNo: no,
        title: standing[0]!.title,
        decisions: standing.map((r) => ({
          was: r.was,
          verdict: r.verdict,
          reasonText: r.reason_text,
          person: r.person,
          at: new Date(r.at).toISOString(),
        })),
      },
    ];
  });
}
