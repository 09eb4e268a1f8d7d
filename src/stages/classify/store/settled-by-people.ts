import type { EntityManager } from '@mikro-orm/postgresql';
import { LIKELY_AXES, type LikelyAxis } from '@/core/likely';
import { type Limiter, reasonCodeOf, type Sieve } from '@/core/sieve';
import { CODED_AXES } from '@/core/vocabularies';
import { SieveVersion } from '@/platform/db/schema';
import { standingAxisRulings } from './axis-rulings';

/** What a person said of an axis of works: by a ruling its value, by a decision the values that it can have. */
export interface Said {
  by: 'ruling' | 'decision';
  axis: LikelyAxis;
  codes: readonly string[];
  /** Records of the works; any of a work stands for it. */
  records: readonly number[];
  at: Date;
}

const isLikelyAxis = (axis: string): axis is LikelyAxis => (LIKELY_AXES as readonly string[]).includes(axis);

/** What rulings say that name one value of an axis that a model narrows, newest first; with the last ruling of all. */
export async function saidByRulings(em: EntityManager, reviewId: string): Promise<{ said: Said[]; seq: number }> {
  const rulings = (await standingAxisRulings(em, reviewId)).reverse();
  const said = rulings.flatMap((r): Said[] =>
    isLikelyAxis(r.axis) && r.codes.length === 1 ? [{ by: 'ruling', axis: r.axis, codes: r.codes, records: r.records, at: r.at }] : [],
  );
  return { said, seq: Math.max(0, ...rulings.map((r) => r.seq)) };
}

/** More decisions than these say nothing new: the latest do. */
const MOST_DECISIONS = 3000;

/**
 * What decisions and spot checks say of axes, newest first. A work that is kept is one that the limiters of its sieve
 * want: it has a value that they let in. One that is excluded for the reason that a limiter gave rise to has another.
 */
export async function saidByDecisions(em: EntityManager, reviewId: string): Promise<Said[]> {
  const rows = await em.execute<DecidedRow[]>(
    `select d.*, (select min(m.record_no) from work_record m where m.review_id = ? and m.work_no = d.work_no and m.active) as record
     from (
       (select distinct on (work_no) work_no, verdict, reason_code, sieve_version, null as limiter, at
        from decision where review_id = ? order by work_no, seq desc)
       union all
       (select distinct on (v.check_number, v.work_no) v.work_no, v.verdict, '' as reason_code, c.sieve_version, s->>'limiter' as limiter, v.at
        from sample_verdict v join sample_check c on c.review_id = v.review_id and c.number = v.check_number and c.kind = 'stopped'
        cross join lateral jsonb_array_elements(c.strata) s
        where v.review_id = ? and s->'works' @> to_jsonb(v.work_no) order by v.check_number, v.work_no, v.seq desc)
     ) d where d.verdict = 'keep' or (d.verdict = 'exclude' and d.reason_code <> '') order by d.at desc, d.work_no limit ${MOST_DECISIONS}`,
    [reviewId, reviewId, reviewId],
  );
  const versions = await em.find(SieveVersion, { reviewId, number: { $in: [...new Set(rows.map((r) => r.sieve_version))] } });
  const sieves = new Map(versions.map((v) => [v.number, v.limiters]));
  return rows.flatMap((row): Said[] => {
    const sieve = sieves.get(row.sieve_version);
    if (!sieve || row.record === null) return [];
    return [...codesSaid(row, sieve)].map(([axis, codes]) => ({
      ...{ by: 'decision', axis, codes, records: [row.record!], at: new Date(row.at) },
    }));
  });
}
interface DecidedRow {
  work_no: number;
  verdict: 'keep' | 'exclude';
  reason_code: string;
  sieve_version: number;
  /** Of a spot check: the limiter that had stopped the work. It is the only one that the check is about. */
  limiter: string | null;
  at: string;
  record: number | null;
}

/** The values that a decision leaves a work, of the axes that it says something of. */
export function codesSaid(row: Pick<DecidedRow, 'verdict' | 'reason_code' | 'limiter'>, sieve: Sieve): Map<LikelyAxis, readonly string[]> {
  const said = new Map<LikelyAxis, readonly string[]>();
  for (const limiter of sieve) {
    const { test } = limiter;
    if (!limiter.on || test.kind !== 'coded' || !isLikelyAxis(test.axis) || !concerns(row, limiter)) continue;
    const lets = (code: string) => test.allowed.includes(code) === (row.verdict === 'keep');
    const before = said.get(test.axis) ?? CODED_AXES[test.axis].values.map((v) => v.code);
    said.set(test.axis, before.filter(lets));
  }
  return said;
}

function concerns({ verdict, reason_code, limiter: stopped }: Parameters<typeof codesSaid>[0], limiter: Limiter): boolean {
  if (stopped !== null) return limiter.id === stopped;
  return verdict === 'keep' || reasonCodeOf(limiter) === reason_code;
}
