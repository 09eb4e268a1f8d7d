import { STAGES, type Stage } from '@/core/flow';
import { together } from '@/core/readers';
import { DifferenceNote, Work } from '@/platform/db/schema';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { reasonsOf } from '@/stages/question';
import { asJudgement, judgementsOf, type SaidOf, settingAt, spoken } from '../store/judgements';
import type { CurrentDecision } from '../store/latest-decisions';
import { type ReviewState, reviewState } from '../store/review-state';

export interface SaidLine {
  person: string;
  verdict: string;
  reasonText: string;
  grounds: string;
  page: string;
  note: string;
  at: string;
}
/** A work of which two said different things, or of which what they said has come to no decision. */
export interface DifferenceLine {
  work: number;
  title: string;
  stage: Stage;
  /** They gave other verdicts, or both excluded it and each for another reason; or each judged a work of its own before they were joined. */
  of: 'verdict' | 'reason' | 'joined';
  said: readonly [SaidLine, SaidLine];
  notes: { person: string; text: string; at: string }[];
  /** The decision that stands, if there is one: by both, by the rule, or settled. */
  decision: { seq: number; verdict: string; reasonText: string; grounds: string; person: string; how: string; at: string } | null;
  /** Whether this person may settle it. */
  yours: boolean;
}
export interface DifferencesView {
  open: DifferenceLine[];
  settled: DifferenceLine[];
  reasons: Record<Stage, { code: string; text: string }[]>;
}

const lineOf = (s: SaidOf): SaidLine => ({
  ...{
    person: s.person,
    verdict: s.verdict,
    reasonText: s.reasonText,
    grounds: s.grounds,
    page: s.page,
    note: s.note,
    at: s.at.toISOString(),
  },
});
const standingAt = (state: ReviewState, no: number, stage: Stage): CurrentDecision | null => {
  const { screening, fullText } = state.staged.get(no) ?? {};
  const at = stage === 'full-text' ? fullText : screening;
  return at && at.verdict !== 'undo' ? at : null;
};

/** Works on which two differ: those to be settled first, then those that are. Only works that two have judged are looked at. */
export const askDifferences = reviewQuery({
  name: 'differences-view',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['decisions', 'each-work', 'reasons', 'people'],
  async run(ctx): Promise<DifferencesView> {
    const state = await reviewState(ctx, ctx.reviewId);
    const judgements = await judgementsOf(ctx, state);
    const reasons = { 'title-abstract': [], 'full-text': [] } as DifferencesView['reasons'];
    const found: { no: number; stage: Stage; both: [SaidOf, SaidOf]; of: DifferenceLine['of'] }[] = [];
    for (const stage of STAGES) {
      reasons[stage] = (await reasonsOf(ctx, ctx.reviewId, stage)).map(({ code, text }) => ({ code, text }));
      const order = reasons[stage].map((r) => r.code);
      for (const [no, said] of judgements[stage]) {
        const [a, b] = spoken(said);
        if (!a || !b || !state.indexOf.has(no)) continue;
        const is = together([a, b].map(asJudgement), order, 'settle');
        const of = is.is === 'differ' ? 'verdict' : is.is === 'agreed' && is.otherReason ? 'reason' : 'joined';
        // What both say alike became a decision at once: but for works that were joined when both had judged.
        if (of !== 'joined' || !standingAt(state, no, stage)) found.push({ no, stage, both: [a, b], of });
      }
    }
    const numbers = found.map((f) => f.no);
    const titles = new Map((await ctx.em.find(Work, { reviewId: ctx.reviewId, no: { $in: numbers } })).map((w) => [w.no, w.title]));
    const notes = await ctx.em.find(DifferenceNote, { reviewId: ctx.reviewId, workNo: { $in: numbers } }, { orderBy: { seq: 'asc' } });
    const lines = found.map(({ no, stage, both, of }): DifferenceLine => {
      const stands = standingAt(state, no, stage);
      const third = settingAt(state.review, stage).settledBy === 'third';
      return {
        ...{ work: no, title: titles.get(no) ?? '', stage, of },
        said: [lineOf(both[0]), lineOf(both[1])],
        notes: notes
          .filter((n) => n.workNo === no && n.stage === stage)
          .map((n) => ({ person: n.person, text: n.text, at: n.at.toISOString() })),
        decision: stands && {
          ...{ seq: stands.seq, verdict: stands.verdict, reasonText: stands.reasonText, grounds: stands.grounds, person: stands.person },
          ...{ how: stands.how ?? '', at: stands.at.toISOString() },
        },
        yours: !third || !both.some((s) => s.personId === ctx.person.id),
      };
    });
    return { open: lines.filter((l) => !l.decision), settled: lines.filter((l) => l.decision), reasons };
  },
});
