import { z } from 'zod';
import { contentsOf, isChapterOf } from '@/core/books';
import { type Hit, hitsIn } from '@/core/grounds';
import type { BibRecord } from '@/core/record';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import type { Context } from '@/platform/context';
import { HitMark } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { attachmentsOf } from '@/stages/decide';
import { workDetail } from '@/stages/works';

const MOST_CHAPTERS = 100;

/** What is known of the inside of a book or thesis: its contents, its press, what reviews it here, and chapters that are works of their own. */
export async function insideOf(ctx: Context, reviewId: string, no: number) {
  const work = await workDetail(ctx, reviewId, no);
  const { shown, classification, family } = work;
  const contents = work.records.map((r) => ({ record: r.no, parts: contentsOf(r.item) })).filter((c) => c.parts.length > 0);
  const press = classification.claims.filter((c) => c.axis === 'press').map((c) => c.quote);
  const reviews = family.ties
    .filter((t) => t.type === 'book-review-of' && t.to === no)
    .flatMap((t) =>
      family.members.filter((m) => m.no === t.from).map(({ no: from, title, authors, date }) => ({ no: from, title, authors, date })),
    );
  const near = await ctx.em.execute<{ no: number; item: BibRecord }[]>(
    `select w.no, r.item from work w join record r on r.review_id = w.review_id and r.no = w.shown_record
     where w.review_id = ? and w.absorbed_by is null and w.no <> ? and (r.item->'isbns' \\?| ?::text[] or lower(r.item->>'container') = lower(?))
     order by w.no limit 1000`,
    [reviewId, no, `{${shown.isbns.join(',')}}`, shown.title],
  );
  const chapters = near
    .filter((n) => isChapterOf(n.item, shown))
    .map((n) => ({ no: n.no, title: n.item.title, pages: n.item.pages }))
    .slice(0, MOST_CHAPTERS);
  const sources = codesOf(CODED_AXES.sourceType.values, classification.axes.sourceType.mask);
  return {
    ...{ no, title: shown.title, authors: shown.authors, publisher: shown.publisher, isbns: shown.isbns, year: shown.dates.issue },
    isBook: sources.every((s) => s === 'book' || s === 'thesis' || s === 'reference-work'),
    ...{ contents, press: { kind: classification.press, why: [...new Set(press)] }, reviews, chapters },
    ...{ pdfs: work.pdfs, getIt: work.getIt, holding: work.holding },
  };
}
export type InsideView = Awaited<ReturnType<typeof insideOf>>;

export interface BookHit extends Hit {
  attachment: string;
  name: string;
  page: number;
  start: number;
  /** What a reader said of it: about it, another sense; null while nobody did. */
  about: boolean | null;
  person: string;
}
const MOST_HITS = 300;
const MOST_PAGES = 5000;

/** Words looked for in a book's attached text, with the page and what stands around; what readers said of each hit beside it. */
export const findInBook = reviewQuery({
  name: 'find-in-book',
  right: 'read',
  input: z.strictObject({ work: z.int().positive(), words: z.string().trim().min(2, 'Give two letters at least.').max(200) }),
  refuses: [],
  rests: ['each-work'],
  async run(ctx, { work, words }) {
    const { reviewId } = ctx;
    const attached = await attachmentsOf(ctx, reviewId, work);
    const names = new Map(attached.map((a) => [a.id, a.name]));
    const pages = await ctx.em.execute<{ attachment_id: string; page: number; text: string }[]>(
      `select attachment_id, page, text from attachment_page where review_id = ? and attachment_id = any(?::uuid[])
       order by attachment_id, page limit ${MOST_PAGES}`,
      [reviewId, `{${[...names.keys()].join(',')}}`],
    );
    const marks = await ctx.em.find(HitMark, { reviewId, attachmentId: { $in: [...names.keys()] } });
    const said = new Map(marks.map((m) => [`${m.attachmentId} ${m.page} ${m.start}`, m]));
    const hits: BookHit[] = [];
    for (const { attachment_id: attachment, page, text } of pages) {
      for (const hit of hitsIn(text, words)) {
        const mark = said.get(`${attachment} ${page} ${hit.start}`);
        hits.push({ ...hit, attachment, name: names.get(attachment)!, page, about: mark?.about ?? null, person: mark?.person ?? '' });
      }
      if (hits.length > MOST_HITS) break;
    }
    return {
      hits: hits.slice(0, MOST_HITS),
      more: hits.length > MOST_HITS,
      without: attached.filter((a) => !a.hasText).length,
      searched: new Set(pages.map((p) => p.attachment_id)).size,
    };
  },
});
