import { z } from 'zod';
import { normaliseDoi } from '@/core/record';
import type { Context } from '@/platform/context';
import { reviewQuery } from '@/platform/verbs/declare';
import { findInTexts } from '@/stages/classify';
import { placeIn, reviewState } from '@/stages/decide';
import { currentReasons } from '@/stages/question';
import { outcomeWords } from '@/stages/sieve';

export const FindWorks = z.strictObject({ find: z.string().trim().max(200) });

/** A work that was found, and where it stands and why, in words. */
export interface FoundWork {
  no: number;
  title: string;
  authors: string;
  container: string;
  date: string;
  state: string;
  /** What the sieve says of it, and what was decided with the reason. */
  sieve: string;
  decided: string;
}

const MOST = 100;
const WORDS = 12;

/** Works by their number, DOI or PMID, or by words of title, authors, journal or abstract: all of them must be there. */
export const findWorks = reviewQuery({
  name: 'find-works',
  right: 'read',
  input: FindWorks,
  refuses: [],
  rests: ['classification', 'merging', 'decisions', 'sieve'],
  async run(ctx, { find }) {
    const { reviewId } = ctx;
    const numbers = find ? await found(ctx, reviewId, find) : [];
    return { total: numbers.length, works: await lines(ctx, reviewId, numbers.slice(0, MOST)) };
  },
});

async function found(ctx: Context, reviewId: string, find: string): Promise<number[]> {
  const doi = normaliseDoi(find);
  const plain = find.replace(/^(?:no\.?|work|pmid:?)\s*/i, '');
  if (doi || /^\d{1,9}$/.test(plain)) {
    const rows = await ctx.em.execute<{ no: number }[]>(
      `select no from work where review_id = ? and absorbed_by is null and (lower(doi) = ? or pmid = ? or no = ?) order by no`,
      [reviewId, doi.toLowerCase() || '-', plain, doi ? -1 : Number(plain)],
    );
    if (rows.length || doi) return rows.map((r) => r.no);
  }
  const words = find.split(/\s+/).filter(Boolean).slice(0, WORDS);
  const inTexts = await findInTexts(ctx, reviewId, words);
  if (!inTexts) return byReading(ctx, reviewId, words, null);
  const { numbers, sure } = inTexts;
  return sure || numbers.length === 0 ? numbers : byReading(ctx, reviewId, words, numbers);
}

/** Works in whose texts all words stand as they were typed. @param among those that are to be read; null: all */
async function byReading(ctx: Context, reviewId: string, words: readonly string[], among: readonly number[] | null): Promise<number[]> {
  const rows = await ctx.em.execute<{ no: number; titled: boolean }[]>(
    `select w.no, (${words.map(() => 'w.title ilike ?').join(' and ')}) as titled
     from work w join record r on r.review_id = w.review_id and r.no = w.shown_record
     where w.review_id = ? and w.absorbed_by is null ${among ? 'and w.no = any(?::int[])' : ''}
     ${words.map(() => `and (w.title || ' ' || w.authors || ' ' || w.container || ' ' || (r.item->>'abstract')) ilike ?`).join(' ')}
     order by titled desc, w.no`,
    [...words.map(asLike), reviewId, ...(among ? [`{${among.join(',')}}`] : []), ...words.map(asLike)],
  );
  return rows.map((r) => r.no);
}
const asLike = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

async function lines(ctx: Context, reviewId: string, numbers: readonly number[]): Promise<FoundWork[]> {
  if (numbers.length === 0) return [];
  const state = await reviewState(ctx, reviewId);
  const reasons = await currentReasons(ctx.em, reviewId);
  const rows = await ctx.em.execute<{ no: number; title: string; authors: string; container: string; date_words: string }[]>(
    'select no, title, authors, container, date_words from work where review_id = ? and no = any(?::int[])',
    [reviewId, `{${numbers.join(',')}}`],
  );
  const byNo = new Map(rows.map((r) => [r.no, r]));
  return numbers.flatMap((no) => {
    const row = byNo.get(no);
    const i = state.indexOf.get(no);
    if (!row || i === undefined) return [];
    const decision = state.decisions.get(no);
    const reason = decision?.verdict === 'exclude' ? reasons(decision.reasonCode).text : '';
    return [
      {
        ...{ no, title: row.title, authors: row.authors, container: row.container, date: row.date_words },
        state: state.states[i]!,
        sieve: outcomeWords(state, i),
        decided: PLACE_WORDS[placeIn(state, i)] + (reason ? `: ${reason}` : ''),
      },
    ];
  });
}

const PLACE_WORDS: Record<ReturnType<typeof placeIn>, string> = {
  background: 'set aside as background',
  stopped: '',
  held: 'waits for a person’s choice',
  undecided: 'to decide on title and abstract',
  waiting: 'set to wait',
  excluded: 'excluded on title and abstract',
  'full-text-due': 'kept on title and abstract, full text to be read',
  'full-text-waiting': 'full text set to wait',
  'not-retrieved': 'full text not retrieved',
  'excluded-full-text': 'excluded by its full text',
  included: 'included',
};
