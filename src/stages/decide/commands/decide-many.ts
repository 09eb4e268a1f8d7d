import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { STAGES } from '@/core/flow';
import { isReadByTwo } from '@/core/readers';
import { Work } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { reasonsOf } from '@/stages/question';
import { freezeSieve, sieveState } from '@/stages/sieve';
import { addDecision, FROZEN_WITH, latestAt } from '../store/decisions';
import { judge } from '../store/judge';
import { ownSeqs, settingAt } from '../store/judgements';
import { maySettle } from '../store/may-settle';

export const DecideMany = z.strictObject({
  works: z
    .array(z.strictObject({ workNo: z.int().positive(), seenSeq: z.int().min(0) }))
    .min(1)
    .max(2000),
  stage: z.enum(STAGES),
  verdict: z.enum(['keep', 'exclude', 'wait', 'background']),
  reasonCode: z.string().max(40),
  grounds: z.string().trim().min(1, 'Say on what grounds: they stand with each of these decisions.').max(10_000),
});

/**
 * Decides works of a list together, with one reason and one text. Those that somebody decided meanwhile are left as
 * they are and named. @returns the act, to take it back by
 */
export const decideMany = reviewCommand({
  name: 'decide-many',
  right: 'decide',
  input: DecideMany,
  // The sieve that a decision names is the one it was judged by.
  lock: ['decide', { shared: 'sieve' }],
  refuses: ['no-reason'],
  stale: ['decisions', 'each-work'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const reason =
      input.verdict === 'exclude' ? (await reasonsOf(ctx, reviewId, input.stage)).find((r) => r.code === input.reasonCode) : null;
    if (reason === undefined) return refuse('no-reason', 'Excluding needs a reason from the list of the review.');
    const state = await sieveState(ctx, reviewId);
    const sieveVersion = await freezeSieve(ctx, reviewId, FROZEN_WITH);
    const numbers = input.works.map((w) => w.workNo);
    const works = new Map((await ctx.em.find(Work, { reviewId, no: { $in: numbers } })).map((w) => [w.no, w]));
    const latest = await latestAt(ctx.em, reviewId, numbers);
    const own = await ownSeqs(ctx, numbers);
    const act = randomUUID();
    const left: number[] = [];
    let decided = 0;
    for (const { workNo, seenSeq } of input.works) {
      const known = latest.get(workNo);
      const work = works.get(workNo);
      const kept = input.stage === 'title-abstract' || known?.screening === 'keep';
      const byTwo = isReadByTwo(workNo, settingAt(ctx.review, input.stage)) && !known?.stands[input.stage];
      if (!work || !state.indexOf.has(workNo) || (!byTwo && Math.max(known?.seq ?? 0, own.get(workNo) ?? 0) !== seenSeq) || !kept) {
        left.push(workNo);
        continue;
      }
      const how = known?.hows[input.stage] ?? null;
      if (byTwo) {
        const said = await judge(ctx, ctx, state, work, { ...input, page: '', note: '', seenSeq, act }, reason, known?.seq ?? 0);
        if ('ok' in said) left.push(workNo);
        else decided++;
        continue;
      }
      if (how && (await maySettle(ctx, [workNo], input.stage))) {
        left.push(workNo);
        continue;
      }
      const settled = how ? { how: 'settled' as const } : {};
      addDecision(ctx.em, ctx, state, work, { ...input, page: '', note: '', seq: seenSeq + 1, reason, sieveVersion, act, ...settled });
      decided++;
    }
    return { act, decided, left };
  },
});
