import type { EntityManager } from '@mikro-orm/postgresql';
import type { DecisionVerdict, ReasonLine, Stage } from '@/core/flow';
import type { Context } from '@/platform/context';
import { Decision, SieveVersion, type Snapshot, type Work } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { outcomeNow, outcomeWords, type SieveState } from '@/stages/sieve';

export const FROZEN_WITH = 'Saved with the first decision made under it.';

export const CHANGED = 'Somebody else decided this work meanwhile. Their decision is shown now; yours was not saved.';

interface Added {
  stage: Stage;
  verdict: DecisionVerdict;
  grounds: string;
  page: string;
  note: string;
  seq: number;
  reason: ReasonLine | null;
  sieveVersion: number;
  act: string | null;
}

export function addDecision(em: EntityManager, ctx: Context, state: SieveState, work: Work, added: Added) {
  const { stage, verdict, page, note, seq, reason, sieveVersion, act } = added;
  em.create(Decision, {
    ...{ reviewId: state.review.id, workNo: work.no, seq, stage, verdict, page, note, act },
    version: em.getReference(SieveVersion, [state.review.id, sieveVersion]),
    reasonCode: reason?.code ?? '',
    reasonText: reason?.text ?? '',
    grounds: added.grounds.trim(),
    snapshot: snapshotOf(state, work),
    ...bylineOf(ctx, state.review),
    at: ctx.now(),
  });
}

/** What a work is, and what the sieve says of it, at this moment. */
export function snapshotOf(state: SieveState, work: Pick<Work, 'no' | 'axes' | 'dateWords'>): Snapshot {
  const index = state.indexOf.get(work.no)!;
  return { axes: work.axes, dateWords: work.dateWords, outcome: outcomeWords(state, index), limiters: outcomeNow(state, index) };
}

/** The last sequence number of works and what stands of them on title and abstract, in one question. */
export async function latestAt(em: EntityManager, reviewId: string, numbers: readonly number[]) {
  const rows = await em.execute<{ work_no: number; seq: number; screening: string | null }[]>(
    `select work_no, max(seq)::int as seq, (array_agg(verdict order by seq desc) filter (where stage = 'title-abstract'))[1] as screening
     from decision where review_id = ? and work_no = any(?::int[]) group by work_no`,
    [reviewId, `{${numbers.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.work_no, r]));
}
