import 'server-only';
import { headers } from 'next/headers';
import type { Context } from '../context';
import { emOfReview } from '../db/directory';
import { freshEm } from '../db/orm';
import { personOf } from '../sign-in/person';

/** The context of one request or action: who asks is read from its cookie. */
export async function currentContext(): Promise<Context> {
  return { em: await freshEm(), person: await personOf(await headers(), emOfReview), now: () => new Date() };
}

/** The same request, in the database in which a review lies, with nothing read yet. */
export const atReview = async <C extends Context>(ctx: C, reviewId: string): Promise<C> => ({
  ...ctx,
  em: await emOfReview(reviewId),
  ...(ctx.kept && { kept: new Map() }),
});
