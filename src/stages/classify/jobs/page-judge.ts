import type { EntityManager } from '@mikro-orm/postgresql';
import { type JudgedPage, judgePage, type PageJudging, type PageToJudge, pageJudging } from '@/core/judge';
import type { Review, SourceDatabase } from '@/platform/db/schema';
import { shortHash } from '@/platform/short-hash';
import { basisOf, labourFor } from '@/platform/threads/labour';
import { judgingBasis } from './judging';

/** Who judges the pages of a job, and how many it is worth to have under way. */
export interface PageJudge {
  width: number;
  judge(page: PageToJudge): Promise<JudgedPage>;
}

/** @param records how many will have to be judged */
export async function pageJudge(
  tx: EntityManager,
  review: Review,
  databases: readonly SourceDatabase[],
  records: number,
): Promise<PageJudge> {
  const { basis: plain, lists } = await judgingBasis(tx, review, databases);
  const basis = basisOf(plain);
  const labour = labourFor(records);
  let own: PageJudging | null = null;
  return {
    width: labour.width,
    judge: (page) =>
      labour.run('judge', basis, page, (b, task) => {
        own ??= pageJudging(b, shortHash, lists);
        return judgePage(own, task);
      }),
  };
}
