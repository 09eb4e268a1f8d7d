import { UniqueConstraintViolationException } from '@mikro-orm/core';
import { z } from 'zod';
import { STAGES, VERDICTS } from '@/core/flow';
import { isReadByTwo } from '@/core/readers';
import { reading } from '@/platform/cache/parts';
import { Decision, Work } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { reasonsOf } from '@/stages/question';
import { freezeSieve, sieveState } from '@/stages/sieve';
import { addDecision, CHANGED, FROZEN_WITH } from '../store/decisions';
import { BOTH_HAVE, judge } from '../store/judge';
import { ownSeqs, settingAt } from '../store/judgements';
import { maySettle } from '../store/may-settle';

export const DecideWork = z.strictObject({
  workNo: z.int().positive(),
  stage: z.enum(STAGES).default('title-abstract'),
  verdict: z.enum(VERDICTS),
  /** Needed to exclude: one of the review's reason codes. */
  reasonCode: z.string().max(40),
  grounds: z.string().max(10_000),
  /** The page of the full text that the reason rests on. */
  page: z.string().trim().max(60).default(''),
  note: z.string().trim().max(4000).default(''),
  /** Sequence number of the decision the person saw; 0 when there was none. */
  seenSeq: z.int().min(0),
});
export type DecideWork = z.input<typeof DecideWork>;

/**
 * Adds a decision with the state it was made in. The sieve is saved as a version first if it has changed, so that
 * every decision names what it rested on.
 */
export const decideWork = reviewCommand({
  name: 'decide',
  right: 'decide',
  input: DecideWork,
  // The sieve that a decision names is the one it was judged by. Many decide at once: two decisions on one work cannot have one number.
  lock: [{ shared: 'decide' }, { shared: 'sieve' }],
  refuses: ['no-work', 'changed-meanwhile', 'nothing-to-undo', 'not-kept', 'no-reason', 'not-a-reader', 'judged-by-two', 'not-third'],
  stale: ['decisions'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    // Behind the locks, and before anything is changed: what these rest on need not be read again for each decision.
    const at = reading(ctx);
    const state = await sieveState(at, reviewId);
    const work = await ctx.em.findOne(Work, { reviewId, no: input.workNo });
    if (!state.indexOf.has(input.workNo) || !work)
      return refuse('no-work', 'This work is not in the review any more: it may have been joined with another. Reload the page.');
    const latest = await ctx.em.find(Decision, { reviewId, workNo: input.workNo }, { orderBy: { seq: 'desc' } });
    const atStage = latest.find((d) => d.stage === input.stage);
    const setting = settingAt(ctx.review, input.stage);
    const stands = atStage && atStage.verdict !== 'undo' ? atStage : null;
    const byTwo = isReadByTwo(input.workNo, setting) && !stands;
    const own = (await ownSeqs(ctx, [input.workNo])).get(input.workNo) ?? 0;
    if (!byTwo && Math.max(latest[0]?.seq ?? 0, own) !== input.seenSeq) return refuse('changed-meanwhile', CHANGED);
    if (!byTwo && input.verdict === 'undo' && (!atStage || atStage.verdict === 'undo'))
      return refuse('nothing-to-undo', 'There is no decision to take back.');
    if (input.stage === 'full-text' && input.verdict !== 'undo' && latest.find((d) => d.stage === 'title-abstract')?.verdict !== 'keep')
      return refuse('not-kept', 'A full text is judged when the work is kept on its title and abstract.');
    const reason =
      input.verdict === 'exclude' ? (await reasonsOf(at, reviewId, input.stage)).find((r) => r.code === input.reasonCode) : null;
    if (reason === undefined) return refuse('no-reason', 'Excluding needs a reason from the list of the review.');
    if (byTwo) return judge(ctx, at, state, work, { ...input, act: null }, reason, latest[0]?.seq ?? 0);
    // Taken back it would be neither judged nor open: it can be settled otherwise.
    if (stands?.how && input.verdict === 'undo') return refuse('judged-by-two', BOTH_HAVE);
    const settles = stands?.how ? await maySettle(ctx, [input.workNo], input.stage) : null;
    if (settles) return settles;
    const sieveVersion = await freezeSieve(at, reviewId, FROZEN_WITH);
    const seq = input.seenSeq + 1;
    try {
      addDecision(ctx.em, ctx, state, work, {
        ...input,
        seq,
        reason,
        sieveVersion,
        act: null,
        ...(stands?.how ? { how: 'settled' as const } : {}),
      });
      await ctx.em.flush();
    } catch (error) {
      if (error instanceof UniqueConstraintViolationException) return refuse('changed-meanwhile', CHANGED);
      throw error;
    }
    return { seq };
  },
});
