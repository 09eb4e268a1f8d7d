import type { EntityManager } from '@mikro-orm/postgresql';
import type { DecisionVerdict, ReasonLine, Stage } from '@/core/flow';
import type { Context } from '@/platform/context';
import { type DecidedHow, Decision, SieveVersion, type Snapshot, type Work } from '@/platform/db/schema';
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
  how?: DecidedHow;
  /** Who decided, where that is not whoever asks: the two who agreed. */
  by?: { person: string; personId: string | null };
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
    how: added.how ?? null,
    ...(added.by ?? bylineOf(ctx, state.review)),
    at: ctx.now(),
  });
}

/** What a work is, and what the sieve says of it, at this moment. */
export function snapshotOf(state: SieveState, work: Pick<Work, 'no' | 'axes' | 'dateWords'>): Snapshot {
  const index = state.indexOf.get(work.no)!;
  return { axes: work.axes, dateWords: work.dateWords, outcome: outcomeWords(state, index), limiters: outcomeNow(state, index) };
}

/** How the decisions on a work stand, before it is decided with others. */
interface LatestOf {
  seq: number;
  screening: string | null;
  /** Whether a decision stands at the stage, and how it came about. */
  stands: Partial<Record<Stage, boolean>>;
  hows: Partial<Record<Stage, DecidedHow>>;
}

/** The last sequence number of works and what stands of them at each stage, in one question. */
export async function latestAt(em: EntityManager, reviewId: string, numbers: readonly number[]): Promise<Map<number, LatestOf>> {
  const rows = await em.execute<{ work_no: number; seq: number; stage: Stage; verdict: DecisionVerdict; how: DecidedHow | null }[]>(
    `select distinct on (work_no, stage) work_no, stage, seq, verdict, how
     from decision where review_id = ? and work_no = any(?::int[]) order by work_no, stage, seq desc`,
    [reviewId, `{${numbers.join(',')}}`],
  );
  const found = new Map<number, LatestOf>();
  for (const { work_no: no, stage, seq, verdict, how } of rows) {
    const known = found.get(no) ?? { seq: 0, screening: null, stands: {}, hows: {} };
    found.set(no, {
      seq: Math.max(known.seq, seq),
      screening: stage === 'title-abstract' ? verdict : known.screening,
      stands: { ...known.stands, [stage]: verdict !== 'undo' },
      hows: how && verdict !== 'undo' ? { ...known.hows, [stage]: how } : known.hows,
    });
  }
  return found;
}
