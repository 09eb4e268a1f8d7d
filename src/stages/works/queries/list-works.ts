import { z } from 'zod';
import { Work } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { databasesOf } from '@/stages/retrieve';

export const WorkNumbers = z.array(z.int().positive()).max(500);

/** A line of a list of works: plain, so that it can be sent to the browser. */
export interface WorkLine {
  no: number;
  title: string;
  authors: string;
  container: string;
  date: string;
  tags: string[];
  axes: Work['axes'];
  flags: string[];
}

/** The works with these numbers, in the order asked for. */
export const listWorks = reviewQuery({
  name: 'works',
  right: 'read',
  input: WorkNumbers,
  refuses: [],
  rests: ['classification', 'merging', 'decisions'],
  async run(ctx, numbers) {
    const { reviewId } = ctx;
    const databases = await databasesOf(ctx, reviewId);
    const works = await ctx.em.find(Work, { reviewId, no: { $in: [...numbers] } });
    const byNo = new Map(works.map((w) => [w.no, w]));
    const lines = numbers.flatMap((no) => {
      const work = byNo.get(no);
      return work
        ? [
            lineOf(
              work,
              databases.map((d) => d.tag),
            ),
          ]
        : []; // prettier-ignore
    });
    return { works: lines };
  },
});

function lineOf(work: Work, tags: readonly string[]): WorkLine {
  return {
    no: work.no,
    title: work.title,
    authors: work.authors,
    container: work.container,
    date: work.dateWords,
    tags: tags.filter((_, bit) => (work.membership >>> bit) & 1),
    axes: work.axes,
    flags: work.flags,
  };
}
