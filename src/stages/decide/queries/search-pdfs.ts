import { z } from 'zod';
import { type Hit, hitsIn } from '@/core/grounds';
import { reviewQuery } from '@/platform/verbs/declare';
import { attachmentsOf } from '../store/attachments';

export const SearchPdfs = z.strictObject({ words: z.string().trim().min(2, 'Give two letters at least.').max(200) });

export interface PdfHit extends Hit {
  attachment: string;
  name: string;
  workNo: number;
  page: number;
}

const MOST_HITS = 200;

/** Words looked for in the text of every attached PDF, with what stands around each place, page by page. */
export const searchPdfs = reviewQuery({
  name: 'search-pdfs',
  right: 'read',
  input: SearchPdfs,
  refuses: [],
  rests: ['decisions'],
  async run(ctx, { words }) {
    const { reviewId } = ctx;
    const attached = new Map((await attachmentsOf(ctx, reviewId)).map((a) => [a.id, a]));
    // Only pages that have the first letters of every word are looked at closely: a line's end may break a word.
    const parts = words
      .split(/\s+/)
      .slice(0, 10)
      .map((w) => `%${w.slice(0, 3).replace(/[\\%_]/g, '\\$&')}%`); // prettier-ignore
    const pages = await ctx.em.execute<{ attachment_id: string; page: number; text: string }[]>(
      `select attachment_id, page, text from attachment_page where review_id = ? ${parts.map(() => 'and text ilike ?').join(' ')}
     order by attachment_id, page limit 20000`,
      [reviewId, ...parts],
    );
    const hits: PdfHit[] = [];
    for (const { attachment_id: id, page, text } of pages) {
      const of = attached.get(id);
      if (!of) continue;
      for (const hit of hitsIn(text, words)) hits.push({ ...hit, attachment: id, name: of.name, workNo: of.workNo, page });
      if (hits.length > MOST_HITS) break;
    }
    const without = [...attached.values()].filter((a) => !a.hasText).length;
    return { hits: hits.slice(0, MOST_HITS), more: hits.length > MOST_HITS, without };
  },
});
