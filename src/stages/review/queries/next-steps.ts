import { HELD } from '@/core/sieve';
import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { MergeQuestion } from '@/platform/db/schema';
import { type ReviewState, readingStages, twoJudge } from '@/stages/decide';
import { standingRulings } from '@/stages/merge';
import { criteriaOf } from '@/stages/question';
import type { Overview } from './overview';

/** Something that is left to do at a stage, in words, and where. */
export interface NextStep {
  stage: string;
  words: string;
  path: string;
}

const many = (n: number, one: string, more: string): string => `${n.toLocaleString('en-GB')} ${n === 1 ? one : more}`;

/** What is left to do, in the order of the stages; nothing is said of figures that a job is changing. */
export async function nextSteps(ctx: Context, state: ReviewState, overview: Overview): Promise<NextStep[]> {
  const { review, outcomes, progress } = state;
  const steps: NextStep[] = [];
  const add = (stage: string, path: string, words: string) => steps.push({ stage, path, words });
  if ((await criteriaOf(ctx, review.id)).length === 0) add('question', 'question', 'say what the review asks of a source');
  if (overview.records === 0 && !overview.working) add('retrieve', 'retrieve', 'add a database and import its files');
  if (overview.working || overview.works === 0) return steps;
  const pairs = await partOf(ctx, review.id, 'pairs-to-settle', ['whole', 'merge_ruling'], () => pairsToSettle(ctx, review.id));
  if (pairs) add('merge', 'merge/pairs', `${many(pairs, 'pair', 'pairs')} of records to settle`);
  if (review.sieve.length <= 1) add('sieve', 'sieve', 'add the limiters');
  let held = 0;
  for (const fate of outcomes.fate) if (fate === HELD) held++;
  if (overview.states.held) add('sieve', 'sieve/held', `${many(held, 'held work', 'held works')} to choose on`);
  // As the queue of Decide counts them: what was set to wait is not undecided.
  const { undecided } = overview.states;
  const waiting = progress.firstDue - undecided;
  const byTwo = twoJudge(review) && state.columns.numbers.length <= MOST_WORKS ? await readingStages(ctx, state) : [];
  const differences = byTwo.reduce((n, s) => n + s.open, 0);
  if (differences) add('decide', 'decide/differences', `${many(differences, 'difference', 'differences')} to settle`);
  // Where two judge, what is left to do is what is left of one's own.
  const first = byTwo.find((s) => s.stage === 'title-abstract' && s.yours.works > 0);
  const own = first ? first.yours.works - first.yours.judged : undecided;
  if (own && undecided) add('decide', 'decide', `${many(own, 'work', 'works')} to decide`);
  else if (waiting) add('decide', 'decide?show=waiting', `${many(waiting, 'work', 'works')} set to wait`);
  if (review.twoStages && progress.fullTextsDue)
    add('decide', 'decide?stage=full-text', `${many(progress.fullTextsDue, 'full text', 'full texts')} to read`);
  if (progress.due === 0) add('write-up', 'write-up', 'write it up');
  return steps;
}

/** With more works, whose each is to judge is worked out on the screens alone: a key on Decide should not wait for it. */
const MOST_WORKS = 20_000;

async function pairsToSettle(ctx: Context, reviewId: string): Promise<number> {
  const questions = await ctx.em.find(MergeQuestion, { reviewId }, { fields: ['a', 'b'] });
  if (questions.length === 0) return 0;
  const ruled = new Set((await standingRulings(ctx.em, reviewId)).flatMap((r) => [`${r.a}|${r.b}`, `${r.b}|${r.a}`]));
  return questions.filter((q) => !ruled.has(`${q.a}|${q.b}`)).length;
}
