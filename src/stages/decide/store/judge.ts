import type { DecisionVerdict, ReasonLine, Stage } from '@/core/flow';
import { readersOf, together } from '@/core/readers';
import { JudgementRow, type Work } from '@/platform/db/schema';
import type { OpenReview } from '@/platform/verbs/open-review';
import { type Refusal, refuse } from '@/platform/verbs/refusals';
import { reasonsOf } from '@/stages/question';
import { freezeSieve, type SieveState } from '@/stages/sieve';
import { addDecision, CHANGED, FROZEN_WITH, snapshotOf } from './decisions';
import { asJudgement, isSpoken, latestOf, type SaidOf, settingAt } from './judgements';
import { absorbedBy } from './latest-decisions';

/** What is said, as the verbs that decide take it. */
interface Given {
  stage: Stage;
  verdict: DecisionVerdict;
  grounds: string;
  page: string;
  note: string;
  seenSeq: number;
  act: string | null;
}
const NOT_YOURS = 'Two others judge this work: see People for who judges what.';
export const BOTH_HAVE =
  'Two have judged this work: what they differ on is settled under Differences, and what they agree on is changed there too.';

/**
 * Writes down what one of two says of a work. When both have judged, what the rule of the review makes of it becomes the
 * decision, in the same transaction; a difference stays open until somebody settles it.
 * @param decided the number of the last decision on the work, of whatever stage; 0 when there is none
 * @returns the number to send back with the next decision
 */
export async function judge(
  ctx: OpenReview,
  at: OpenReview,
  state: SieveState,
  work: Work,
  given: Given,
  reason: ReasonLine | null,
  decided: number,
): Promise<{ seq: number } | Refusal<'not-a-reader' | 'judged-by-two' | 'changed-meanwhile' | 'nothing-to-undo'>> {
  const { em, reviewId, review } = ctx;
  const me = ctx.person.id;
  const setting = settingAt(review, given.stage);
  if (!me || !readersOf(work.no, setting).includes(me)) return refuse('not-a-reader', NOT_YOURS);
  // Two who judge at the same moment: the second sees what the first said.
  await em.execute('select pg_advisory_xact_lock(hashtext(?))', [`judge:${reviewId}:${work.no}`]);
  const absorbed = await absorbedBy(em, reviewId, state.columns, work.no);
  const said = await em.find(JudgementRow, { reviewId, workNo: { $in: [work.no, ...absorbed] } });
  // Numbers are the work's own.
  const rows = said.filter((r) => r.workNo === work.no);
  const seen = Math.max(decided, ...rows.filter((r) => r.personId === me).map((r) => r.seq));
  if (seen !== given.seenSeq) return refuse('changed-meanwhile', CHANGED);
  const latest: Map<string, SaidOf> = latestOf(said, work.no, given.stage);
  if ([...latest.values()].filter(isSpoken).length >= 2) return refuse('judged-by-two', BOTH_HAVE);
  const before = latest.get(me);
  if (given.verdict === 'undo' && (!before || before.verdict === 'undo'))
    return refuse('nothing-to-undo', 'There is no decision to take back.');
  const row = em.create(JudgementRow, {
    ...{ reviewId, workNo: work.no, personId: me, seq: seen + 1, stage: given.stage, verdict: given.verdict, page: given.page },
    ...{ reasonCode: reason?.code ?? '', reasonText: reason?.text ?? '', grounds: given.grounds.trim(), note: given.note, act: given.act },
    ...{ snapshot: snapshotOf(state, work), person: ctx.person.name ?? review.person, at: ctx.now() },
  });
  latest.set(me, row);
  const both = [...latest.values()].filter(isSpoken).sort((a, b) => a.at.getTime() - b.at.getTime());
  const reasons = await reasonsOf(at, reviewId, given.stage);
  const is = together(
    both.map(asJudgement),
    reasons.map((r) => r.code),
    setting.differ,
  );
  if (is.is === 'open' || is.is === 'differ') return { seq: row.seq };
  const names = both.map((s) => s.person);
  const seq = 1 + Math.max(decided, ...rows.map((r) => r.seq), row.seq);
  const sieveVersion = await freezeSieve(at, reviewId, FROZEN_WITH);
  addDecision(em, ctx, state, work, {
    ...{ stage: given.stage, verdict: is.verdict, note: '', seq, sieveVersion, act: null, how: is.is },
    reason: is.reasonCode ? (reasons.find((r) => r.code === is.reasonCode) ?? reason) : null,
    grounds: bothGrounds(both),
    page: both.map((s) => s.page).find(Boolean) ?? '',
    by: { person: names.join(' and ').slice(0, 120), personId: null },
  });
  return { seq };
}

/** The grounds of both: once, where they are the same. */
function bothGrounds(both: readonly SaidOf[]): string {
  const texts = [...new Set(both.map((s) => s.grounds.trim()))];
  return texts.length === 1 ? texts[0]! : both.map((s) => `${s.person}: ${s.grounds.trim()}`).join('\n');
}
