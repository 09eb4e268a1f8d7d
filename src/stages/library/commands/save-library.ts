import { z } from 'zod';
import { whyNotLasting } from '@/core/holdings';
import { noteEdits } from '@/platform/db/note-edits';
import { Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { libraryOf } from '@/stages/decide';

const address = (what: string) =>
  z
    .string()
    .trim()
    .max(1000)
    .refine((s) => s === '' || (URL.canParse(s) && /^https?:/i.test(s)), `${what}: an address begins with http:// or https://.`);
const template = (what: string) =>
  address(what).refine((s) => s === '' || s.includes('{id}'), `${what}: say with {id} where the identifier stands in the address.`);

export const LibraryInput = z.strictObject({
  resolver: address('Resolver').refine((s) => s === '' || whyNotLasting(s) === '', 'Resolver: this address belongs to one visit.'),
  proxy: address('Proxy'),
  asker: z.string().trim().max(200),
  lender: address('Requests'),
  register: template('Register'),
  citations: template('Citation index'),
  deadline: z.union([z.literal(''), z.iso.date('Write the day as year-month-day.')]),
});

/** Says which library a review works with: how it leads to full texts, who asks, until when they are needed. */
export const saveLibrary = reviewCommand({
  name: 'save-library',
  right: 'edit',
  input: LibraryInput,
  lock: 'edit',
  refuses: [],
  stale: ['each-work', 'decisions'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const names = {
      ...{ resolver: 'library: resolver', proxy: 'library: proxy', asker: 'library: who asks', lender: 'library: requests' },
      ...{ register: 'library: register of identifiers', citations: 'library: citation index', deadline: 'library: deadline' },
    };
    await noteEdits(ctx, review, 'library', names, libraryOf(review), input);
    await ctx.em.nativeUpdate(Review, { id: reviewId }, { library: input });
    return { library: input };
  },
});
