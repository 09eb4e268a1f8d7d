import { STAGES, type Stage } from '@/core/flow';
import { agreementOfPairs, agreementOverTime, isReadByTwo, type PairAgreement, readersOf, together } from '@/core/readers';
import { LEFT } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { type Readers, readersNow } from '../commands/save-readers';
import { judgementsOf, namesOf, readByTwo, settingAt, spoken } from '../store/judgements';
import { type ReviewState, reviewState } from '../store/review-state';

/** So many works that two judged make a group of the course of time. */
const GROUP = 25;

export interface StageReading {
  stage: Stage;
  /** Works of the stage that two are to judge. */
  works: number;
  /** Of these, works that two have judged; those on which they gave one verdict; those that wait to be settled. */
  both: number;
  agreed: number;
  open: number;
  /** Of the person who asks: works that are theirs to judge, and those that they judged. */
  yours: { works: number; judged: number };
  pairs: (Omit<PairAgreement, 'people'> & { names: [string, string] })[];
  overTime: ReturnType<typeof agreementOverTime>;
}
export interface ReadersView {
  setting: Readers;
  stages: StageReading[];
}

/**
 * How far two readers have come, together and who asks, and how well those agree who judged the same works. Nothing in it
 * follows from what one said before the other had.
 */
export const askReaders = reviewQuery({
  name: 'readers-view',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['decisions', 'each-work', 'sieve', 'people'],
  async run(ctx): Promise<ReadersView> {
    const state = await reviewState(ctx, ctx.reviewId);
    return { setting: readersNow(state.review), stages: await readingStages(ctx, state) };
  },
});

/** The same, stage by stage. */
export async function readingStages(ctx: Context, state: ReviewState): Promise<StageReading[]> {
  const judgements = await judgementsOf(ctx, state);
  const stages: StageReading[] = [];
  for (const stage of STAGES) {
    const setting = settingAt(state.review, stage);
    if (setting.readers !== 2 && judgements[stage].size === 0) continue;
    const inStage = worksOf(state, stage).filter((no) => isReadByTwo(no, setting));
    const read = readByTwo(judgements[stage]).filter((r) => state.indexOf.has(r.work));
    const is = read.map((r) => ({ work: r.work, is: together(r.judgements, [], 'settle').is }));
    const me = ctx.person.id ?? '';
    const mine = inStage.filter((no) => readersOf(no, setting).includes(me));
    const judged = mine.filter((no) => spoken(judgements[stage].get(no)).some((s) => s.personId === me));
    const pairs = agreementOfPairs(read);
    const names = await namesOf(
      ctx.em,
      pairs.flatMap((p) => p.people),
    );
    stages.push({
      ...{ stage, works: inStage.length, both: read.length, agreed: is.filter((i) => i.is === 'agreed').length },
      open: is.filter((i) => i.is !== 'open' && !stands(state, i.work, stage)).length,
      yours: { works: mine.length, judged: judged.length },
      pairs: pairs.map(({ people, ...rest }) => ({
        ...rest,
        names: people.map((p) => names.get(p) ?? 'somebody who left') as [string, string],
      })),
      overTime: agreementOverTime(read, GROUP),
    });
  }
  return stages;
}

/** Works that are judged at a stage: at the second, those that the review keeps on title and abstract. */
function worksOf({ columns, outcomes, staged }: ReviewState, stage: Stage): number[] {
  return [...columns.numbers].filter((no, i) => {
    const { screening } = staged.get(no) ?? {};
    if (stage === 'full-text') return screening?.verdict === 'keep';
    return outcomes.fate[i] === LEFT || (screening !== undefined && screening.verdict !== 'undo');
  });
}

function stands(state: ReviewState, no: number, stage: Stage): boolean {
  const { screening, fullText } = state.staged.get(no) ?? {};
  const at = stage === 'full-text' ? fullText : screening;
  return at !== undefined && at.verdict !== 'undo';
}
