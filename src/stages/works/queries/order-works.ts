import { z } from 'zod';
import { reviewQuery } from '@/platform/verbs/declare';

const ORDERS = {
  number: 'w.no',
  title: 'lower(w.title), w.no',
  database: 'w.membership, w.no',
  publicationType: `jsonb_array_length(w.axes->'publicationType'->'codes'), w.axes->'publicationType'->'codes', w.no`,
  peerReview: `jsonb_array_length(w.axes->'peerReview'->'codes'), w.axes->'peerReview'->'codes', w.no`,
  date: `substring(w.date_words from '[0-9]{4}'), w.no`,
} as const;
export type ListOrder = keyof typeof ORDERS;

export const OrderWorks = z.strictObject({
  numbers: z.array(z.int().positive()).max(200_000),
  order: z.enum(Object.keys(ORDERS) as [ListOrder, ...ListOrder[]]),
  find: z.string().max(200),
});

/** These works in an order, those alone whose title or authors hold every word looked for. */
export const orderWorks = reviewQuery({
  name: 'order-works',
  right: 'read',
  input: OrderWorks,
  refuses: [],
  rests: ['classification', 'merging'],
  async run(ctx, { numbers, order, find }) {
    const { reviewId } = ctx;
    const words = find.split(/\s+/).filter(Boolean).slice(0, 10);
    const conditions = words.map(() => `(w.title || ' ' || w.authors) ilike ?`);
    const rows = await ctx.em.execute<{ no: number }[]>(
      `select w.no from work w where w.review_id = ? and w.no = any(?::int[]) ${conditions.map((c) => `and ${c}`).join(' ')} order by ${ORDERS[order]}`,
      [reviewId, `{${numbers.join(',')}}`, ...words.map((w) => `%${w.replace(/[\\%_]/g, '\\$&')}%`)],
    );
    return { numbers: rows.map((r) => r.no) };
  },
});
