import { STAGES, type Stage } from '@/core/flow';
import { isReadByTwo } from '@/core/readers';
import type { Context } from '@/platform/context';
import { isFor, judgementsOf, type SaidOf, seenBy, settingAt, twoJudge } from './judgements';
import type { CurrentDecision, StagedDecisions } from './latest-decisions';
import type { ReviewState } from './review-state';

const PLACE = { 'title-abstract': 'screening', 'full-text': 'fullText' } as const satisfies Record<Stage, keyof StagedDecisions>;

/** Where nobody has saved the sieve for a decision yet. */
const NO_VERSION = 0;

/** What a reader said, as if it were the decision: for whoever said it, until there is one. */
export const asDecision = (s: SaidOf): CurrentDecision => ({
  ...{
    stage: s.stage,
    verdict: s.verdict,
    seq: s.seq,
    reasonCode: s.reasonCode,
    reasonText: s.reasonText,
    grounds: s.grounds,
    page: s.page,
  },
  ...{ note: s.note, sieveVersion: NO_VERSION, person: s.person, personId: s.personId, how: null, at: s.at },
});

/** A review as one person works on it. */
export interface AsSeen {
  /** The decisions, and what this person said of works that are not decided yet. */
  staged: ReadonlyMap<number, StagedDecisions>;
  /** Works of which they said something that no decision has taken up yet, by stage. */
  own: Readonly<Record<Stage, ReadonlySet<number>>>;
  /** Whether a work is for them to judge at a stage. */
  isFor(work: number, stage: Stage): boolean;
}

/** How somebody sees the works to decide: nothing in it follows from what another reader said before both have. */
export async function asSeen(ctx: Context, state: ReviewState): Promise<AsSeen> {
  const own: Record<Stage, Set<number>> = { 'title-abstract': new Set(), 'full-text': new Set() };
  if (!twoJudge(state.review)) return { staged: state.staged, own, isFor: () => true };
  const judgements = await judgementsOf(ctx, state);
  const me = ctx.person.id;
  const staged = new Map(state.staged);
  for (const stage of STAGES)
    for (const [no, said] of judgements[stage]) {
      const mine = said.find((s) => s.personId === me);
      const known = staged.get(no);
      const stands = known?.[PLACE[stage]];
      if (!mine || !isReadByTwo(no, settingAt(state.review, stage)) || (stands && stands.verdict !== 'undo')) continue;
      own[stage].add(no);
      staged.set(no, { ...known, [PLACE[stage]]: asDecision(mine) });
    }
  return { staged, own, isFor: (work, stage) => isFor(me, work, settingAt(state.review, stage)) };
}

/** What of the judgements on one work a person may see, the newest first. */
export async function seenOfWork(ctx: Context, state: ReviewState, work: number): Promise<SaidOf[]> {
  if (!twoJudge(state.review)) return [];
  const judgements = await judgementsOf(ctx, state);
  return STAGES.flatMap((stage) => seenBy(ctx.person.id, judgements[stage].get(work))).sort((a, b) => b.at.getTime() - a.at.getTime());
}
