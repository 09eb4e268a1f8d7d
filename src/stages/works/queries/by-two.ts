import { STAGES, type Stage } from '@/core/flow';
import { isReadByTwo, readersOf } from '@/core/readers';
import type { Context } from '@/platform/context';
import { judgementsOf, namesOf, type ReviewState, settingAt, spoken, twoJudge } from '@/stages/decide';

/** Of a stage at which two judge a work: who does, whether both have, and whether somebody is to settle what they differ on. */
export interface JudgedByTwo {
  readers: string[];
  you: boolean;
  both: boolean;
  differ: boolean;
}

/** Who judges a work where two do. What is said of it here follows from one's own judgement and from what both have said. */
export async function byTwo(ctx: Context, state: ReviewState, workNo: number): Promise<Partial<Record<Stage, JudgedByTwo>>> {
  const found: Partial<Record<Stage, JudgedByTwo>> = {};
  if (!twoJudge(state.review)) return found;
  const judgements = await judgementsOf(ctx, state);
  for (const stage of STAGES) {
    const setting = settingAt(state.review, stage);
    if (!isReadByTwo(workNo, setting)) continue;
    const readers = readersOf(workNo, setting);
    const names = await namesOf(ctx.em, readers);
    const both = spoken(judgements[stage].get(workNo)).slice(0, 2);
    const stands = stage === 'full-text' ? state.staged.get(workNo)?.fullText : state.staged.get(workNo)?.screening;
    found[stage] = {
      ...{ readers: readers.map((id) => names.get(id) ?? 'somebody who left'), you: readers.includes(ctx.person.id ?? '') },
      ...{ both: both.length === 2, differ: both.length === 2 && (!stands || stands.verdict === 'undo') },
    };
  }
  return found;
}
